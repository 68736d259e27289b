import type { Handle } from '../shared/handle';

/** Sealed parts of choices recorded before an instant. */
export async function countSealedBefore(h: Handle, before: string): Promise<number> {
  const row = (await h
    .trx('choice_sealed')
    .join('choices', { 'choices.tree': 'choice_sealed.tree', 'choices.seq': 'choice_sealed.seq' })
    .where('choices.recorded_at', '<', before)
    .count('* as n')
    .first()) as unknown as { n: number };
  return Number(row.n);
}

/** Removes some of them; the choices and their leaves stay, so that every proof holds. */
export async function removeSealedBefore(h: Handle, before: string, limit: number): Promise<number> {
  const { rowCount }: { rowCount: number } = await h.trx.raw(
    `delete from choice_sealed where (tree, seq) in (select s.tree, s.seq from choice_sealed s
  join choices c on c.tree = s.tree and c.seq = s.seq
  where c.recorded_at < ? limit ?)`,
    [before, limit],
  );
  return rowCount;
}
