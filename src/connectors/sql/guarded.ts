import { ConnectorError } from '../../ports/connector';
import type { Fault } from './dialect';
import type { Database } from './rows';

const WORDS = {
  'not-allowed': 'The database does not let us in.',
  'time-out': 'The database did not answer in time.',
  'wrong-answer': 'The database’s schema is not what it was.',
  refused: 'The database refuses the connection.',
} as const;

/** Every failure of the database becomes one of the kinds that people and the retry know. A value never stands in its words. */
export async function guarded<T>({ dialect }: Pick<Database, 'dialect'>, work: () => PromiseLike<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    if (cause instanceof ConnectorError) throw cause;
    const fault = dialect.fault(cause);
    const { kind, code } = fault;
    if (kind === 'constraint') throw new ConnectorError(kind, refusalOf(fault), null, { cause });
    throw new ConnectorError(kind, `${WORDS[kind]} (${code || 'no code'})`, null, { cause });
  }
}

function refusalOf({ table, column, constraint, code }: Fault): string {
  const place = [table, column].filter(Boolean).join('.');
  return `The database refuses this change${place ? `, because of ${place}` : ''}${constraint ? ` (${constraint})` : ''} (${code}).`;
}

/** The same for a change: a reference that stands in the way is named with its columns. */
export async function guardedChange<T>(db: Database, work: () => PromiseLike<T>): Promise<T> {
  try {
    return await guarded(db, work);
  } catch (error) {
    const cause = error instanceof ConnectorError ? error.cause : undefined;
    const fault = cause ? db.dialect.fault(cause) : null;
    if (!fault?.constraint) throw error;
    for (const table of await db.tables()) {
      const reference = table.references.find(
        (one) => one.name === fault.constraint && (!fault.table || fault.table === table.table),
      );
      if (reference)
        throw new ConnectorError(
          'constraint',
          `The database refuses this: ${table.name}.${reference.columns.join(', ')} refers to ${reference.toTable} (${fault.constraint}).`,
          null,
          { cause: error },
        );
    }
    throw error;
  }
}
