import type { Knex } from 'knex';

/** Messages of the privacy mailbox, proposed as requests; rules of who gets what. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table requests add column fact_tries int not null default 0, add column acknowledged_at timestamptz;
    create table request_stages (
      id bigint generated always as identity primary key,
      request_id text not null references requests,
      stage text not null,
      at timestamptz not null
    );
    create index request_stages_by_request on request_stages (request_id, id);
    create table mail_proposals (
      id text primary key,
      message_hash bytea not null unique,
      received_at timestamptz not null,
      taken_at timestamptz not null,
      "right" text,
      language text not null,
      reasons jsonb not null,
      data_key_id text not null references data_keys,
      sender_hash bytea,
      content_sealed bytea,
      state text not null default 'waiting',
      request_id text references requests,
      decided_by text,
      decided_at timestamptz
    );
    create index mail_proposals_waiting on mail_proposals (received_at) where state = 'waiting';
    create index mail_proposals_by_sender on mail_proposals (sender_hash) where state = 'waiting';
    create table assignment_rules (
      id text primary key,
      "right" text,
      regime text,
      language text,
      user_id text not null references users,
      sort_order int not null
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
