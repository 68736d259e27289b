import { reachOf } from '../../core/access/roles';
import { link, type TrailAct } from '../../core/trail/chain';
import { readTrail, trailMonths, trailOfMonth } from '../../db/trail/readTrail';
import { userNames } from '../../db/access/users';
import type { Context } from '../context';

export interface TrailLine {
  seq: number;
  at: string;
  actor: string;
  act: string;
  subject: string | null;
  details: string | null;
}

/** Who did or saw what, when and why. Those who may not see all see their own acts. */
export async function readTrailPage(ctx: Context, filter: { subject: string | null; act: string | null; before: number | null }): Promise<{ lines: TrailLine[]; next: number | null; isChainGood: boolean }> {
  if (ctx.actor.kind !== 'user') return { lines: [], next: null, isChainGood: true };
  const all = reachOf(ctx.actor.roles, 'trail.see') === 'all';
  const actor = all ? null : ctx.actor.id;
  return ctx.transaction(async (h) => {
    const rows = await readTrail(h, { ...filter, actor, limit: 101 });
    const names = await userNames(h);
    const lines = rows.slice(0, 100).map((row) => ({
      seq: row.seq,
      at: row.at,
      actor: names.get(row.actor) ?? row.actor,
      act: row.act,
      subject: row.subject,
      details: row.details_sealed ? openDetails(ctx, row.details_sealed, row.id) : null,
    }));
    const month = ctx.clock.now().slice(0, 7);
    const isChainGood = (await trailMonths(h)).includes(month) ? brokenAt(ctx, await trailOfMonth(h, month)) === null : true;
    return { lines, next: rows.length > 100 ? rows[99]!.seq : null, isChainGood };
  });
}

/** One entry that cannot be read must not hide the others. */
function openDetails(ctx: Context, sealed: Buffer, id: string): string {
  try {
    return ctx.keys.unsealOwn(sealed, id);
  } catch {
    return '(cannot be read: altered, or sealed under another key)';
  }
}

/** The id of the first entry whose hash does not follow from the one before, or null. */
export function brokenAt(ctx: Pick<Context, 'keys'>, rows: Awaited<ReturnType<typeof trailOfMonth>>): string | null {
  let previous: Uint8Array = Buffer.alloc(32);
  for (const row of rows) {
    const sealedIsGood = !row.details_sealed || ctx.keys.hash(row.details_sealed).toString('hex') === row.details_hash;
    const expected = link((bytes) => ctx.keys.hash(bytes), previous, { id: row.id, month: row.month, at: row.at, actor: row.actor, act: row.act as TrailAct, subject: row.subject, detailsHash: row.details_hash });
    if (!sealedIsGood || Buffer.compare(Buffer.from(expected), row.hash) !== 0) return row.id;
    previous = row.hash;
  }
  return null;
}
