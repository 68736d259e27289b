import { dataKeys, insertDataKeys, type DataKeyRow } from '../../db/keys/dataKeys';
import type { Handle } from '../../db/shared/handle';
import type { Keys, WrappedKey } from '../../ports/keys';
import type { Context } from '../shared/context';

/**
 * Opens and closes texts under the data keys of one transaction; asks the database once per key. Without a key it is
 * the installation's own. What is sealed where is declared in the `sealed.ts` of each domain.
 */
export interface Vault {
  newKey(): Promise<string>;
  /** @throws where the key was destroyed: what dies with it must not be written under another */
  seal(keyId: string | null, text: string, about: string): Promise<Buffer>;
  /** Null where the key was destroyed. */
  unseal(keyId: string | null, sealed: Uint8Array | null, about: string): Promise<string | null>;
  load(keyIds: readonly string[]): Promise<void>;
}

export function vaultOf(ctx: Context, h: Handle): Vault {
  const known = new Map<string, DataKeyRow>();
  const wrapped = async (id: string): Promise<WrappedKey | null> => {
    if (!known.has(id)) await load([id]);
    return asWrapped(known.get(id));
  };
  const load = async (ids: readonly string[]) => {
    const missing = ids.filter((id) => !known.has(id));
    if (missing.length > 0) for (const [id, row] of await dataKeys(h, missing)) known.set(id, row);
  };
  return {
    load,
    async newKey() {
      const row = newDataKeyRow(ctx.keys, ctx.clock.now());
      await insertDataKeys(h, [row]);
      known.set(row.id, row);
      return row.id;
    },
    async seal(keyId, text, about) {
      if (keyId === null) return ctx.keys.sealOwn(text, about);
      const key = await wrapped(keyId);
      if (!key) throw new Error(`data key ${keyId} is destroyed or unknown`);
      return ctx.keys.seal(key, text, about);
    },
    async unseal(keyId, sealed, about) {
      if (!sealed) return null;
      if (keyId === null) return ctx.keys.unsealOwn(sealed, about);
      const key = await wrapped(keyId);
      return key ? ctx.keys.unseal(key, sealed, about) : null;
    },
  };
}

export function newDataKeyRow(keys: Keys, now: string): DataKeyRow {
  const key = keys.newDataKey();
  return { id: keys.id('key'), wrapped: key.wrapped, master_version: key.masterVersion, created_at: now };
}

export function asWrapped(row: DataKeyRow | undefined): WrappedKey | null {
  return row?.wrapped ? { wrapped: row.wrapped, masterVersion: row.master_version } : null;
}
