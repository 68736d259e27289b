import { nameTokens } from '../../core/people/normalise';
import { destroyDataKeys } from '../../db/keys/dataKeys';
import { deleteWorkKeys, insertWorkKey, workNaming, workOver, type WorkKeyRow } from '../../db/keys/workKeys';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { vaultOf } from './vault';

/** How long a piece of work is kept, days: long enough to be looked at again, no longer. */
const DAYS: Readonly<Record<WorkKeyRow['kind'], number>> = {
  search: 400,
  import: 180,
  audience: 30,
  export: 30,
  mail: 60,
};
const DAY_MS = 86_400_000;
const AT_ONCE = 500;

export interface WorkAbout {
  kind: WorkKeyRow['kind'];
  subject: string;
  /** Keyed hashes of the identifiers that it names. */
  hashes?: readonly Buffer[];
  /** A name that it is about, in any order and with words missing. */
  name?: string;
}

/** A data key for one piece of work. It dies with an erasure of whom the work names, or by its own term. @returns its id */
export async function newWorkKey(ctx: Context, h: Handle, about: WorkAbout): Promise<string> {
  const id = await vaultOf(ctx, h).newKey();
  const made = ctx.clock.now();
  const ends = new Date(Date.parse(made) + DAYS[about.kind] * DAY_MS).toISOString();
  await insertWorkKey(h, {
    data_key_id: id,
    kind: about.kind,
    subject: about.subject,
    hashes: [...(about.hashes ?? [])],
    name_terms: nameTerms(ctx, about.name ?? ''),
    made_at: made,
    ends_at: ends,
  });
  return id;
}

function nameTerms(ctx: Context, name: string): Buffer[] {
  return [...new Set(nameTokens(name))].map((token) => ctx.keys.index(`work-name:${token}`));
}

/** Destroys the keys of every piece of work that names the person. @returns their ids */
export async function endWorkNaming(
  ctx: Context,
  h: Handle,
  person: { hashes: readonly Buffer[]; names: readonly string[] },
  now: string,
): Promise<string[]> {
  const rows = await workNaming(
    h,
    person.hashes,
    person.names.flatMap((name) => nameTerms(ctx, name)),
  );
  return end(h, rows, now);
}

/** Destroys the keys of work whose term is over. @returns their ids */
export async function endOldWork(ctx: Context, h: Handle): Promise<string[]> {
  return end(h, await workOver(h, ctx.clock.now(), AT_ONCE), ctx.clock.now());
}

async function end(h: Handle, rows: readonly WorkKeyRow[], now: string): Promise<string[]> {
  const ids = rows.map(({ data_key_id }) => data_key_id);
  await destroyDataKeys(h, ids, now);
  await deleteWorkKeys(h, ids);
  return ids;
}
