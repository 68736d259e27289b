import type { Knex } from 'knex';

/** How a page of a site looked to somebody who was never there, before and after each answer. Nothing of a visitor is in it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table site_tries (
      run_id text primary key references runs on delete cascade,
      site_id text not null references sites,
      url text not null,
      place text not null,
      language text not null,
      gpc boolean not null
    );
    create table site_try_looks (
      run_id text not null references site_tries on delete cascade,
      place int not null,
      state text not null,
      look jsonb not null,
      picture bytea,
      primary key (run_id, place)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
