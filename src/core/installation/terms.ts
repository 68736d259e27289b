/** Terms and limits of Bookend's own that an organisation may set otherwise. */
export const TERMS = {
  sessionHours: { usual: 10, least: 1, most: 24, unit: 'hours' },
  identityHours: { usual: 72, least: 24, most: 336, unit: 'hours' },
  handOverDays: { usual: 14, least: 3, most: 60, unit: 'days' },
  listDays: { usual: 30, least: 1, most: 180, unit: 'days' },
  callLogDays: { usual: 30, least: 7, most: 365, unit: 'days' },
  formTries: { usual: 10, least: 1, most: 1000, unit: 'in ten minutes' },
  codeTries: { usual: 40, least: 5, most: 1000, unit: 'in ten minutes' },
  signInTries: { usual: 10, least: 3, most: 100, unit: 'in a quarter of an hour' },
} as const satisfies Record<string, { usual: number; least: number; most: number; unit: string }>;

export type TermName = keyof typeof TERMS;
export const TERM_NAMES = Object.keys(TERMS) as TermName[];

/** Numbers in the unit of each. */
export type Terms = Readonly<Record<TermName, number>>;

/** @param said what somebody set, as text; empty: the usual one */
export function termsOf(said: (name: TermName) => string): Terms {
  return Object.fromEntries(TERM_NAMES.map((name) => [name, Number(said(name) || TERMS[name].usual)])) as Record<
    TermName,
    number
  >;
}
