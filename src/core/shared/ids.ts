/** Ids are random, prefixed by what they name, and branded so that one kind cannot pass for another. */
export type Id<P extends string> = string & { readonly __id: P };

const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZabcdefghjkmnpqrstvwxyz';

/**
 * Turns random bytes into an id.
 *
 * @param prefix three letters that name the kind
 * @param bytes 16 or more random bytes; 16 bytes give about 92 bits after folding into the alphabet
 * @example makeId('per', bytes) // 'per_7Kx0…'
 */
export function makeId<P extends string>(prefix: P, bytes: Uint8Array): Id<P> {
  let out = '';
  for (const byte of bytes) out += ALPHABET[byte % ALPHABET.length];
  return `${prefix}_${out}` as Id<P>;
}
