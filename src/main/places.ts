import { readFileSync } from 'node:fs';
import { placeOfAddress, type AddressRange } from '../core/sites/place';

/**
 * A table of address ranges: lines of first address, last address and place (`192.0.2.0,192.0.2.255,US-CA`).
 *
 * @throws Error with the line that cannot be read
 */
export function readPlaces(file: string): AddressRange[] {
  return readFileSync(file, 'utf8')
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '' && !line.startsWith('#'))
    .map((line) => {
      const [from = '', to = '', place = ''] = line.split(',').map((part) => part.trim());
      const range = { from, to, place };
      if (!/^[A-Z]{2}(-[A-Z0-9]{1,3})?$/.test(place) || placeOfAddress(from, [range]) === null)
        throw new Error(`${file}: “${line}” is no range of addresses with its place`);
      return range;
    });
}
