import { ConnectorError, type Connector, type RecordRef } from '../../ports/connector';
import { guarded } from './guarded';
import { toRecord, toRecords } from './records';
import { at, isYes, keyOf, rowOf, rowsOf, tableOf, type Database, type Row } from './rows';
import type { Table } from './schema';

const FLAGS_AT_ONCE = 500;

/** Setting `restriction`: `table.column`, a true-or-false column; what hangs on a row of that table is restricted with it. */
export function restrictionOf(db: Database, setting: string): Pick<Connector, 'restrict' | 'isRestricted'> {
  const [, tableName, column] = /^([\w.]+)\.(\w+)$/.exec(setting) ?? [];
  if (!tableName || !column) return {};
  const owner = async (ref: RecordRef): Promise<{ table: Table; row: Row } | null> => {
    const { table, row } = await rowOf(db, ref);
    if (!row || table.name === tableName) return row ? { table, row } : null;
    const [record] = await toRecords(db, table, [row], [], () => null);
    for (const next of record!.refersTo) {
      const found = await owner(next);
      if (found) return found;
    }
    return null;
  };
  return {
    async restrict(ref, isOn) {
      const own = await owner(ref);
      if (!own) return { state: 'done', detail: 'nothing of it can be marked' };
      // Many that are kept may hang on one row: it is marked once, and not written again for each.
      await guarded(db, () =>
        at(db, own.table, keyOf(own.row))
          .whereRaw(`not (${db.dialect.isSame})`, [column, isOn])
          .update({ [column]: isOn }),
      );
      return {
        state: 'done',
        detail: own.table.name === ref.collection ? `${column} is ${isOn}` : `restricted with its ${own.table.name}`,
      };
    },
    isRestricted: async (ref) => isYes((await owner(ref))?.row[column]),
  };
}

/** Setting `flag`: `table.column=purpose`, a true-or-false column of a table that holds people. */
export function flagsOf(db: Database, setting: string): Pick<Connector, 'flags' | 'flagOf' | 'applyChoice'> {
  const [, tableName, column, purpose] = /^([\w.]+)\.(\w+)=([\w-]+)$/.exec(setting) ?? [];
  if (!tableName || !column || !purpose) return {};
  return {
    async *flags() {
      const table = await tableOf(db, tableName);
      const [order] = table.keyColumns;
      if (!order || table.keyColumns.length > 1)
        throw new ConnectorError(
          'wrong-answer',
          `${tableName} has no key of one column, so its flags cannot be gone through.`,
        );
      for (let after: string | null = null; ;) {
        const query = rowsOf(db, table).orderBy(order).limit(FLAGS_AT_ONCE);
        if (after !== null) query.where(order, '>', after);
        const rows = (await guarded(db, () => query)) as Row[];
        yield rows.map((row) => {
          const { person } = toRecord(db.systemId, table, row, []);
          return {
            key: keyOf(row),
            purpose,
            permits: isYes(row[column]),
            identifiers: [
              ...(person.emails ?? []).map((value) => ({ kind: 'email' as const, value })),
              ...(person.customerNumbers ?? []).map(({ value }) => ({ kind: 'customer-number' as const, value })),
              ...(person.phones ?? []).map((value) => ({ kind: 'phone' as const, value })),
            ],
          };
        });
        if (rows.length < FLAGS_AT_ONCE) return;
        after = keyOf(rows.at(-1)!);
      }
    },
    async flagOf(key) {
      const { row } = await rowOf(db, { collection: tableName, key });
      return row ? isYes(row[column]) : null;
    },
    async applyChoice(key, _purpose, permits) {
      const table = await tableOf(db, tableName);
      const changed = await guarded(db, () => at(db, table, key).update({ [column]: permits }));
      return { state: 'done', detail: changed > 0 ? `${column} is ${permits}` : 'the row is gone' };
    },
  };
}
