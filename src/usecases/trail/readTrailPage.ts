import { reachOf } from '../../core/access/roles';
import { link, type TrailAct } from '../../core/trail/chain';
import { readTrail, trailOfMonth } from '../../db/trail/readTrail';
import { timesOfLooks } from '../../db/trail/looks';
import { userNames } from '../../db/access/users';
import type { TrailRow } from '../../db/trail/appendTrail';
import type { TrailLine, TrailPage } from '../../core/trail/views';
import type { Context } from '../shared/context';
import { vaultOf, type Vault } from '../keys/vault';
import { trailDetails } from './sealed';

/** Who did or saw what, when and why. Those who may not see all see their own acts. */
export async function readTrailPage(
  ctx: Context,
  filter: { subject: string | null; act: string | null; before: number | null },
): Promise<TrailPage> {
  if (ctx.actor.kind !== 'user') return { lines: [], next: null, isChainGood: true };
  const all = reachOf(ctx.actor.roles, 'trail.see') === 'all';
  const actor = all ? null : ctx.actor.id;
  // Whoever sees people masked does not read in the trail by which words others looked for them.
  const isMasked = reachOf(ctx.actor.roles, 'persons.see') === 'masked';
  return ctx.transaction(async (h) => {
    const rows = await readTrail(h, { ...filter, actor, limit: 101 });
    const names = await userNames(h);
    const times = await timesOfLooks(
      h,
      rows.map(({ id }) => id),
    );
    const vault = vaultOf(ctx, h);
    await vault.load(rows.flatMap(({ data_key_id }) => data_key_id ?? []));
    const lines: TrailLine[] = [];
    for (const row of rows.slice(0, 100))
      lines.push({
        seq: row.seq,
        at: row.at,
        actor: names.get(row.actor) ?? row.actor,
        act: row.act,
        subject: row.subject,
        times: times.get(row.id) ?? 1,
        details: await openDetails(ctx, vault, row, isMasked),
      });
    const month = ctx.clock.now().slice(0, 7);
    let isChainGood = true;
    for (let tree = 0; tree < ctx.trees; tree++)
      isChainGood &&= brokenAt(ctx, await trailOfMonth(h, tree, month)) === null;
    return { lines, next: rows.length > 100 ? rows[99]!.seq : null, isChainGood };
  });
}

/** What was looked for: words that name somebody. */
const NAMING: ReadonlySet<string> = new Set([
  'person-searched',
  'ledger-searched',
  'ledger-exported',
  'identities-linked',
  'identities-unlinked',
  'trace-started',
  'recipient-told',
]);

/** One entry that cannot be read must not hide the others. */
async function openDetails(ctx: Context, vault: Vault, row: TrailRow, isMasked: boolean): Promise<string | null> {
  if (!row.details_sealed) return null;
  if (isMasked && NAMING.has(row.act)) return '(names somebody: masked)';
  try {
    const details = await trailDetails.open(vault, row.data_key_id, row.details_sealed, row.id);
    return details ?? '(gone, with whom it named)';
  } catch {
    return '(cannot be read: altered, or sealed under another key)';
  }
}

/** Of one chain: the id of the first entry whose hash does not follow from the one before, or null. */
export function brokenAt(ctx: Pick<Context, 'keys'>, rows: Awaited<ReturnType<typeof trailOfMonth>>): string | null {
  let previous: Uint8Array = Buffer.alloc(32);
  for (const row of rows) {
    const sealedIsGood = !row.details_sealed || ctx.keys.hash(row.details_sealed).toString('hex') === row.details_hash;
    const expected = link((bytes) => ctx.keys.hash(bytes), previous, {
      id: row.id,
      month: row.month,
      at: row.at,
      actor: row.actor,
      act: row.act as TrailAct,
      subject: row.subject,
      detailsHash: row.details_hash,
    });
    if (!sealedIsGood || Buffer.compare(Buffer.from(expected), row.hash) !== 0) return row.id;
    previous = row.hash;
  }
  return null;
}
