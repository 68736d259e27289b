import type { SystemId } from '../../core/shared/ids';
import type { Reference, ReferenceEnds, ReferenceMeaning } from '../../core/systems/references';
import type { Handle } from '../shared/handle';

export interface ReferenceRow {
  system_id: SystemId;
  collection: string;
  fields: string[];
  to_collection: string;
  to_fields: string[];
  /** Empty: whatever the record says. */
  when_field: string;
  when_value: string;
  origin: 'declared' | 'proposed' | 'by-hand';
  because: string;
  proposed: ReferenceMeaning;
  /** As confirmed. */
  meaning: ReferenceMeaning;
  confirmed_by: string | null;
  confirmed_at: string | null;
}

const KEY = ['system_id', 'collection', 'fields', 'to_collection', 'to_fields', 'when_field', 'when_value'] as const;
const MOST = 5000;

/** Where a reference is kept. */
export function placeOf(systemId: SystemId, ends: ReferenceEnds): Pick<ReferenceRow, (typeof KEY)[number]> {
  return {
    system_id: systemId,
    collection: ends.collection,
    fields: [...ends.fields],
    to_collection: ends.to,
    to_fields: [...ends.toFields],
    when_field: ends.when?.field ?? '',
    when_value: ends.when?.value ?? '',
  };
}

export function endsOf(row: Pick<ReferenceRow, (typeof KEY)[number]>): ReferenceEnds {
  const when = row.when_field === '' ? null : { field: row.when_field, value: row.when_value };
  return { collection: row.collection, fields: row.fields, to: row.to_collection, toFields: row.to_fields, when };
}

export async function referencesOf(h: Handle, systemId: SystemId): Promise<ReferenceRow[]> {
  return h
    .trx('system_references')
    .where({ system_id: systemId })
    .orderBy(['collection', 'to_collection', 'fields', 'when_value'])
    .limit(MOST);
}

/** What people said of a reference stays, and so does what they declared; what is proposed no longer goes. */
export async function replaceReferences(
  h: Handle,
  systemId: SystemId,
  rows: readonly Omit<ReferenceRow, 'meaning' | 'confirmed_by' | 'confirmed_at'>[],
): Promise<void> {
  await h.trx('system_references').where({ system_id: systemId }).whereNull('confirmed_at').delete();
  for (const row of rows) {
    await h
      .trx('system_references')
      .insert({ ...row, meaning: row.proposed })
      .onConflict([...KEY])
      .merge(['because', 'proposed']);
  }
}

export async function referenceAt(
  h: Handle,
  place: Pick<ReferenceRow, (typeof KEY)[number]>,
): Promise<ReferenceRow | null> {
  return (await h.trx('system_references').where(place).first()) ?? null;
}

export async function putReference(h: Handle, row: ReferenceRow): Promise<void> {
  await h
    .trx('system_references')
    .insert(row)
    .onConflict([...KEY])
    .merge(['meaning', 'confirmed_by', 'confirmed_at']);
}

export async function removeReference(h: Handle, place: Pick<ReferenceRow, (typeof KEY)[number]>): Promise<void> {
  await h.trx('system_references').where(place).delete();
}

/** What people have confirmed of one system's references, as its connector takes it. */
export async function confirmedReferences(h: Handle, systemId: SystemId): Promise<Reference[]> {
  const rows = (await h
    .trx('system_references')
    .where({ system_id: systemId })
    .whereNotNull('confirmed_at')
    .limit(MOST)) as ReferenceRow[];
  return rows.map((row) => ({ ...endsOf(row), meaning: row.meaning }));
}
