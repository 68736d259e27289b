import * as yup from 'yup';
import type { PanelAnswer } from './plan';
import { USES } from './trackerWords';

export const POSITIONS = ['bottom', 'top', 'corner', 'centre'] as const;
export type Position = (typeof POSITIONS)[number];

const isOrigin = (text: string): boolean => /^https?:\/\/[a-z0-9.-]+(:\d{1,5})?$/.test(text);

/** Lines of a field that takes several. */
const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean);

/** A named on/off value that scripts of the site read. */
export interface Switch {
  name: string;
  purposes: string[];
}

/** What is held back by its address, whoever put it on the page. */
export interface HeldRule {
  /** A part of the address, such as `ads.example/`. */
  part: string;
  purposes: string[];
}

const NAME = /^[a-z][a-z0-9-]{0,39}$/;

/**
 * Lines such as `counting: visits` or `ads.example/: ads, visits`: what stands before the last colon needs the purposes after it.
 *
 * @throws Error with the line that cannot be read
 */
export function needsOf(text: string): { before: string; purposes: string[] }[] {
  return linesOf(text).map((line) => {
    const at = line.lastIndexOf(': ');
    const [before, after] = at < 0 ? ['', ''] : [line.slice(0, at).trim(), line.slice(at + 1)];
    const purposes = after
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean);
    if (!before || purposes.length === 0 || !purposes.every((one) => NAME.test(one)))
      throw new Error(`“${line.slice(0, 60)}” is read as a name, a colon and purposes with commas.`);
    return { before, purposes };
  });
}

const needs = (isRight: (before: string) => boolean, say: string) =>
  yup
    .string()
    .trim()
    .max(8000)
    .default('')
    .test('needs', (text, { createError }) => {
      try {
        const wrong = needsOf(text ?? '').find(({ before }) => !isRight(before));
        return wrong ? createError({ message: `“${wrong.before.slice(0, 60)}”: ${say}` }) : true;
      } catch (error) {
        return createError({ message: (error as Error).message });
      }
    });

const settings = {
  name: yup.string().trim().max(80).required('How do colleagues call it?'),
  origins: yup
    .string()
    .trim()
    .max(2000)
    .required('At which address does it lie?')
    .test('origins', 'Origins such as https://shop.thornbury.example, one a line.', (text) =>
      linesOf(text ?? '').every(isOrigin),
    ),
  ask: yup.string().trim().max(80).required('Which ask does its panel show?'),
  position: yup.string().oneOf(POSITIONS, 'Choose where it stands.').required(),
  switches: needs((name) => NAME.test(name), 'a switch is named in small letters, numbers and hyphens.'),
  held: needs((part) => part.length >= 4, 'a part of an address has four letters at least.'),
};

export const addSiteInput = yup
  .object({
    id: yup
      .string()
      .trim()
      .matches(NAME, 'Small letters, numbers and hyphens, such as shop.')
      .required('It stands in the address of its script.'),
    ...settings,
  })
  .noUnknown();
export type AddSite = yup.InferType<typeof addSiteInput>;

export const changeSiteInput = yup.object({ id: yup.string().max(40).required(), ...settings }).noUnknown();
export type ChangeSite = yup.InferType<typeof changeSiteInput>;

export const siteIdInput = yup.object({ id: yup.string().max(40).required() }).noUnknown();

export const originsOf = linesOf;

const ANSWERS: readonly PanelAnswer[] = ['grant', 'refuse', 'withdraw', 'opt-in', 'opt-out'];

/** What a panel sends: an answer, as a page may send it that is left at once. */
export const panelAnswerSchema = yup
  .object({
    visitor: yup
      .string()
      .matches(/^[0-9a-f]{32}$/)
      .required(),
    /** Of this answer alone: sent twice it counts once. */
    nonce: yup
      .string()
      .matches(/^[0-9a-f]{32}$/)
      .required(),
    version: yup.number().integer().min(1).required(),
    language: yup
      .string()
      .matches(/^[a-z]{2}$/)
      .required(),
    /** How long ago it was given, milliseconds: clocks of visitors are years off. */
    ago: yup
      .number()
      .min(0)
      .max(90 * 86_400_000)
      .required(),
    gpc: yup.boolean().required(),
    answers: yup
      .mixed<Record<string, PanelAnswer>>(
        (value): value is Record<string, PanelAnswer> =>
          typeof value === 'object' &&
          value !== null &&
          Object.keys(value).length > 0 &&
          Object.keys(value).length <= 50 &&
          Object.values(value).every((one) => (ANSWERS as readonly unknown[]).includes(one)),
      )
      .required(),
  })
  .noUnknown();
export type PanelAnswerInput = yup.InferType<typeof panelAnswerSchema>;

const whole = (say: string) =>
  yup
    .number()
    .transform((value, given) => (given === '' ? null : (value as unknown)))
    .typeError(say)
    .integer(say);

/** How a site is scanned. */
export const scanPlanInput = yup
  .object({
    id: yup.string().max(40).required(),
    everyDays: whole('A whole number of days, or nothing.')
      .min(1, 'At least 1.')
      .max(366, 'At most 366.')
      .nullable()
      .default(null),
    pages: whole('A whole number.')
      .min(1, 'At least 1.')
      .max(200, 'At most 200.')
      .required('How many pages at most?')
      .default(30),
    signInUrl: yup.string().trim().max(500).url('An address such as https://shop.thornbury.example/login.').default(''),
    user: yup.string().trim().max(200).default(''),
    password: yup.string().max(200).default(''),
  })
  .noUnknown();
export type ScanPlan = yup.InferType<typeof scanPlanInput>;

/** Whose something is that a scan saw, and what it is for. */
export const sayTrackerInput = yup
  .object({
    host: yup.string().trim().max(253).required(),
    /** Empty: everything of this host. */
    name: yup.string().max(200).default(''),
    owner: yup.string().trim().max(120).required('Whose is it?'),
    use: yup.string().oneOf(USES, 'Choose what it is for.').required('Choose what it is for.'),
    keepsDays: whole('A whole number of days, or nothing.')
      .min(0, 'Not less than 0.')
      .max(3660, 'At most 3660.')
      .nullable()
      .default(null),
    isSale: yup.boolean().default(false),
  })
  .noUnknown();
export type SayTracker = yup.InferType<typeof sayTrackerInput>;
