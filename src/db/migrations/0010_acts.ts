import type { Knex } from 'knex';

/** What is done to single records for a right: corrections and restrictions; a comparison that corrects for one person. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table drift_runs add column correct_person text references persons;
    -- An intention is written before its effect; its id is the same at every try.
    create table record_acts (
      id text primary key,
      request_id text not null references requests,
      system_id text not null references systems,
      collection text not null,
      record_key text not null,
      kind text not null,
      field text,
      was_sealed bytea,
      value_sealed bytea,
      state text not null,
      tries int not null default 0,
      detail text,
      intended_at timestamptz not null,
      done_at timestamptz
    );
    create index record_acts_by_request on record_acts (request_id, id);
    create index record_acts_open on record_acts (request_id) where state = 'intended';
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
