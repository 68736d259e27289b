import type { Knex } from 'knex';

/** How many records look the same once a plan's lines are anonymised, and why a small number was accepted. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table plans add column k int, add column k_accepted_sealed bytea');
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
