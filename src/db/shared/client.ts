import knexFactory, { type Knex } from 'knex';
import pg from 'pg';

// Days stay days: a date column must never pass through an instant of some zone.
pg.types.setTypeParser(pg.types.builtins.DATE, (value) => value);
// A moment that the language cannot hold, such as infinity or one before our era, stays the text that the database says.
pg.types.setTypeParser(pg.types.builtins.TIMESTAMPTZ, (value) => {
  const at = new Date(value);
  return Number.isNaN(at.getTime()) ? value : at.toISOString();
});
// A number of nineteen digits, such as other systems give their records, is no number here: rounded, it would be another record's.
pg.types.setTypeParser(pg.types.builtins.INT8, (value) =>
  Number.isSafeInteger(Number(value)) ? Number(value) : value,
);

/** Said by what was thrown, and logged there by its kind: Knex would write it out a second time. */
const SILENT = { debug() {}, warn() {}, error() {}, deprecate() {} };

export function createClient(connectionString: string, poolSize = 8): Knex {
  return knexFactory({
    client: 'pg',
    log: SILENT,
    connection: { connectionString, application_name: 'bookend' },
    pool: { min: 0, max: poolSize },
  });
}

/** The connection (08, 57P) and the network. A connection that ends in the middle of a query has words only. */
const AWAY = /^(08|57P0|53300|ECONN|EPIPE|ETIMEDOUT|EHOSTUNREACH|ENOTFOUND|ENOENT$)/;

/** Knex writes the query before the words. */
const ENDED =
  /(^| - )Connection (terminated|ended|closed)|Timeout acquiring a connection|Client has encountered a connection error/i;

/** Whether an error says that the database does not answer, rather than that it was asked something wrong. */
export function isDatabaseAway(error: unknown): boolean {
  // By what it carries, not by its class: a build may hold a class more than once.
  const { code, syscall, message } = (typeof error === 'object' && error !== null ? error : {}) as {
    code?: unknown;
    syscall?: unknown;
    message?: unknown;
  };
  if (typeof code === 'string') return AWAY.test(code) && (code !== 'ENOENT' || syscall === 'connect');
  return typeof message === 'string' && ENDED.test(message);
}
