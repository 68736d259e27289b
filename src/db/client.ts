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
pg.types.setTypeParser(pg.types.builtins.INT8, (value) => (Number.isSafeInteger(Number(value)) ? Number(value) : value));

export function createClient(connectionString: string, poolSize = 8): Knex {
  return knexFactory({ client: 'pg', connection: { connectionString, application_name: 'bookend' }, pool: { min: 0, max: poolSize } });
}
