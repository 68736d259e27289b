import { reachOf } from '../../core/access/roles';
import { link, type TrailAct } from '../../core/trail/chain';
import { readTrail, trailOfMonth } from '../../db/trail/readTrail';
import { timesOfLooks } from '../../db/trail/looks';
import { userNames } from '../../db/access/users';
import { listSystems } from '../../db/systems/systems';
import type { TrailRow } from '../../db/trail/appendTrail';
import type { TrailLine, TrailPage } from '../../core/trail/views';
import type { Context } from '../shared/context';
import { spellOut } from '../../core/words/spellOut';
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
    const systems = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
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
        about: row.subject && sayAbout(row.subject, systems),
        times: times.get(row.id) ?? 1,
        details: nameSystems(await openDetails(ctx, vault, row, isMasked), systems),
      });
    const month = ctx.clock.now().slice(0, 7);
    let isChainGood = true;
    for (let tree = 0; tree < ctx.trees; tree++)
      isChainGood &&= brokenAt(ctx, await trailOfMonth(h, tree, month)) === null;
    return { lines, next: rows.length > 100 ? rows[99]!.seq : null, isChainGood };
  });
}

type Names = ReadonlyMap<string, string>;

const SYSTEM_ID = /\bsys_[A-Za-z0-9]+/g;

/** A subject as it is called: a system by its name, a letter by its kind, what came in by mail as that. */
function sayAbout(subject: string, systems: Names): string {
  if (subject.startsWith('BK-')) return subject;
  const thing = THINGS[subject.slice(0, 4)];
  return thing ?? nameSystems(subject, systems) ?? subject;
}

/** Whose number says nothing to a reader; it stands in the tooltip. */
const THINGS: Readonly<Record<string, string>> = {
  prp_: 'a message to the privacy mailbox',
  per_: 'a person',
  aud_: 'a list',
  imp_: 'a file that was taken in',
};

/** What is a code as a whole, in words: a kind of letter, of work. */
const spelt = (text: string) => (/^[a-z]+(-[a-z]+)+$/.test(text) ? spellOut(text) : text);

/** Systems by their names: `sys_shop/orders` is “Web shop, orders”. */
function nameSystems(text: string | null, systems: Names): string | null {
  if (text === null) return null;
  return spelt(text)
    .replace(SYSTEM_ID, (id: string) => systems.get(id) ?? id)
    .replace(/(?<=\p{L})\/(?=\p{L})/gu, ', ');
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
