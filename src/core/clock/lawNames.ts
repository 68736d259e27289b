import type { RegimeId } from './regimes';

/** What a law is called where its whole title has no room: by its usual letters, of a state by the state. */
const NAMES: Readonly<Record<RegimeId, string>> = {
  'eu-gdpr': 'GDPR',
  'uk-gdpr': 'UK GDPR',
  'ch-fadp': 'Swiss FADP',
  'us-ca': 'California',
  'us-va': 'Virginia',
  'us-ut': 'Utah',
  'us-tx': 'Texas',
  'us-mt': 'Montana',
  'us-tn': 'Tennessee',
  'us-co': 'Colorado',
  'us-ct': 'Connecticut',
  'us-or': 'Oregon',
  'us-ia': 'Iowa',
  'us-de': 'Delaware',
  'us-nj': 'New Jersey',
  'us-nh': 'New Hampshire',
  'us-ne': 'Nebraska',
  'us-md': 'Maryland',
  'us-mn': 'Minnesota',
  'us-in': 'Indiana',
  'us-ky': 'Kentucky',
  'us-ri': 'Rhode Island',
  'ca-pipeda': 'Canada PIPEDA',
  'ca-qc': 'Québec Law 25',
  'br-lgpd': 'Brazil LGPD',
};

/** One law by its name; what is no law of the table is said as it is. */
export const sayLaw = (id: string): string => NAMES[id as RegimeId] ?? id;

/** Several laws; ids may also come joined by “and”, as the record keeps them. */
export function sayLaws(ids: readonly string[] | string): string {
  return (typeof ids === 'string' ? ids.split(' and ') : ids).map(sayLaw).join(' and ');
}
