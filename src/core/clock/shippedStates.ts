import type { Right } from '../requests/rights';
import type { ActRule, Regime, RegimeId } from './regimes';

// The acts of the states of the United States as shipped.

const KNOW_DELETE_CORRECT: readonly Right[] = ['access', 'portability', 'information', 'erasure', 'rectification'];

interface StateAct {
  id: RegimeId;
  region: string;
  from: string;
  title: string;
  source: string;
  /** Days in which an appeal is answered; null: the act knows none. */
  appeal: number | null;
  appealMore?: number;
  /** Days in which processing stops after a consent was taken back. */
  withdrawal?: number;
  respond?: number;
  gpcFrom?: string;
  /** Rights of the usual ones that this act does not give. */
  without?: readonly Right[];
  isConfirmed?: boolean;
}

const STATE_RIGHTS: readonly Right[] = [
  'access',
  'portability',
  'information',
  'erasure',
  'rectification',
  'opt-out',
  'withdrawal',
];

/** Acts of the states: a number of days, 45 more when said in time, opt-outs in the same time, an appeal to the organisation. */
function stateAct({
  id,
  region,
  from,
  title,
  source,
  appeal,
  appealMore,
  withdrawal,
  respond = 45,
  gpcFrom,
  without = [],
  isConfirmed = false,
}: StateAct): Regime {
  const acts: ActRule[] = [
    { rights: ['opt-out', 'limit'], within: { days: respond }, isWholeDuty: true, extendable: true, source },
  ];
  if (withdrawal)
    acts.push({ rights: ['withdrawal'], within: { days: withdrawal }, isWholeDuty: false, extendable: false, source });
  return {
    id,
    effectiveFrom: from,
    title,
    place: { country: 'US', region },
    rights: STATE_RIGHTS.filter((right) => !without.includes(right)),
    respond: { days: respond },
    extension: { total: { days: respond + 45 } },
    acknowledge: null,
    acts,
    rolls: [],
    identity: 'runs-on',
    clarification: 'runs-on',
    fee: 'runs-on',
    refuseWithinFirstPeriod: false,
    appeal:
      appeal === null
        ? null
        : { within: { days: appeal }, ...(appealMore ? { extendable: { days: appealMore } } : {}), kind: 'appeal' },
    gpcFrom: gpcFrom ?? null,
    neverDisclose: [],
    remedies:
      appeal === null
        ? 'You may contact the state attorney general.'
        : 'You may appeal to us, and then contact the state attorney general.',
    source,
    isConfirmed,
  };
}

const CALIFORNIA: Regime = {
  ...stateAct({
    id: 'us-ca',
    region: 'CA',
    from: '2020-01-01',
    title: 'California Consumer Privacy Act',
    source: 'Civ. Code 1798.130(a)(2); 11 CCR 7021',
    appeal: null,
    gpcFrom: '2020-08-14',
    isConfirmed: true,
  }),
  rights: [...STATE_RIGHTS, 'limit'],
  acknowledge: { within: { workingDays: 10 }, rights: KNOW_DELETE_CORRECT, source: '11 CCR 7021(a)' },
  acts: [
    {
      rights: ['opt-out', 'limit'],
      within: { workingDays: 15 },
      isWholeDuty: true,
      extendable: false,
      source: '11 CCR 7026(f), 7027(g)',
    },
  ],
  neverDisclose: [
    'national-id',
    'driving-licence',
    'iban',
    'bank-account',
    'payment-card',
    'health-insurance-id',
    'medical-id',
    'password',
    'security-answer',
    'biometric',
  ],
  remedies: 'You may contact the California Privacy Protection Agency or the Attorney General.',
};

export const STATES: readonly Regime[] = [
  CALIFORNIA,
  stateAct({
    id: 'us-va',
    region: 'VA',
    from: '2023-01-01',
    title: 'Virginia Consumer Data Protection Act',
    source: 'Va. Code 59.1-577',
    appeal: 60,
    isConfirmed: true,
  }),
  stateAct({
    id: 'us-ut',
    region: 'UT',
    from: '2023-12-31',
    title: 'Utah Consumer Privacy Act',
    source: 'Utah Code 13-61-203',
    appeal: null,
    isConfirmed: true,
  }),
  stateAct({
    id: 'us-tx',
    region: 'TX',
    from: '2024-07-01',
    title: 'Texas Data Privacy and Security Act',
    source: 'Tex. Bus. & Com. Code 541.052–.053',
    appeal: 60,
    gpcFrom: '2025-01-01',
    isConfirmed: true,
  }),
  stateAct({
    id: 'us-mt',
    region: 'MT',
    from: '2024-10-01',
    title: 'Montana Consumer Data Privacy Act',
    source: 'Mont. Code 30-14-2808',
    appeal: 60,
    gpcFrom: '2025-01-01',
    isConfirmed: true,
  }),
  stateAct({
    id: 'us-tn',
    region: 'TN',
    from: '2025-07-01',
    title: 'Tennessee Information Protection Act',
    source: 'Tenn. Code 47-18-3304',
    appeal: 60,
    isConfirmed: true,
  }),
  stateAct({
    id: 'us-co',
    region: 'CO',
    from: '2023-07-01',
    title: 'Colorado Privacy Act',
    source: 'C.R.S. 6-1-1306',
    appeal: 45,
    appealMore: 60,
    gpcFrom: '2024-07-01',
    isConfirmed: true,
  }),
  stateAct({
    id: 'us-ct',
    region: 'CT',
    from: '2023-07-01',
    title: 'Connecticut Data Privacy Act',
    source: 'Conn. Gen. Stat. 42-518, 42-520',
    appeal: 60,
    withdrawal: 15,
    gpcFrom: '2025-01-01',
    isConfirmed: true,
  }),
  stateAct({
    id: 'us-or',
    region: 'OR',
    from: '2024-07-01',
    title: 'Oregon Consumer Privacy Act',
    source: 'ORS 646A.576, 646A.578',
    appeal: 45,
    withdrawal: 15,
    gpcFrom: '2026-01-01',
    isConfirmed: true,
  }),
  stateAct({
    id: 'us-ia',
    region: 'IA',
    from: '2025-01-01',
    title: 'Iowa Consumer Data Protection Act',
    source: 'Iowa Code 715D.3',
    appeal: 60,
    respond: 90,
    without: ['rectification'],
    isConfirmed: true,
  }),
  // Not compared with the text of each act: where it might be shorter, the shorter stands.
  stateAct({
    id: 'us-de',
    region: 'DE',
    from: '2025-01-01',
    title: 'Delaware Personal Data Privacy Act',
    source: '6 Del. C. 12D-104 to 12D-106',
    appeal: 60,
    withdrawal: 15,
    gpcFrom: '2026-01-01',
  }),
  stateAct({
    id: 'us-nj',
    region: 'NJ',
    from: '2025-01-15',
    title: 'New Jersey Data Privacy Act',
    source: 'N.J.S.A. 56:8-166.7 to 166.12',
    appeal: 45,
    withdrawal: 15,
    gpcFrom: '2025-07-15',
  }),
  stateAct({
    id: 'us-nh',
    region: 'NH',
    from: '2025-01-01',
    title: 'New Hampshire Privacy Act',
    source: 'N.H. RSA 507-H:4, 507-H:6',
    appeal: 60,
    withdrawal: 15,
    gpcFrom: '2025-01-01',
  }),
  stateAct({
    id: 'us-ne',
    region: 'NE',
    from: '2025-01-01',
    title: 'Nebraska Data Privacy Act',
    source: 'Neb. Rev. Stat. 87-1107 to 87-1111',
    appeal: 60,
    gpcFrom: '2025-01-01',
  }),
  stateAct({
    id: 'us-md',
    region: 'MD',
    from: '2025-10-01',
    title: 'Maryland Online Data Privacy Act',
    source: 'Md. Code, Com. Law 14-4705 to 14-4707',
    appeal: 60,
    withdrawal: 30,
    gpcFrom: '2025-10-01',
  }),
  stateAct({
    id: 'us-mn',
    region: 'MN',
    from: '2025-07-31',
    title: 'Minnesota Consumer Data Privacy Act',
    source: 'Minn. Stat. 325M.14, 325M.16',
    appeal: 45,
    appealMore: 60,
    withdrawal: 15,
    gpcFrom: '2025-07-31',
  }),
  stateAct({
    id: 'us-in',
    region: 'IN',
    from: '2026-01-01',
    title: 'Indiana Consumer Data Protection Act',
    source: 'Ind. Code 24-15-3',
    appeal: 60,
  }),
  stateAct({
    id: 'us-ky',
    region: 'KY',
    from: '2026-01-01',
    title: 'Kentucky Consumer Data Protection Act',
    source: 'KRS 367.3615',
    appeal: 60,
  }),
  stateAct({
    id: 'us-ri',
    region: 'RI',
    from: '2026-01-01',
    title: 'Rhode Island Data Transparency and Privacy Protection Act',
    source: 'R.I. Gen. Laws 6-48.1-5, 6-48.1-6',
    appeal: 60,
    withdrawal: 15,
  }),
];
