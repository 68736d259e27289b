import type { Knex } from 'knex';

/** Programs of others are told of choices and requests: whom, how far, and each call with how it went. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table webhooks (
      id text primary key,
      name text not null,
      url text not null,
      topics text[] not null check (topics <@ array['choices', 'requests'] and cardinality(topics) > 0),
      -- Whether what is told of a choice says by which addresses and numbers the person is known.
      names_people boolean not null,
      secret_sealed bytea not null,
      -- The last choice of each tree that is in a call.
      reached text not null,
      state text not null check (state in ('on', 'off', 'given-up')),
      made_by text not null,
      created_at timestamptz not null
    );
    -- What a call will be made of: a stage that a request came to.
    create table webhook_events (
      id bigint generated always as identity primary key,
      webhook_id text not null references webhooks on delete cascade,
      request_id text not null references requests on delete cascade,
      stage text not null,
      at timestamptz not null
    );
    create index webhook_events_by_webhook on webhook_events (webhook_id, id);
    create index webhook_events_by_request on webhook_events (request_id);
    create table webhook_calls (
      id text primary key,
      no bigint generated always as identity,
      webhook_id text not null references webhooks on delete cascade,
      type text not null check (type in ('choices.recorded', 'requests.moved', 'test')),
      -- Ids of choices, or what was said of requests: their references, stages and days.
      said jsonb not null,
      state text not null check (state in ('open', 'taken')),
      tries integer not null,
      next_try_at timestamptz,
      status integer,
      fault text,
      created_at timestamptz not null,
      taken_at timestamptz
    );
    create index webhook_calls_by_webhook on webhook_calls (webhook_id, no desc);
    create unique index webhook_calls_one_open on webhook_calls (webhook_id) where state = 'open';
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
