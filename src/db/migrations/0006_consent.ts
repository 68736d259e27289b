import type { Knex } from 'knex';

/** Everything around the ledger: sources, mappings, links, mail, choices pages, exports, audiences, drift, keys, witness. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table source_days (
      system_id text not null references systems,
      day date not null,
      choices int not null,
      last_at timestamptz not null,
      primary key (system_id, day)
    );

    create table person_links (
      id text primary key,
      person_a text not null references persons,
      person_b text not null references persons,
      reason_sealed bytea not null,
      linked_at timestamptz not null,
      linked_by text not null,
      unlinked_at timestamptz,
      unlinked_by text,
      unlink_reason_sealed bytea,
      check (person_a < person_b)
    );
    create unique index person_links_open on person_links (person_a, person_b) where unlinked_at is null;
    create index person_links_by_b on person_links (person_b);

    create table import_mappings (
      id text primary key,
      system_id text not null references systems,
      name text not null,
      mapping jsonb not null,
      created_by text not null,
      created_at timestamptz not null,
      unique (system_id, name)
    );
    alter table imports
      add column format text not null default 'csv',
      add column header text not null default '',
      add column delimiter text not null default ';',
      add column mapping jsonb,
      add column bytes bigint not null default 0,
      add column way text not null default 'page',
      add column checked_lines int not null default 0,
      add column preview jsonb;
    alter table import_lines add column corrected_at timestamptz, add column corrected_by text;
    create unique index imports_by_watched_file on imports (system_id, file_sha256) where way = 'folder';

    create table webhooks_seen (
      system_id text not null references systems,
      webhook_id text not null,
      seen_at timestamptz not null,
      primary key (system_id, webhook_id)
    );

    -- Mail that belongs to no request: confirmations, links to choices pages, deposits with the witness.
    create table outbox (
      id text primary key,
      template text not null,
      person_id text references persons,
      message_id text not null unique,
      mail_sealed bytea,
      state text not null,
      tries int not null default 0,
      error text,
      queued_at timestamptz not null,
      sent_at timestamptz
    );
    create index outbox_waiting on outbox (queued_at) where state = 'queued';
    create index outbox_by_person on outbox (person_id) where person_id is not null;

    create table confirm_links (
      token_hash bytea primary key,
      choice_id text not null references choices (id),
      person_id text not null references persons,
      expires_at timestamptz not null,
      confirmed_at timestamptz
    );
    create index confirm_links_by_person on confirm_links (person_id);

    create table choices_page_links (
      token_hash bytea primary key,
      person_id text not null references persons,
      made_at timestamptz not null,
      expires_at timestamptz not null,
      -- a code that was mailed has to be typed first; null where the link itself is the proof
      code_hash bytea,
      tries int not null default 0,
      proven_at timestamptz
    );
    create index choices_page_links_by_person on choices_page_links (person_id);

    create table ledger_exports (
      id text primary key,
      format text not null,
      filter_sealed bytea not null,
      state text not null,
      rows bigint not null default 0,
      path text,
      error text,
      made_by text not null,
      made_at timestamptz not null,
      finished_at timestamptz
    );

    create table audiences (
      id text primary key,
      name_sealed bytea not null,
      system_id text,
      purpose text not null,
      channel text not null,
      path text not null,
      made_by text not null,
      made_at timestamptz not null
    );
    create table audience_runs (
      id text primary key,
      audience_id text not null references audiences,
      state text not null,
      lines int not null default 0,
      permitted int not null default 0,
      counts jsonb not null default '{}',
      path text,
      error text,
      asked_by text not null,
      asked_at timestamptz not null,
      finished_at timestamptz
    );
    create index audience_runs_by_audience on audience_runs (audience_id, asked_at desc);

    create table permission_counts (
      day date not null,
      system_id text not null,
      purpose text not null,
      permitted bigint not null default 0,
      refused bigint not null default 0,
      primary key (day, system_id, purpose)
    );

    create table drift_runs (
      id text primary key,
      system_id text not null references systems,
      state text not null,
      compared int not null default 0,
      unknown int not null default 0,
      found int not null default 0,
      error text,
      started_by text not null,
      started_at timestamptz not null,
      finished_at timestamptz
    );
    create index drift_runs_by_system on drift_runs (system_id, started_at desc);
    create table drift_items (
      id text primary key,
      system_id text not null references systems,
      purpose text not null,
      record_key text not null,
      person_id text not null references persons,
      -- looser: the system permits what the ledger does not. stricter: the system refuses what the ledger permits.
      direction text not null check (direction in ('looser', 'stricter')),
      standing text not null,
      since timestamptz,
      found_at timestamptz not null,
      state text not null check (state in ('open', 'intended', 'accepted', 'settled')),
      idempotency_key text not null unique,
      tries int not null default 0,
      detail text,
      settled_at timestamptz,
      settled_how text
    );
    create unique index drift_items_open on drift_items (system_id, purpose, record_key) where state <> 'settled';
    create index drift_items_by_person on drift_items (person_id);
    -- How long each system took to follow a no.
    create table follow_times (
      choice_id text not null references choices (id),
      system_id text not null references systems,
      said_at timestamptz not null,
      followed_at timestamptz,
      primary key (choice_id, system_id)
    );
    create index follow_times_open on follow_times (system_id) where followed_at is null;

    -- Perfect subtrees of the growing tree, so that a proof needs O(log n) of them and no more.
    create table ledger_nodes (
      level smallint not null,
      index bigint not null,
      hash bytea not null,
      primary key (level, index)
    );
    create trigger nodes_are_append_only before update or delete on ledger_nodes for each row execute function refuse_change();
    create trigger nodes_are_not_truncated before truncate on ledger_nodes for each statement execute function refuse_change();

    create table ledger_deposits (
      size bigint primary key,
      root bytea not null,
      signed_at timestamptz not null,
      deposited_at timestamptz not null,
      file text,
      mailed_to text
    );

    create table key_checks (
      kind text not null,
      version int not null,
      value bytea not null,
      primary key (kind, version)
    );
    create table key_rotations (
      id text primary key,
      to_version int not null,
      state text not null,
      total bigint not null default 0,
      done bigint not null default 0,
      started_by text not null,
      started_at timestamptz not null,
      finished_at timestamptz
    );
    create table key_exports (
      id text primary key,
      reason_sealed bytea not null,
      asked_by text not null,
      asked_at timestamptz not null,
      approved_by text,
      approved_at timestamptz,
      fetched_at timestamptz,
      check (approved_by is null or approved_by <> asked_by)
    );

    create table sealed_removals (
      id text primary key,
      before_day date not null,
      state text not null,
      removed bigint not null default 0,
      started_by text not null,
      started_at timestamptz not null,
      finished_at timestamptz
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
