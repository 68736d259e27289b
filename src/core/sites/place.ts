/** Which address lies where. A shipped table is made up for the demo; an organisation has its own, or says none and is read strictly. */
export interface AddressRange {
  /** First and last address, IPv4 as dotted numbers. */
  from: string;
  to: string;
  /** ISO 3166: `DK`, or a part of a country such as `US-CA`. */
  place: string;
}

/** Addresses reserved for documentation and private use (RFC 5737, RFC 1918), given to places of the made-up scenario. */
export const MADE_UP_RANGES: readonly AddressRange[] = [
  { from: '10.45.0.0', to: '10.45.255.255', place: 'DK' },
  { from: '10.49.0.0', to: '10.49.255.255', place: 'DE' },
  { from: '10.31.0.0', to: '10.31.255.255', place: 'NL' },
  { from: '10.44.0.0', to: '10.44.255.255', place: 'GB' },
  { from: '192.0.2.0', to: '192.0.2.127', place: 'US-CA' },
  { from: '192.0.2.128', to: '192.0.2.255', place: 'US-CO' },
  { from: '198.51.100.0', to: '198.51.100.255', place: 'IE' },
];

/** @returns null: no IPv4 address */
function numberOf(address: string): number | null {
  const parts = /^(?:::ffff:)?(\d{1,3})\.(\d{1,3})\.(\d{1,3})\.(\d{1,3})$/.exec(address)?.slice(1).map(Number);
  if (!parts || parts.some((part) => part > 255)) return null;
  return parts.reduce((sum, part) => sum * 256 + part, 0);
}

/**
 * Where an address lies; null where that is not known: a purpose is then read by the strictest rule it has anywhere.
 *
 * @example placeOfAddress('192.0.2.7', MADE_UP_RANGES) // 'US-CA'
 */
export function placeOfAddress(address: string | null, ranges: readonly AddressRange[]): string | null {
  const at = address === null ? null : numberOf(address);
  if (at === null) return null;
  return ranges.find(({ from, to }) => numberOf(from)! <= at && at <= numberOf(to)!)?.place ?? null;
}
