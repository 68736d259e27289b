import type { Knex } from 'knex';

/** Whom a note brought in, so that taking it back leaves nobody behind; null: it was not written by hand, and stays. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`alter table request_notes add column joined text[]`);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
