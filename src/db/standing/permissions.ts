import type { SystemId } from '../../core/shared/ids';
import pg from 'pg';
import { groupBy } from '../../core/shared/groupBy';
import { placeKey, type Place } from '../../core/ledger/trees';
import type { Handle } from '../shared/handle';
import { connectionOf } from '../shared/insertRows';

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

/** What permission checks read: two look-ups, and a handle for the few people of whom more has to be known. */
export interface PermissionReads {
  /** Whom identifiers point at, and which of them were erased; each by its keyed hash. */
  owners(
    hashes: readonly Buffer[],
    suppressed: readonly Buffer[],
  ): Promise<{ owners: OwnerRow[]; erased: Map<string, string> }>;
  /** Ids of choices, by {@link placeKey}. */
  choiceIds(places: readonly Place[]): Promise<Map<string, string>>;
  handle<T>(work: (h: Handle) => Promise<T>): Promise<T>;
}

type Ask = <R extends object>(query: { name: string; text: string; values: unknown[] }) => Promise<{ rows: R[] }>;

// One round trip for both; a statement that has a name is planned once per connection.
const OWNERS = {
  name: 'owners-by-hash',
  text: `select i.hash, p.id, p.no, p.country, p.restricted_from, p.restricted_until, p.erased_at, p.birth_year,
  p.is_linked, f.folds, f.is_hard,
           exists (select 1 from person_facts x where x.person_id = p.id) as has_facts,
             null::timestamptz as suppressed_at
         from identifiers i join persons p on p.id = i.person_id left join person_folds f on f.person_no = p.no
           where i.hash = any($1)
         union all
         select s.hash, null, null, null, null, null, null, null, null, null, null, null, s.erased_at
           from suppressions s where s.hash = any($2)`,
};
const CHOICE_IDS = { name: 'choice-ids', text: 'select tree, seq, id from choices where tree = $1 and seq = any($2)' };

function readsBy(ask: Ask, handle: PermissionReads['handle']): PermissionReads {
  return {
    handle,
    async owners(hashes, suppressed) {
      const { rows } = await ask<OwnerRow & { suppressed_at: string | null }>({
        ...OWNERS,
        values: [hashes, suppressed],
      });
      return {
        owners: rows.filter(({ suppressed_at }) => suppressed_at === null),
        erased: new Map(
          rows.flatMap(({ hash, suppressed_at }) =>
            suppressed_at === null ? [] : [[hash.toString('latin1'), suppressed_at]],
          ),
        ),
      };
    },
    async choiceIds(places) {
      const ids = new Map<string, string>();
      for (const [tree, own] of groupBy(places, (place) => String(place.tree))) {
        const { rows } = await ask<Place & { id: string }>({
          ...CHOICE_IDS,
          values: [tree, own.map(({ seq }) => seq)],
        });
        for (const row of rows) ids.set(placeKey(row), row.id);
      }
      return ids;
    },
  };
}

/** Within a transaction. */
export function readsIn(h: Handle): PermissionReads {
  return readsBy(
    async (query) => (await connectionOf(h)).query(query),
    (work) => work(h),
  );
}

/** Each look-up by itself, over connections of their own: a check needs no transaction around it. */
export function readsOver(
  address: string,
  connections: number,
  begin: PermissionReads['handle'],
): PermissionReads & { close(): Promise<void> } {
  const pool = new pg.Pool({ connectionString: address, application_name: 'bookend-checks', max: connections });
  // A connection that ends while nobody uses it is made anew; whoever asks meanwhile is told.
  pool.on('error', () => {});
  return { ...readsBy((query) => pool.query(query), begin), close: () => pool.end() };
}

export async function addPermissionCounts(
  h: Handle,
  rows: readonly { day: string; system_id: SystemId; purpose: string; permitted: number; refused: number }[],
): Promise<void> {
  if (rows.length === 0) return;
  // The same order everywhere, so that two processes that count at once never wait for each other in a circle.
  const sorted = [...rows].sort((a, b) =>
    `${a.day}${a.system_id}${a.purpose}` < `${b.day}${b.system_id}${b.purpose}` ? -1 : 1,
  );
  await h
    .trx('permission_counts')
    .insert(sorted)
    .onConflict(['day', 'system_id', 'purpose'])
    .merge({
      permitted: h.trx.raw('permission_counts.permitted + excluded.permitted'),
      refused: h.trx.raw('permission_counts.refused + excluded.refused'),
    });
}

/** Checks by system and purpose since a day, those that asked most first. */
export async function permissionCounts(
  h: Handle,
  since: string,
): Promise<{ system_id: SystemId; purpose: string; permitted: number; refused: number; last_day: string }[]> {
  const {
    rows,
  }: { rows: { system_id: SystemId; purpose: string; permitted: number; refused: number; last_day: string }[] } =
    await h.trx.raw(
      `select system_id, purpose, sum(permitted)::int8 as permitted, sum(refused)::int8 as refused,
  max(day) as last_day from permission_counts where day >= ? group by 1, 2
  order by sum(permitted + refused) desc, 1, 2 limit 100`,
      [since],
    );
  return rows;
}
