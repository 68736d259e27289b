import { lawsOn, type Laws } from '../clock/regimes';
import type { Day } from '../shared/days';

/**
 * Where a browser's opt-out signal binds, by the table of laws (`gpcFrom` of the row of that day). An unknown place,
 * or a country of which the state is not known, is read restrictively: it binds.
 *
 * @param day on which the signal was seen
 */
export function gpcBinds(country: string | null, day: Day, laws: Laws): boolean {
  if (country === null || country === 'US') return true;
  const [land, region] = country.split('-');
  return lawsOn(day, laws).some(
    ({ place, gpcFrom }) =>
      gpcFrom !== null && gpcFrom <= day && place.country === land && (!place.region || place.region === region),
  );
}
