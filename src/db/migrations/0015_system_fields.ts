import type { Knex } from 'knex';

/** What fields of systems hold, proposed and confirmed; whether people who are no longer active are searched. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table systems add column searches_inactive boolean not null default true,
      add column inactive_rule jsonb, add column read_at timestamptz;
    alter table trace_steps add column left_out int not null default 0;
    create table system_fields (
      system_id text not null references systems,
      collection text not null,
      field text not null,
      place int not null,
      type text not null,
      proposed text,
      because text not null,
      contains jsonb not null,
      holds text,
      confirmed_by text,
      confirmed_at timestamptz,
      primary key (system_id, collection, field)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
