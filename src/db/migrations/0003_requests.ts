import type { Knex } from 'knex';

/** Requests, their clock, identity checks, traces, packs, plans, letters. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table request_numbers (year int primary key, last int not null);
    create table requests (
      id text primary key,
      ref text not null unique,
      "right" text not null,
      regime text not null,
      received_at timestamptz not null,
      channel text not null,
      language text not null,
      country text,
      person_id text references persons,
      data_key_id text not null references data_keys,
      person_sealed bytea,
      text_sealed bytea,
      on_behalf_kind text,
      identity text not null default 'none',
      identity_method text,
      trace text not null default 'none',
      undecided int not null default 0,
      decision text not null default 'none',
      decision_ground text,
      decision_reason_sealed bytea,
      decided_by text,
      decided_at timestamptz,
      pack text not null default 'none',
      plan text not null default 'none',
      carried_out boolean not null default false,
      answered boolean not null default false,
      outcome text,
      stage text not null,
      due_on date not null,
      created_at timestamptz not null,
      closed_at timestamptz,
      is_open boolean generated always as (closed_at is null) stored
    );
    create index requests_by_due on requests (is_open, due_on, id);
    create index requests_by_person on requests (person_id);
    create table request_members (
      request_id text not null references requests,
      user_id text not null references users,
      primary key (user_id, request_id)
    );
    create table clock_events (
      id bigint generated always as identity primary key,
      request_id text not null references requests,
      kind text not null,
      at timestamptz not null,
      reason_sealed bytea,
      until date,
      actor text not null
    );
    create index clock_events_by_request on clock_events (request_id, id);
    create table identity_checks (
      id text primary key,
      request_id text not null references requests,
      address_sealed bytea not null,
      token_hash bytea not null unique,
      code_hash bytea not null,
      sent_at timestamptz not null,
      expires_at timestamptz not null,
      tries int not null default 0,
      state text not null
    );
    create index identity_checks_by_request on identity_checks (request_id, sent_at desc);

    create table traces (
      id text primary key,
      request_id text not null references requests,
      kind text not null,
      state text not null,
      round int not null default 1,
      started_at timestamptz not null,
      finished_at timestamptz
    );
    create index traces_by_request on traces (request_id, started_at desc);
    create table trace_steps (
      trace_id text not null references traces,
      system_id text not null references systems,
      round int not null,
      state text not null,
      scanned int not null default 0,
      found int not null default 0,
      tries int not null default 0,
      error_code text,
      error_text text,
      next_try_at timestamptz,
      started_at timestamptz,
      finished_at timestamptz,
      primary key (trace_id, system_id, round)
    );
    create table trace_keys (
      id text primary key,
      trace_id text not null references traces,
      kind text not null,
      scope text not null default '',
      value_sealed bytea not null,
      hash bytea not null,
      round int not null,
      taught_by text,
      unique (trace_id, kind, scope, hash)
    );
    create table matches (
      id text primary key,
      trace_id text not null references traces,
      system_id text not null references systems,
      collection text not null,
      record_key text not null,
      parent_key text,
      title_sealed bytea not null,
      record_sealed bytea not null,
      fields jsonb not null,
      weight real not null,
      probability real not null,
      band text not null,
      is_shared boolean not null default false,
      verdict text,
      verdict_by text,
      verdict_at timestamptz,
      round int not null,
      unique (trace_id, system_id, collection, record_key)
    );
    create index matches_by_trace on matches (trace_id, id);

    create table packs (
      id text primary key,
      request_id text not null references requests,
      state text not null,
      path text,
      sha256 text,
      bytes bigint,
      files int,
      withheld int,
      error text,
      created_at timestamptz not null,
      finished_at timestamptz
    );
    create index packs_by_request on packs (request_id, created_at desc);
    create table one_time_links (
      id text primary key,
      pack_id text not null references packs,
      token_hash bytea not null unique,
      secret_hash bytea not null,
      expires_at timestamptz not null,
      tries int not null default 0,
      opened_at timestamptz,
      released_at timestamptz,
      ticket_hash bytea,
      confirmed_at timestamptz
    );
    create table letters (
      id text primary key,
      request_id text not null references requests,
      template text not null,
      template_version int not null,
      message_id text not null unique,
      address_sealed bytea,
      subject_sealed bytea,
      body_sealed bytea,
      state text not null,
      tries int not null default 0,
      error text,
      queued_at timestamptz not null,
      sent_at timestamptz
    );
    create index letters_by_request on letters (request_id, queued_at);
    create index letters_waiting on letters (queued_at) where state = 'queued';

    create table retention_rules (
      id text primary key,
      system_id text not null references systems,
      collection text not null,
      from_field text not null,
      years int not null,
      law text not null,
      state_field text,
      state_values text[]
    );
    create table open_rules (
      system_id text not null references systems,
      collection text not null,
      field text not null,
      open_values text[] not null,
      primary key (system_id, collection, field)
    );
    create table holds (
      id text primary key,
      person_id text references persons,
      system_id text,
      collection text,
      matter text not null,
      opened_at timestamptz not null,
      closed_at timestamptz
    );
    create table plans (
      id text primary key,
      request_id text not null references requests,
      trace_id text not null references traces,
      frozen_on date not null,
      fingerprint text not null,
      state text not null,
      phase text not null default 'draft',
      erase int not null,
      anonymise int not null,
      keep int not null,
      systems int not null,
      confirmed_by text,
      confirmed_at timestamptz,
      proof_trace_id text references traces,
      finished_at timestamptz,
      error text,
      created_at timestamptz not null
    );
    create index plans_by_request on plans (request_id, created_at desc);
    create table plan_lines (
      plan_id text not null references plans,
      position int not null,
      system_id text not null,
      collection text not null,
      record_key text not null,
      action text not null,
      doer text not null,
      rule text not null,
      keep_until date,
      law text,
      clear_first text[] not null default '{}',
      reasons_sealed bytea not null,
      title_sealed bytea,
      primary key (plan_id, position)
    );
    -- An intention is written before its effect; its key is the same at every try.
    create table operations (
      idempotency_key text primary key,
      plan_id text not null references plans,
      position int not null,
      kind text not null,
      state text not null,
      token text,
      tries int not null default 0,
      detail text,
      intended_at timestamptz not null,
      done_at timestamptz,
      unique (plan_id, position)
    );
    create table residue (
      id text primary key,
      request_ref text not null,
      system_id text not null,
      collection text not null,
      count int not null,
      why text not null,
      law text,
      until date,
      keys_sealed bytea not null,
      created_at timestamptz not null,
      gone_at timestamptz
    );
    create table certificates (
      id text primary key,
      request_ref text not null unique,
      content jsonb not null,
      signature bytea not null,
      issued_at timestamptz not null
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
