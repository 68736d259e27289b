import type { Handle } from '../shared/handle';

export interface KeyCheckRow {
  kind: string;
  version: number;
  value: Buffer;
}

export async function keyChecks(h: Handle): Promise<KeyCheckRow[]> {
  return h.trx('key_checks').select('kind', 'version', 'value');
}

export async function insertKeyChecks(h: Handle, rows: readonly KeyCheckRow[]): Promise<void> {
  if (rows.length > 0)
    await h
      .trx('key_checks')
      .insert(rows as KeyCheckRow[])
      .onConflict(['kind', 'version'])
      .ignore();
}
