import type { Handle } from '../shared/handle';

/** Of a look that was begun after an instant: counts it once more. @returns false: there is none, it begins now */
export async function repeatLook(h: Handle, key: Buffer, after: string): Promise<boolean> {
  const result: { rowCount: number } = await h.trx.raw(
    `
    update looks set times = times + 1 where trail_id =
      (select trail_id from looks where key = ? and at > ? order by at desc limit 1 for update)`,
    [key, after],
  );
  return result.rowCount > 0;
}

export async function insertLook(h: Handle, look: { trail_id: string; key: Buffer; at: string }): Promise<void> {
  await h.trx('looks').insert(look);
}

/** How often each of these looks was repeated; those that were not are left out. */
export async function timesOfLooks(h: Handle, trailIds: readonly string[]): Promise<Map<string, number>> {
  const rows: { trail_id: string; times: number }[] = await h
    .trx('looks')
    .select('trail_id', 'times')
    .whereIn('trail_id', [...trailIds])
    .where('times', '>', 1);
  return new Map(rows.map(({ trail_id, times }) => [trail_id, times]));
}

/** Those that were looked at once and can be repeated no more say nothing. */
export async function forgetSingleLooks(h: Handle, before: string): Promise<void> {
  await h.trx('looks').where({ times: 1 }).where('at', '<', before).delete();
}
