import type { Knex } from 'knex';

/** By what kind of device a panel was shown and answered, and how often a yes was taken back: counts, and nothing of who. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table site_counts
      add column device text not null default 'unknown' check (device in ('phone', 'computer', 'unknown')),
      add column withdrawn int not null default 0,
      drop constraint site_counts_pkey,
      add primary key (site_id, day, version, language, place, device);
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
