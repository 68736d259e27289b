/**
 * Ids are random, prefixed by what they name, and branded so that one kind cannot pass for another: from the row of the
 * database to the page. What comes from outside is any text until it is looked up.
 */
export type Id<P extends string> = string & { readonly __id?: P };

export type AudienceId = Id<'aud'>;
export type ChoiceId = Id<'cho'>;
export type DataKeyId = Id<'key'>;
export type ImportId = Id<'imp'>;
export type LetterId = Id<'let'>;
export type MatchId = Id<'mat'>;
export type PackId = Id<'pck'>;
export type PersonId = Id<'per'>;
export type PlanId = Id<'pln'>;
export type ProposalId = Id<'prp'>;
export type RequestId = Id<'req'>;
/** What people call a request: `BK-2026-00005`. */
export type RequestRef = Id<'BK'>;
/** Of long work, by its kind: a run has the id of what it makes where there is one. */
export type RunId = Id<'run' | 'scn' | 'ver' | 'exp' | 'reb' | 'rem' | 'rot' | 'imp' | 'pck' | 'pln' | 'drf'>;
export type SystemId = Id<'sys'>;
export type TaskId = Id<'hlp'>;
export type TraceId = Id<'trc'>;
export type UserId = Id<'usr'>;

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
