import type { ActRule, Regime, RegimeId } from './regimes';
import { STATES } from './shippedStates';

// The table of laws as shipped, a seed: an administrator adopts changed rows without a release.

const EU_ACTS: readonly ActRule[] = [
  {
    rights: ['objection', 'withdrawal'],
    within: 'at-once',
    isWholeDuty: false,
    extendable: false,
    source: 'GDPR art. 7(3), 21(3)',
  },
];

const EU_GDPR: Regime = {
  id: 'eu-gdpr',
  effectiveFrom: '2018-05-25',
  title: 'General Data Protection Regulation (EU)',
  place: { country: 'DK' },
  rights: null,
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
  gpcFrom: null,
  neverDisclose: [],
  remedies:
    'You may lodge a complaint with a supervisory authority (GDPR art. 77) and seek a judicial remedy (art. 79).',
  source: 'GDPR art. 12(3), 12(4), 12(6); Reg. 1182/71 art. 2, 3',
  isConfirmed: true,
};

// Bank holidays differ within the kingdom; those that its three nations on the island share count, so that no date is later than it may be.
const UK_BEFORE: Regime = {
  ...EU_GDPR,
  id: 'uk-gdpr',
  effectiveFrom: '2021-01-01',
  title: 'UK General Data Protection Regulation',
  place: { country: 'GB' },
  remedies: 'You may complain to the Information Commissioner and seek a judicial remedy.',
  source: 'UK GDPR art. 12',
};

const UK_12A: Regime = {
  ...UK_BEFORE,
  effectiveFrom: '2026-02-05',
  identity: 'moves-start',
  fee: 'moves-start',
  source: 'UK GDPR art. 12, 12A',
};

const UK_COMPLAINTS: Regime = {
  ...UK_12A,
  effectiveFrom: '2026-06-19',
  appeal: { within: { days: 30 }, kind: 'complaint' },
  remedies: 'You may complain to us, to the Information Commissioner, and seek a judicial remedy.',
  source: 'UK GDPR art. 12, 12A; DPA 2018 s. 164A',
};

function elsewhere(
  id: RegimeId,
  from: string,
  place: Regime['place'],
  title: string,
  source: string,
  more: Partial<Regime>,
): Regime {
  return {
    ...EU_GDPR,
    id,
    effectiveFrom: from,
    title,
    place,
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

/** The shipped table, in the order of the rules. Of one law the older row stands first. */
export const SHIPPED_LAWS: readonly Regime[] = [
  EU_GDPR,
  UK_BEFORE,
  UK_12A,
  UK_COMPLAINTS,
  elsewhere(
    'ch-fadp',
    '2023-09-01',
    { country: 'CH' },
    'Federal Act on Data Protection (Switzerland)',
    'FADP art. 25; DPO art. 18',
    { extension: 'open' },
  ),
  ...STATES,
  elsewhere(
    'ca-pipeda',
    '2004-01-01',
    { country: 'CA', except: ['AB', 'BC', 'QC'] },
    'Personal Information Protection and Electronic Documents Act (Canada)',
    'PIPEDA s. 8; Interpretation Act s. 26',
    {
      extension: { total: { days: 60 } },
      rolls: ['sun', 'holiday'],
    },
  ),
  elsewhere(
    'ca-qc',
    '2023-09-22',
    { country: 'CA', region: 'QC' },
    'Act respecting the protection of personal information (Québec)',
    'P-39.1 s. 32',
    {},
  ),
  elsewhere('br-lgpd', '2020-09-18', { country: 'BR' }, 'Lei Geral de Proteção de Dados (Brazil)', 'LGPD art. 19', {
    respond: { days: 15 },
  }),
];
