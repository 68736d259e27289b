import type { Knex } from 'knex';

/** The list of requests in the order they came in, as quickly as in the order they are due; each in both directions. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create index requests_by_received on requests (is_open, received_at, ref);
    create index requests_by_due_ref on requests (is_open, due_on, ref);
    drop index requests_by_due`);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
