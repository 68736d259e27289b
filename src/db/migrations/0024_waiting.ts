import type { Knex } from 'knex';

/**
 * What waits is in the database, where every process sees it: letters and their next try, what came in and is not kept
 * yet, daily work, signs of life.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table letters add column next_try_at timestamptz;
    alter table outbox add column next_try_at timestamptz;
    drop index letters_waiting;
    drop index outbox_waiting;
    create index letters_waiting on letters (next_try_at nulls first, queued_at) where state = 'queued';
    create index outbox_waiting on outbox (next_try_at nulls first, queued_at) where state = 'queued';
    create index letters_stuck on letters (queued_at) where state <> 'sent' and tries > 0;
    create index outbox_stuck on outbox (queued_at) where state <> 'sent' and tries > 0;
    -- Messages to the privacy mailbox and files in watched folders that were seen and are not kept yet, or cannot be read.
    create table arrivals (
      kind text not null check (kind in ('mail', 'file')),
      key_hash bytea not null,
      -- the system whose folder it is; the mailbox has none
      source text,
      arrived_at timestamptz not null,
      state text not null check (state in ('waiting', 'unreadable')),
      error text not null,
      tries int not null default 1,
      looked_at timestamptz not null,
      primary key (kind, key_hash)
    );
    create table heartbeats (process text primary key, at timestamptz not null, fault text);
    create table daily_runs (
      task text not null,
      day date not null,
      state text not null check (state in ('running', 'done', 'failed')),
      tries int not null default 1,
      started_at timestamptz not null,
      finished_at timestamptz,
      error text,
      primary key (task, day)
    );
    alter table idempotency_keys alter column status drop not null, alter column answer drop not null;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
