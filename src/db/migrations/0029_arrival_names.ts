import type { Knex } from 'knex';

/** What could not be taken in is named to whoever can look after it, and settled by them. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table arrivals add column name_sealed bytea;
    alter table arrivals drop constraint arrivals_state_check, add constraint arrivals_state_check
      check (state in ('waiting', 'unreadable', 'settled'));
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
