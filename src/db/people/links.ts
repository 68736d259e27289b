import type { DataKeyId, PersonId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface LinkRow {
  id: string;
  person_a: string;
  person_b: string;
  reason_sealed: Buffer;
  /** The key both reasons are sealed under; null: the installation's own, from before. */
  data_key_id: DataKeyId | null;
  linked_at: string;
  linked_by: string;
  unlinked_at: string | null;
  unlinked_by: string | null;
}

/**
 * Every link that reaches a person, directly or over others, as it was known at a moment.
 *
 * @param knownAt instant
 */
export async function linksAround(h: Handle, personId: PersonId, knownAt: string): Promise<LinkRow[]> {
  const { rows }: { rows: LinkRow[] } = await h.trx.raw(
    `with recursive open as (select * from person_links
  where linked_at <= :knownAt and (unlinked_at is null or unlinked_at > :knownAt)),
       reached (id) as (
         select :personId::text
         union
         select case when o.person_a = r.id then o.person_b else o.person_a end from reached r
           join open o on r.id in (o.person_a, o.person_b)
       )
     select * from open where person_a in (select id from reached) order by linked_at, id limit 200`,
    { personId, knownAt },
  );
  return rows;
}

export async function insertLinkRow(h: Handle, row: Omit<LinkRow, 'unlinked_at' | 'unlinked_by'>): Promise<void> {
  await h.trx('person_links').insert(row);
}

export async function openLinkBetween(h: Handle, a: string, b: string): Promise<LinkRow | undefined> {
  return h
    .trx('person_links')
    .where({ person_a: a < b ? a : b, person_b: a < b ? b : a })
    .whereNull('unlinked_at')
    .forUpdate()
    .first();
}

export async function closeLink(
  h: Handle,
  id: string,
  change: { unlinked_at: string; unlinked_by: string; unlink_reason_sealed: Buffer },
): Promise<void> {
  await h.trx('person_links').where({ id }).update(change);
}

/** Whether any link of the person is or ever was: their standing is then worked out from the choices. */
export async function markLinked(h: Handle, personIds: readonly PersonId[]): Promise<void> {
  await h
    .trx('persons')
    .whereRaw('id = any(?)', [personIds as string[]])
    .update({ is_linked: true });
}
