import type { Knex } from 'knex';

/** Helper tasks to owners of systems that Bookend cannot reach or change; what a trace could not read. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table systems add column owner_email text;
    alter table requests add column helpers_open int not null default 0;
    create table helper_tasks (
      id text primary key,
      request_id text not null references requests,
      system_id text not null references systems,
      kind text not null,
      token_hash bytea not null unique,
      owner_email text not null,
      what_sealed bytea,
      due_on date not null,
      state text not null default 'open',
      answer_sealed bytea,
      uploads int not null default 0,
      reminded_at timestamptz,
      escalated_at timestamptz,
      created_at timestamptz not null,
      done_at timestamptz
    );
    create index helper_tasks_by_request on helper_tasks (request_id, created_at);
    create index helper_tasks_open on helper_tasks (due_on) where state = 'open';
    create table trace_problems (
      id bigint generated always as identity primary key,
      trace_id text not null references traces,
      system_id text not null references systems,
      place_sealed bytea not null,
      code text not null,
      text text not null
    );
    create index trace_problems_by_trace on trace_problems (trace_id, system_id);
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
