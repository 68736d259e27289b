import type { Knex } from 'knex';

/** Conditions of a trace, keys that are struck, what is new in a later trace, topics, and a second reader. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table traces add column conditions_sealed bytea;
    alter table matches
      add column is_outside boolean not null default false,
      add column news text,
      add column topics_sealed bytea,
      add column second_asked_by text,
      add column second_verdict text,
      add column second_by text,
      add column second_at timestamptz;
    create table struck_keys (
      request_id text not null references requests,
      kind text not null,
      scope text not null,
      hash bytea not null,
      struck_by text not null,
      struck_at timestamptz not null,
      primary key (request_id, kind, scope, hash)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
