import type { SystemId } from '../../core/shared/ids';
import type { Mapping } from '../../core/imports/mapping';
import type { Handle } from '../shared/handle';

export interface MappingRow {
  id: string;
  system_id: SystemId;
  name: string;
  mapping: Mapping;
  created_by: string;
  created_at: string;
}

export async function mappingsOf(h: Handle, systemId: SystemId): Promise<MappingRow[]> {
  return h.trx('import_mappings').where({ system_id: systemId }).orderBy('name').limit(100);
}

export async function saveMappingRow(h: Handle, row: MappingRow): Promise<void> {
  await h
    .trx('import_mappings')
    .insert({ ...row, mapping: JSON.stringify(row.mapping) })
    .onConflict(['system_id', 'name'])
    .merge(['mapping', 'created_by', 'created_at']);
}

export async function systemsWithMappings(h: Handle): Promise<string[]> {
  const rows: { system_id: SystemId }[] = await h.trx('import_mappings').distinct('system_id');
  return rows.map(({ system_id }) => system_id);
}
