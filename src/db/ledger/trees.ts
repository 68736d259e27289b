import type { Handle } from '../shared/handle';

/**
 * Holds some trees for adding to them: sequence and time of record are given under it, so that nothing is later inserted in a
 * tree below a `knownAt`. Always all at once and in order, and after {@link lockIdentifiers}: nobody waits in a circle.
 */
export async function lockTrees(h: Handle, trees: readonly number[]): Promise<void> {
  if (trees.length === 0) return;
  await h.trx.raw('select tree from ledger_trees where tree = any(?::smallint[]) order by tree for no key update', [
    trees as number[],
  ]);
}

/** Holds recording off, but not others who only hold it off: for work on different people side by side. */
export async function holdLedger(h: Handle): Promise<void> {
  await h.trx.raw('select tree from ledger_trees order by tree for share');
}

const STRIPES = 64;
/** Any number that no other lock of two numbers has. */
const IDENTIFIERS = 4171;

async function lockStripes(h: Handle, stripes: readonly number[]): Promise<void> {
  await h.trx.raw(
    'select pg_advisory_xact_lock(?, stripe) from (select unnest(?::int[]) as stripe order by 1) as in_order',
    [IDENTIFIERS, stripes as number[]],
  );
}

/**
 * Whose these identifiers are stays as it is until the transaction ends: two deliveries that name one address never make two
 * people of it. Locks are by stripes of the keyed hashes, so that different people are worked on side by side.
 */
export async function lockIdentifiers(h: Handle, hashes: readonly Buffer[]): Promise<void> {
  if (hashes.length > 0) await lockStripes(h, [...new Set(hashes.map((hash) => hash[0]! % STRIPES))]);
}

/** For a transaction that records more than once: everything at once, as taking more later could wait in a circle. */
export async function lockWholeLedger(h: Handle): Promise<void> {
  await lockStripes(
    h,
    Array.from({ length: STRIPES }, (_, stripe) => stripe),
  );
  await h.trx.raw('select tree from ledger_trees order by tree for no key update');
}

export async function countTrees(h: Handle): Promise<number> {
  const row = (await h.trx('ledger_trees').count('* as n').first()) as unknown as { n: number };
  return Number(row.n);
}

/**
 * Gives the ledger its number of trees, which no choice may precede: the tree of a person follows from it.
 *
 * @returns whether it has it now
 */
export async function fixTrees(h: Handle, wanted: number): Promise<boolean> {
  if ((await countTrees(h)) === wanted) return true;
  await lockWholeLedger(h);
  if (await h.trx('choices').first('seq')) return false;
  await h.trx('ledger_trees').where('tree', '>=', wanted).delete();
  await h.trx.raw('insert into ledger_trees select generate_series(0, ?::int - 1) on conflict do nothing', [wanted]);
  return true;
}
