import type { Day } from '../shared/days';
import type { Right } from '../requests/rights';

export const REGIME_IDS = [
  'eu-gdpr', 'uk-gdpr', 'ch-fadp', 'us-ca', 'us-va', 'us-ut', 'us-tx', 'us-mt', 'us-tn',
  'us-co', 'us-ct', 'us-or', 'ca-pipeda', 'ca-qc', 'br-lgpd',
] as const;

export type RegimeId = (typeof REGIME_IDS)[number];

/** A legal period: months by the day-number rule, calendar days, or working days of the law's place. */
export type Period = { months: number } | { days: number } | { workingDays: number };

export type Roll = 'sat' | 'sun' | 'holiday';

/** What must be done before the answer is owed, and by when. */
export interface ActRule {
  rights: readonly Right[];
  within: 'at-once' | Period;
  /** True where the act is the whole of the duty: then its date is also the date of the answer. */
  isWholeDuty: boolean;
  /** True where the period may be lengthened like the answer's. */
  extendable: boolean;
  source: string;
}

/** One row of the table of laws. Rows are data with an effective day; a changed row is a new version. */
export interface Regime {
  id: RegimeId;
  effectiveFrom: Day;
  title: string;
  place: { country: string; region?: string };
  respond: Period;
  /** `total` counts from the same start as `respond`; `open` waits for a stated day. */
  extension: null | 'open' | { total: Period };
  acknowledge: null | { within: Period; rights: readonly Right[]; source: string };
  acts: readonly ActRule[];
  rolls: readonly Roll[];
  identity: 'pauses' | 'moves-start' | 'runs-on';
  clarification: 'pauses' | 'runs-on';
  fee: 'moves-start' | 'runs-on';
  refuseWithinFirstPeriod: boolean;
  appeal: null | 'authority' | { within: Period; extendable?: Period; kind: 'appeal' | 'complaint' };
  gpcBinds: boolean;
  neverDisclose: readonly string[];
  remedies: string;
  source: string;
}

const EU_ACTS: readonly ActRule[] = [
  { rights: ['objection', 'withdrawal'], within: 'at-once', isWholeDuty: false, extendable: false, source: 'GDPR art. 7(3), 21(3)' },
];

const KNOW_DELETE_CORRECT: readonly Right[] = ['access', 'portability', 'information', 'erasure', 'rectification'];

const EU_GDPR: Regime = {
  id: 'eu-gdpr',
  effectiveFrom: '2018-05-25',
  title: 'General Data Protection Regulation (EU)',
  place: { country: 'DK' },
  respond: { months: 1 },
  extension: { total: { months: 3 } },
  acknowledge: null,
  acts: EU_ACTS,
  rolls: ['sat', 'sun', 'holiday'],
  identity: 'pauses',
  clarification: 'pauses',
  fee: 'runs-on',
  refuseWithinFirstPeriod: true,
  appeal: 'authority',
  gpcBinds: false,
  neverDisclose: [],
  remedies: 'You may lodge a complaint with a supervisory authority (GDPR art. 77) and seek a judicial remedy (art. 79).',
  source: 'GDPR art. 12(3), 12(4), 12(6); Reg. 1182/71 art. 2, 3',
};

const UK_GDPR: Regime = {
  ...EU_GDPR,
  id: 'uk-gdpr',
  effectiveFrom: '2025-06-19',
  title: 'UK General Data Protection Regulation',
  // Bank holidays differ within the kingdom; England's count here, where the authority sits.
  place: { country: 'GB', region: 'ENG' },
  identity: 'moves-start',
  fee: 'moves-start',
  appeal: { within: { days: 30 }, kind: 'complaint' },
  remedies: 'You may complain to us, to the Information Commissioner, and seek a judicial remedy.',
  source: 'UK GDPR art. 12, 12A; DPA 2018 s. 164A',
};

function usState(id: RegimeId, region: string, title: string, source: string, appealDays: number | null, more: Partial<Regime> = {}): Regime {
  return {
    id,
    effectiveFrom: '2025-01-01',
    title,
    place: { country: 'US', region },
    respond: { days: 45 },
    extension: { total: { days: 90 } },
    acknowledge: null,
    acts: [{ rights: ['opt-out', 'limit'], within: { days: 45 }, isWholeDuty: true, extendable: true, source }],
    rolls: [],
    identity: 'runs-on',
    clarification: 'runs-on',
    fee: 'runs-on',
    refuseWithinFirstPeriod: false,
    appeal: appealDays === null ? null : { within: { days: appealDays }, kind: 'appeal' },
    gpcBinds: false,
    neverDisclose: [],
    remedies: appealDays === null ? 'You may contact the state attorney general.' : 'You may appeal to us, and then contact the state attorney general.',
    source,
    ...more,
  };
}

const US_CA_ACT_SOURCE = '11 CCR 7026(f), 7027(g)';

const REST_OF_US: readonly Regime[] = [
  usState('us-ca', 'CA', 'California Consumer Privacy Act', 'Civ. Code 1798.130(a)(2); 11 CCR 7021', null, {
    acknowledge: { within: { workingDays: 10 }, rights: KNOW_DELETE_CORRECT, source: '11 CCR 7021(a)' },
    acts: [{ rights: ['opt-out', 'limit'], within: { workingDays: 15 }, isWholeDuty: true, extendable: false, source: US_CA_ACT_SOURCE }],
    gpcBinds: true,
    neverDisclose: ['national-id', 'iban', 'payment-card', 'health-insurance-id', 'medical-id', 'password', 'security-answer', 'biometric'],
    remedies: 'You may contact the California Privacy Protection Agency or the Attorney General.',
  }),
  usState('us-va', 'VA', 'Virginia Consumer Data Protection Act', 'Va. Code 59.1-577', 60),
  usState('us-ut', 'UT', 'Utah Consumer Privacy Act', 'Utah Code 13-61-203', null),
  usState('us-tx', 'TX', 'Texas Data Privacy and Security Act', 'Tex. Bus. & Com. Code 541.052–.053', 60),
  usState('us-mt', 'MT', 'Montana Consumer Data Privacy Act', 'Mont. Code 30-14-2808', 60),
  usState('us-tn', 'TN', 'Tennessee Information Protection Act', 'Tenn. Code 47-18-3304', 60),
  usState('us-co', 'CO', 'Colorado Privacy Act', 'C.R.S. 6-1-1306', 45, {
    appeal: { within: { days: 45 }, extendable: { days: 60 }, kind: 'appeal' },
    gpcBinds: true,
  }),
  usState('us-ct', 'CT', 'Connecticut Data Privacy Act', 'Conn. Gen. Stat. 42-518, 42-520', 60, {
    acts: [
      { rights: ['opt-out', 'limit'], within: { days: 45 }, isWholeDuty: true, extendable: true, source: 'Conn. Gen. Stat. 42-518' },
      { rights: ['withdrawal'], within: { days: 15 }, isWholeDuty: false, extendable: false, source: 'Conn. Gen. Stat. 42-520' },
    ],
    gpcBinds: true,
  }),
  usState('us-or', 'OR', 'Oregon Consumer Privacy Act', 'ORS 646A.576', 45),
];

function thirtyDays(id: RegimeId, country: string, title: string, source: string, more: Partial<Regime>): Regime {
  return {
    ...EU_GDPR,
    id,
    effectiveFrom: '2023-09-01',
    title,
    place: { country },
    respond: { days: 30 },
    extension: null,
    acts: [],
    rolls: [],
    identity: 'runs-on',
    clarification: 'runs-on',
    refuseWithinFirstPeriod: false,
    remedies: 'You may complain to the data protection authority.',
    source,
    ...more,
  };
}

/** The shipped table, in the order of the rules. */
export const REGIMES: readonly Regime[] = [
  EU_GDPR,
  UK_GDPR,
  thirtyDays('ch-fadp', 'CH', 'Federal Act on Data Protection (Switzerland)', 'FADP art. 25; DPO art. 18', { extension: 'open', identity: 'pauses' }),
  ...REST_OF_US,
  thirtyDays('ca-pipeda', 'CA', 'Personal Information Protection and Electronic Documents Act (Canada)', 'PIPEDA s. 8; Interpretation Act s. 26', {
    extension: { total: { days: 60 } },
    rolls: ['sun', 'holiday'],
    identity: 'pauses',
  }),
  { ...thirtyDays('ca-qc', 'CA', 'Act respecting the protection of personal information (Québec)', 'P-39.1 s. 32', {}), place: { country: 'CA', region: 'QC' } },
  thirtyDays('br-lgpd', 'BR', 'Lei Geral de Proteção de Dados (Brazil)', 'LGPD art. 19', { respond: { days: 15 } }),
];

export function regimeById(id: string, on?: Day): Regime | null {
  const versions = REGIMES.filter((regime) => regime.id === id && (!on || regime.effectiveFrom <= on));
  return versions.at(-1) ?? null;
}
