import * as yup from 'yup';
import { daySchema } from '../shared/schema';
import { REGIME_IDS, type ActRule, type Period, type Regime } from './regimes';

const UNITS = ['months', 'days', 'workingDays'] as const;
const number = (most: number) => yup.number().integer().min(1).max(most);

/** A changed row of the table of laws, as an administrator writes it; the rest stays as it was. */
export const lawDraftSchema = yup
  .object({
    regime: yup
      .string()
      .oneOf([...REGIME_IDS], 'Choose the law.')
      .required('Choose the law.'),
    effectiveFrom: daySchema.required('From which day is it in force?'),
    respondIn: number(400).required('Within how many?'),
    unit: yup
      .string()
      .oneOf([...UNITS])
      .required(),
    /** The whole period once extended, in the same unit; null: no extension. */
    extendedTo: number(800).nullable().default(null),
    /** Days in which processing stops after a consent was taken back; null: the law says nothing. */
    withdrawalDays: number(400).nullable().default(null),
    appealDays: number(400).nullable().default(null),
    appealMoreDays: number(400).nullable().default(null),
    /** From which day a browser's opt-out signal binds there; null: it does not. */
    gpcFrom: daySchema.nullable().default(null),
    source: yup.string().trim().max(300).required('Name the section.'),
    reason: yup.string().trim().min(5, 'Say why in a sentence.').max(1000).required('Say why in a sentence.'),
  })
  .noUnknown();

/** Whether the organisation comes under a law of another place. */
export const lawStandSchema = yup
  .object({
    regime: yup
      .string()
      .oneOf([...REGIME_IDS])
      .required(),
    isMet: yup.boolean().required(),
    reason: yup.string().trim().min(5, 'Say why in a sentence.').max(1000).required('Say why in a sentence.'),
  })
  .noUnknown();

export type LawDraft = yup.InferType<typeof lawDraftSchema>;

/** The draft that says what a row says. */
export function draftOf(row: Regime): Omit<LawDraft, 'reason' | 'source'> & { source: string; reason: string } {
  const unit = UNITS.find((one) => one in row.respond)!;
  const in_ = (period: Period) => (period as Record<string, number>)[unit] ?? 0;
  const appeal = row.appeal !== null && row.appeal !== 'authority' ? row.appeal : null;
  const withdrawal = row.acts.find((act) => act.rights.includes('withdrawal') && act.within !== 'at-once');
  const days = (period: Period | undefined | 'at-once') =>
    period && period !== 'at-once' && 'days' in period ? period.days : null;
  return {
    regime: row.id,
    effectiveFrom: row.effectiveFrom,
    respondIn: in_(row.respond),
    unit,
    extendedTo: row.extension === null || row.extension === 'open' ? null : in_(row.extension.total) || null,
    withdrawalDays: days(withdrawal?.within),
    appealDays: days(appeal?.within),
    appealMoreDays: days(appeal?.extendable),
    gpcFrom: row.gpcFrom,
    source: row.source,
    reason: '',
  };
}

/** The row that a draft makes of the one before it. It is confirmed by whoever adopts it. */
export function rowOf(before: Regime, draft: LawDraft): Regime {
  const period = (n: number): Period => ({ [draft.unit]: n }) as Period;
  const respond = period(draft.respondIn);
  const isOpen = before.extension === 'open' && draft.extendedTo === null;
  const atOnce = before.acts.filter((act) => act.rights.includes('withdrawal') && act.within === 'at-once');
  const others = before.acts.filter((act) => !act.rights.includes('withdrawal'));
  // An opt-out whose time is that of the answer follows it.
  const follow = (act: ActRule): ActRule =>
    act.isWholeDuty && JSON.stringify(act.within) === JSON.stringify(before.respond)
      ? { ...act, within: respond, source: draft.source }
      : act;
  const withdrawal: ActRule[] = draft.withdrawalDays
    ? [
        {
          rights: ['withdrawal'],
          within: { days: draft.withdrawalDays },
          isWholeDuty: false,
          extendable: false,
          source: draft.source,
        },
      ]
    : atOnce;
  const kind = before.appeal !== null && before.appeal !== 'authority' ? before.appeal.kind : 'appeal';
  const appeal: Regime['appeal'] = draft.appealDays
    ? {
        within: { days: draft.appealDays },
        ...(draft.appealMoreDays ? { extendable: { days: draft.appealMoreDays } } : {}),
        kind,
      }
    : before.appeal === 'authority'
      ? 'authority'
      : null;
  return {
    ...before,
    effectiveFrom: draft.effectiveFrom,
    respond,
    extension: isOpen ? 'open' : draft.extendedTo ? { total: period(draft.extendedTo) } : null,
    acts: [...others.map(follow), ...withdrawal],
    appeal,
    gpcFrom: draft.gpcFrom ?? null,
    source: draft.source,
    isConfirmed: true,
  };
}
