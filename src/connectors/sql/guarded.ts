import { ConnectorError } from '../../ports/connector';
import type { Database } from './rows';

const WORDS = {
  'not-allowed': 'The database does not let us in.',
  'time-out': 'The database did not answer in time.',
  'wrong-answer': 'The database’s schema is not what it was.',
  refused: 'The database refuses the connection.',
} as const;

/** Every failure of the database becomes one of the kinds that people and the retry know. A value never stands in its words. */
export async function guarded<T>(work: () => PromiseLike<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    if (cause instanceof ConnectorError) throw cause;
    const code = cause instanceof Error && 'code' in cause ? String(cause.code) : '';
    if (/^2[23]/.test(code)) throw new ConnectorError('constraint', refusalOf(cause as PgError, code), null, { cause });
    const kind = /^(28|3D)|42501/.test(code)
      ? 'not-allowed'
      : code === '57014' || code === '55P03'
        ? 'time-out'
        : /^(42)/.test(code)
          ? 'wrong-answer'
          : cause instanceof Error && /timeout|timed out/i.test(cause.message)
            ? 'time-out'
            : 'refused';
    throw new ConnectorError(kind, `${WORDS[kind]} (${code || 'no code'})`, null, { cause });
  }
}

interface PgError extends Error {
  table?: string;
  column?: string;
  constraint?: string;
}

function refusalOf({ table, column, constraint }: PgError, code: string): string {
  const place = [table, column].filter(Boolean).join('.');
  return `The database refuses this change${place ? `, because of ${place}` : ''}${constraint ? ` (${constraint})` : ''} (${code}).`;
}

/** The same for a change: a reference that stands in the way is named with its columns. */
export async function guardedChange<T>(db: Database, work: () => PromiseLike<T>): Promise<T> {
  try {
    return await guarded(work);
  } catch (error) {
    const cause = error instanceof ConnectorError ? (error.cause as PgError | undefined) : undefined;
    const name = cause?.constraint;
    if (!name) throw error;
    for (const table of await db.tables()) {
      const reference = table.references.find(
        (one) => one.name === name && (!cause.table || cause.table === table.table),
      );
      if (reference)
        throw new ConnectorError(
          'constraint',
          `The database refuses this: ${table.name}.${reference.columns.join(', ')} refers to ${reference.toTable} (${name}).`,
          null,
          { cause: error },
        );
    }
    throw error;
  }
}
