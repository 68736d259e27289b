import { parseStreet } from './streets';

/** An address as a key of a search: the house, by street and number, and its postcode. */
export interface AddressKey {
  /** As people read it. */
  value: string;
  /** The same however it is written: what is hashed. */
  canonical: string;
}

/**
 * The address of somebody as a search key; null where it does not name a house. It finds people under another name at
 * the same house, such as one that changed by marriage; whose each record is, the score says: an address alone is
 * nobody's.
 *
 * @example addressKey('Havneg. 12', '8000') // { value: 'Havneg. 12, 8000', canonical: 'havnegade 12 8000' }
 */
export function addressKey(street: string | null | undefined, postcode: string | null | undefined): AddressKey | null {
  const house = street ? parseStreet(street) : null;
  const place = (postcode ?? '').toLowerCase().replace(/[^a-z\d]/g, '');
  if (!house?.number || house.name.length < MIN_START || place.length < 3) return null;
  return {
    value: `${street!.split(',')[0]!.trim()}, ${postcode!.trim()}`,
    canonical: `${house.name} ${house.number} ${place}`,
  };
}

/** Letters of a street by which it is looked for: as many as no way of shortening it takes. */
const MIN_START = 4;

/**
 * What a row must say to be looked at for an address: how its street begins, its house number, its postcode without
 * signs.
 *
 * @param value of a key, as `addressKey` writes it
 */
export function addressParts(value: string): { start: string; number: string; postcode: string } | null {
  const at = value.lastIndexOf(', ');
  const [street, postcode] = [
    value.slice(0, at),
    value
      .slice(at + 2)
      .toLowerCase()
      .replace(/[^a-z\d]/g, ''),
  ];
  const house = at < 0 ? null : parseStreet(street);
  const start = /\p{L}{4}/u.exec(street.toLowerCase())?.[0];
  return house?.number && start && postcode ? { start, number: house.number.replace(/\D/g, ''), postcode } : null;
}
