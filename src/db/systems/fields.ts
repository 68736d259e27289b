import type { SystemId } from '../../core/shared/ids';
import type { Holds } from '../../core/systems/fieldHolds';
import type { FieldRole } from '../../core/systems/fieldRoles';
import type { FieldHolds } from '../../ports/connector';
import type { Handle } from '../shared/handle';

export interface FieldRow {
  system_id: SystemId;
  collection: string;
  field: string;
  place: number;
  type: string;
  proposed: Holds | null;
  because: string;
  contains: Record<string, number>;
  holds: Holds | null;
  proposed_role: FieldRole;
  /** As confirmed. */
  role: FieldRole;
  confirmed_by: string | null;
  confirmed_at: string | null;
}

export async function fieldsOf(h: Handle, systemId: SystemId): Promise<FieldRow[]> {
  return h.trx('system_fields').where({ system_id: systemId }).orderBy(['collection', 'place']).limit(20_000);
}

/** What was confirmed stays; what is there no longer goes. */
export async function replaceFields(
  h: Handle,
  systemId: SystemId,
  rows: readonly Omit<FieldRow, 'holds' | 'role' | 'confirmed_by' | 'confirmed_at'>[],
): Promise<void> {
  const kept = rows.map(({ collection, field }) => `${collection}\u0001${field}`);
  await h
    .trx('system_fields')
    .where({ system_id: systemId })
    .whereRaw(`not (collection || chr(1) || field = any(?))`, [kept])
    .delete();
  for (let n = 0; n < rows.length; n += 500) {
    await h
      .trx('system_fields')
      .insert(rows.slice(n, n + 500).map((row) => ({ ...row, contains: JSON.stringify(row.contains) })))
      .onConflict(['system_id', 'collection', 'field'])
      .merge(['place', 'type', 'proposed', 'proposed_role', 'because', 'contains']);
  }
}

export async function confirmField(
  h: Handle,
  at: Pick<FieldRow, 'system_id' | 'collection' | 'field'>,
  change: Pick<FieldRow, 'holds' | 'role' | 'confirmed_by' | 'confirmed_at'>,
): Promise<number> {
  return h
    .trx('system_fields')
    .where({ system_id: at.system_id, collection: at.collection, field: at.field })
    .update(change);
}

/**
 * What people have confirmed of one system's fields, as its connector takes it. What is another party's is running
 * text to it: it can mention whoever is looked for, and says nothing of whom the record is about.
 */
export async function confirmedFields(h: Handle, systemId: SystemId): Promise<FieldHolds> {
  const rows = (await h
    .trx('system_fields')
    .where({ system_id: systemId })
    .whereNotNull('confirmed_at')
    .select('collection', 'field', 'holds', 'role')
    .limit(20_000)) as Pick<FieldRow, 'collection' | 'field' | 'holds' | 'role'>[];
  const holds: Record<string, Record<string, Holds | null>> = {};
  for (const row of rows)
    (holds[row.collection] ??= {})[row.field] = row.holds && row.role === 'other' ? 'free-text' : row.holds;
  return holds;
}
