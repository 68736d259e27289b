import type { Knex } from 'knex';

/** A request's regime and receipt can be corrected with both kept; appeals; owners; notes; status pages; calendar feeds; digests. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table requests
      add column region text,
      add column appeal text not null default 'none',
      add column authority text not null default 'not-needed',
      add column owner_id text references users,
      add column status_hash bytea,
      add column joined_to text references requests;
    create index requests_by_owner on requests (owner_id, is_open) where owner_id is not null;

    create table request_changes (
      id bigint generated always as identity primary key,
      request_id text not null references requests,
      regime_was text not null,
      regime text not null,
      received_was timestamptz not null,
      received_at timestamptz not null,
      reason_sealed bytea not null,
      actor text not null,
      at timestamptz not null
    );
    create index request_changes_by_request on request_changes (request_id, id);

    create table request_notes (
      id text primary key,
      request_id text not null references requests,
      author_id text not null references users,
      text_sealed bytea not null,
      mentions text[] not null default '{}',
      at timestamptz not null
    );
    create index request_notes_by_request on request_notes (request_id, at);

    create table calendar_feeds (
      user_id text primary key references users,
      token_hash bytea not null unique,
      made_at timestamptz not null
    );
    -- One mail a colleague a day: the row is written in the transaction that queues it.
    create table digests (
      user_id text not null references users,
      day date not null,
      primary key (user_id, day)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
