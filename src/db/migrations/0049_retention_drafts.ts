import type { Knex } from 'knex';

/** Rules that were taken over with the example and still have to be told in which system their records lie. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table retention_drafts (
      id text primary key,
      what text not null,
      law text not null,
      years int not null check (years between 0 and 100),
      anchor text not null check (anchor in ('event', 'calendar-year', 'financial-year')),
      sort_order int not null
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
