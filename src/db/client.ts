import knexFactory, { type Knex } from 'knex';
import pg from 'pg';

// Days stay days: a date column must never pass through an instant of some zone.
pg.types.setTypeParser(pg.types.builtins.DATE, (value) => value);
pg.types.setTypeParser(pg.types.builtins.TIMESTAMPTZ, (value) => new Date(value).toISOString());
pg.types.setTypeParser(pg.types.builtins.INT8, (value) => Number(value));

export function createClient(connectionString: string, poolSize = 8): Knex {
  return knexFactory({ client: 'pg', connection: { connectionString, application_name: 'bookend' }, pool: { min: 0, max: poolSize } });
}
