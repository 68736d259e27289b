import type { Handle } from '../handle';
import { connectionOf } from '../insertRows';

/** All that a permission check needs of one identity, in one look-up. */
export interface OwnerRow {
  hash: Buffer;
  id: string;
  no: number;
  country: string | null;
  restricted_from: string | null;
  restricted_until: string | null;
  erased_at: string | null;
  birth_year: number | null;
  is_linked: boolean;
  folds: Buffer | null;
  is_hard: boolean | null;
  has_facts: boolean;
}

export async function ownersByHash(h: Handle, hashes: readonly Buffer[]): Promise<OwnerRow[]> {
  const { rows } = await (await connectionOf(h)).query<OwnerRow>({
    name: 'owners-by-hash',
    text: `select i.hash, p.id, p.no, p.country, p.restricted_from, p.restricted_until, p.erased_at, p.birth_year, p.is_linked, f.folds, f.is_hard,
             exists (select 1 from person_facts x where x.person_id = p.id) as has_facts
           from identifiers i join persons p on p.id = i.person_id left join person_folds f on f.person_no = p.no where i.hash = any($1)`,
    values: [hashes],
  });
  return rows;
}

export async function addPermissionCounts(h: Handle, rows: readonly { day: string; system_id: string; purpose: string; permitted: number; refused: number }[]): Promise<void> {
  if (rows.length === 0) return;
  // The same order everywhere, so that two processes that count at once never wait for each other in a circle.
  const sorted = [...rows].sort((a, b) => (`${a.day}${a.system_id}${a.purpose}` < `${b.day}${b.system_id}${b.purpose}` ? -1 : 1));
  await h.trx('permission_counts').insert(sorted).onConflict(['day', 'system_id', 'purpose']).merge({ permitted: h.trx.raw('permission_counts.permitted + excluded.permitted'), refused: h.trx.raw('permission_counts.refused + excluded.refused') });
}

export async function permissionCounts(h: Handle, since: string): Promise<{ day: string; system_id: string; purpose: string; permitted: number; refused: number }[]> {
  return h.trx('permission_counts').where('day', '>=', since).orderBy(['day', 'system_id', 'purpose']).limit(20_000) as unknown as Promise<{ day: string; system_id: string; purpose: string; permitted: number; refused: number }[]>;
}
