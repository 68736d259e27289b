import type { Transform } from 'node:stream';
import type { Id } from '../core/shared/ids';

/** A data key as it lies in the database: wrapped by the master key. */
export interface WrappedKey {
  wrapped: Buffer;
  masterVersion: number;
}

/** All cryptography. Keys live outside the database. */
export interface Keys {
  /** SHA-256. */
  hash(bytes: Uint8Array): Buffer;
  random(bytes: number): Buffer;
  id<P extends string>(prefix: P): Id<P>;
  /** HMAC-SHA-256 under the index key, for look-ups. */
  index(text: string): Buffer;
  /** HMAC-SHA-256 under the suppression key of the current version. */
  suppression(text: string): { hash: Buffer; version: number };
  /** The same under every version that is kept: look-ups try each. */
  suppressions(text: string): { hash: Buffer; version: number }[];
  newDataKey(): WrappedKey;
  /** AES-256-GCM under a data key; `about` is bound in as associated data. */
  seal(key: WrappedKey, text: string, about: string): Buffer;
  /** @throws when the key is wrong or the bytes were altered */
  unseal(key: WrappedKey, sealed: Uint8Array, about: string): string;
  /** The same under the installation's own key: connections, quarantine, trail. */
  sealOwn(text: string, about: string): Buffer;
  unsealOwn(sealed: Uint8Array, about: string): string;
  /** The same for whole files, as streams: nothing is held in memory. Without a data key: under the installation’s own. */
  sealStream(key: WrappedKey | null): Transform;
  unsealStream(key: WrappedKey | null): Transform;
  /** The version under which new data keys are wrapped. */
  masterVersion(): number;
  /** The same data key under the newest master key. */
  rewrap(key: WrappedKey): WrappedKey;
  /** A value per key by which a wrong one is recognised; it tells nothing of the key. */
  checks(): { kind: string; version: number; value: Buffer }[];
  /** Everything the installation needs to read its data elsewhere, under a passphrase (scrypt, AES-256-GCM). */
  sealedCopy(passphrase: string): Buffer;
  /** Ed25519, SPKI in PEM: with it anybody can check a head. */
  publicKey(): string;
  /** Ed25519. */
  sign(bytes: Uint8Array): Buffer;
  verify(bytes: Uint8Array, signature: Uint8Array): boolean;
}
