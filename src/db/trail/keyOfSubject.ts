import type { Handle } from '../shared/handle';

/** The living data key of the request or the person that an entry is about; null: it is about neither. */
export async function keyOfSubject(h: Handle, subject: string | null): Promise<string | null> {
  const table =
    subject === null
      ? null
      : /^BK-\d{4}-\d+$/.test(subject)
        ? { name: 'requests', column: 'ref' }
        : subject.startsWith('per_')
          ? { name: 'persons', column: 'id' }
          : null;
  if (!table) return null;
  const row: { id: string } | undefined = await h
    .trx(table.name)
    .join('data_keys', 'data_keys.id', `${table.name}.data_key_id`)
    .where(`${table.name}.${table.column}`, subject)
    .whereNotNull('data_keys.wrapped')
    .first('data_keys.id');
  return row?.id ?? null;
}
