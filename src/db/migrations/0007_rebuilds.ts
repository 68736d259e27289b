import type { Knex } from 'knex';

/** Rebuilds of every standing: how far one is and what it found, so that a page can say so and a killed one is taken up again. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table fold_rebuilds (
      id text primary key,
      state text not null check (state in ('running', 'finished')),
      only_look boolean not null,
      last_no int not null default 0,
      done_no int not null default 0,
      people int not null default 0,
      differing int not null default 0,
      started_by text not null,
      started_at timestamptz not null,
      finished_at timestamptz
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
