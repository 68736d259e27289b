import type { Knex } from 'knex';

/** What is done once whoever asks (a call, a message, a day's work) is claimed in one table. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table claims (
      -- whose keys they are: a caller's, a sender's, a task's
      scope text not null,
      key text not null,
      state text not null check (state in ('held', 'done', 'failed')),
      tries int not null default 1,
      -- of a call: what it came with, and what it was answered
      content_hash bytea,
      answer jsonb,
      -- why it failed: a code
      cause text,
      claimed_at timestamptz not null,
      ended_at timestamptz,
      expires_at timestamptz not null,
      primary key (scope, key)
    );
    create index claims_expire on claims (expires_at);
    insert into claims (scope, key, state, content_hash, answer, claimed_at, expires_at)
      select 'call:' || api_key_id, encode(key_hash, 'hex'), 'done', body_hash,
        jsonb_build_object('status', status, 'body', answer), expires_at - interval '24 hours', expires_at
      from idempotency_keys where status is not null;
    insert into claims (scope, key, state, claimed_at, expires_at)
      select 'webhook:' || system_id, webhook_id, 'done', seen_at, seen_at + interval '2 days' from webhooks_seen;
    insert into claims (scope, key, state, tries, cause, claimed_at, ended_at, expires_at)
      select 'daily:' || task, day::text, case state when 'running' then 'held' else state end, tries, error, started_at,
        finished_at, started_at + interval '30 days' from daily_runs;
    drop table idempotency_keys;
    drop table webhooks_seen;
    drop table daily_runs;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
