import type { Keys, WrappedKey } from '../../ports/keys';
import type { Vault } from './vault';

/**
 * One kind of value that is kept sealed: where it stands, what it is bound to, and the shape in which it is written. The sealed values of a
 * domain are declared in its `sealed.ts` and nothing else seals or opens them, so that what is written can be read by whoever comes later.
 */
export interface SealedValue<V, A extends readonly unknown[]> {
  /** Where it stands, as `table.column`. */
  columns: readonly string[];
  /** @param keyId data key it dies with; null: the installation's own, for what speaks of nobody and for rows of old */
  close(vault: Vault, keyId: string | null, value: V, ...about: A): Promise<Buffer>;
  /** Null where nothing is kept, or its key was destroyed. @throws StoredLater */
  open(vault: Vault, keyId: string | null, sealed: Uint8Array | null, ...about: A): Promise<V | null>;
  /** The same for many at once, under a key that is in hand. */
  closeUnder(keys: Keys, key: WrappedKey | null, value: V, ...about: A): Buffer;
  openUnder(keys: Keys, key: WrappedKey | null, sealed: Uint8Array, ...about: A): V;
}

/** How a value is written: the number of its shape stands with it, and what older versions wrote is still read. */
export interface Stored<V> {
  write(value: V): string;
  read(text: string): V;
}

/** A later version wrote this, in a shape that this one does not know. */
export class StoredLater extends Error {
  readonly code = 'STORED_LATER';
  constructor(readonly shape: number) {
    super(`kept in shape ${shape} by a later version`);
  }
}

interface Written {
  shape: number;
  value: unknown;
}

/** Only what was written with its shape has these two and nothing else. */
function isWritten(value: unknown): value is Written {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  return Object.keys(value).sort().join() === 'shape,value' && typeof (value as Written).shape === 'number';
}

/**
 * JSON in numbered shapes.
 *
 * @param readers one for each shape there ever was, by its number; 0 is what was written without one. The last is how it is written now.
 */
export function shapes<V>(...readers: readonly ((value: unknown) => V)[]): Stored<V> {
  const now = readers.length - 1;
  return {
    write: (value) => JSON.stringify(now === 0 ? value : { shape: now, value }),
    read(text) {
      const parsed: unknown = JSON.parse(text);
      const { shape, value } = isWritten(parsed) ? parsed : { shape: 0, value: parsed };
      const reader = readers[shape];
      if (!reader) throw new StoredLater(shape);
      return reader(value);
    },
  };
}

/** What was written without a shape and what is written with the first one are alike. */
export const firstShape = <V>(): Stored<V> =>
  shapes<V>(
    (value) => value as V,
    (value) => value as V,
  );

const PLAIN: Stored<string> = { write: (text) => text, read: (text) => text };

/** A sealed text. @param about what it is bound to: moved to another place it does not open */
export function sealedText<A extends readonly unknown[]>(
  columns: string | readonly string[],
  about: (...about: A) => string,
): SealedValue<string, A> {
  return sealedAs(PLAIN, columns, about);
}

/** A sealed value of more than one part, with the number of its shape. */
export function sealedAs<V, A extends readonly unknown[]>(
  stored: Stored<V>,
  columns: string | readonly string[],
  about: (...about: A) => string,
): SealedValue<V, A> {
  return {
    columns: typeof columns === 'string' ? [columns] : columns,
    close: (vault, keyId, value, ...to) => vault.seal(keyId, stored.write(value), about(...to)),
    async open(vault, keyId, sealed, ...to) {
      // What was emptied by an erasure is gone like what never was.
      const text = sealed && sealed.length > 0 ? await vault.unseal(keyId, sealed, about(...to)) : null;
      return text === null ? null : stored.read(text);
    },
    closeUnder: (keys, key, value, ...to) =>
      key ? keys.seal(key, stored.write(value), about(...to)) : keys.sealOwn(stored.write(value), about(...to)),
    openUnder: (keys, key, sealed, ...to) =>
      stored.read(key ? keys.unseal(key, sealed, about(...to)) : keys.unsealOwn(sealed, about(...to))),
  };
}
