import type { Handle } from '../shared/handle';
import { connectionOf, insertRows } from '../shared/insertRows';

export interface FoldRow {
  person_no: number;
  folds: Buffer;
  is_hard: boolean;
}

export async function foldRows(h: Handle, personNos: readonly number[]): Promise<Map<number, FoldRow>> {
  if (personNos.length === 0) return new Map();
  const { rows } = await (
    await connectionOf(h)
  ).query<FoldRow>('select person_no, folds, is_hard from person_folds where person_no = any($1)', [personNos]);
  return new Map(rows.map((row) => [row.person_no, row]));
}

/** Puts folds in place of those that were there; `fresh` are people who have none yet. */
export async function saveFolds(h: Handle, fresh: readonly FoldRow[], changed: readonly FoldRow[]): Promise<void> {
  await insertRows(h, 'person_folds', ['person_no', 'folds', 'is_hard'], fresh);
  if (changed.length === 0) return;
  await (
    await connectionOf(h)
  ).query(
    `insert into person_folds (person_no, folds, is_hard) select * from unnest($1::int[], $2::bytea[], $3::boolean[])
     on conflict (person_no) do update set folds = excluded.folds, is_hard = excluded.is_hard`,
    [changed.map((row) => row.person_no), changed.map((row) => row.folds), changed.map((row) => row.is_hard)],
  );
}
