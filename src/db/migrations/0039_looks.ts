import type { Knex } from 'knex';

/** A look that is repeated within minutes is the one entry it began with, and how often it was. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table looks (
      trail_id text primary key references trail (id),
      key bytea not null,
      at timestamptz not null,
      times int not null default 1
    );
    create index looks_by_key on looks (key, at desc);
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
