import type { Right } from '../requests/rights';
import type { Day } from '../shared/days';
import { reason, type Reason } from '../shared/reason';
import { regimeById, type RegimeId } from './regimes';

// The member states, and Iceland, Liechtenstein and Norway through the EEA Agreement.
const EEA = new Set(['AT', 'BE', 'BG', 'CY', 'CZ', 'DE', 'DK', 'EE', 'ES', 'FI', 'FR', 'GR', 'HR', 'HU', 'IE', 'IS', 'IT', 'LI', 'LT', 'LU', 'LV', 'MT', 'NL', 'NO', 'PL', 'PT', 'RO', 'SE', 'SI', 'SK']);
const BY_COUNTRY: Readonly<Record<string, RegimeId>> = { GB: 'uk-gdpr', CH: 'ch-fadp', CA: 'ca-pipeda', BR: 'br-lgpd' };

export interface Place {
  /** ISO 3166 alpha-2; null: not known. */
  country: string | null;
  /** State or province, as in ISO 3166-2 without the country: CA, CO, QC. */
  region: string | null;
}

export interface ProposedRegime {
  regime: RegimeId;
  reasons: Reason[];
}

/**
 * The law a request is handled under, from where the person lives and the right that is exercised.
 * A proposal: a colleague may choose another, which is kept with its reason.
 * Source: GDPR art. 3(1): an establishment in the Union brings its processing under the regulation wherever the person lives.
 *
 * @example proposeRegime({ country: 'US', region: 'CA' }, 'access', 'DK', '2026-11-24').regime // 'us-ca'
 */
export function proposeRegime(place: Place, right: Right, home: string, on: Day): ProposedRegime {
  const country = place.country?.toUpperCase() ?? null;
  const region = place.region?.toUpperCase() ?? null;
  const fallback = EEA.has(home) ? 'eu-gdpr' : (BY_COUNTRY[home] ?? 'eu-gdpr');
  const established = reason('establishment', `The organisation is established in ${home}, so its own law covers everybody whose data it holds.`, EEA.has(home) ? 'GDPR art. 3(1)' : undefined);
  if (country === null) return { regime: fallback, reasons: [reason('place-unknown', 'Where the person lives is not known.'), established] };
  if (EEA.has(country)) return { regime: 'eu-gdpr', reasons: [reason('place', `The person lives in ${country}, where the regulation applies.`, 'GDPR art. 3(1), 3(2)')] };
  const local = localRegime(country, region);
  const title = local && regimeById(local, on)?.title;
  if (!local || !title) return { regime: fallback, reasons: [reason('no-local-law', `No law of ${region ? `${region}, ` : ''}${country} is in the table.`), established] };
  const reasons = [reason('place', `The person lives in ${region ? `${region}, ` : ''}${country}: ${title}.`, regimeById(local, on)!.source)];
  if (right === 'restriction' || right === 'objection') {
    // The laws of the states do not know these two; the establishment's law gives them.
    if (country === 'US' && EEA.has(home)) return { regime: 'eu-gdpr', reasons: [...reasons, reason('right-unknown-there', `That law does not know ${right}.`), established] };
  }
  return { regime: local, reasons };
}

function localRegime(country: string, region: string | null): RegimeId | null {
  if (country === 'US') return region && regimeById(`us-${region.toLowerCase()}`) ? (`us-${region.toLowerCase()}` as RegimeId) : null;
  if (country === 'CA' && region === 'QC') return 'ca-qc';
  return BY_COUNTRY[country] ?? null;
}
