import type { Knex } from 'knex';

/** Requests that were under way elsewhere: by what a line of a file is known again, so that none is opened twice. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table requests add column taken_over_hash bytea;
    create unique index requests_by_taken_over on requests (taken_over_hash);
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
