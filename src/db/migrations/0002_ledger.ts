import type { Knex } from 'knex';

/** People, their identifiers, purposes, and the sealed ledger of choices. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table persons (
      id text primary key,
      data_key_id text not null references data_keys,
      name_sealed bytea,
      birth_date_sealed bytea,
      country text,
      language text,
      created_at timestamptz not null,
      restricted_from timestamptz,
      restricted_until timestamptz,
      erased_at timestamptz
    );
    create table identifiers (
      id bigint generated always as identity primary key,
      person_id text not null references persons,
      kind text not null,
      scope text not null default '',
      value_sealed bytea not null,
      hash bytea not null,
      loose_hash bytea,
      source_system text not null,
      first_seen_at timestamptz not null,
      unique (person_id, kind, scope, hash)
    );
    create index identifiers_by_hash on identifiers (hash);
    create index identifiers_by_loose_hash on identifiers (loose_hash) where loose_hash is not null;
    create table person_name_terms (
      person_id text not null references persons,
      term_hash bytea not null,
      primary key (term_hash, person_id)
    );
    create index person_name_terms_by_person on person_name_terms (person_id);

    create table purposes (
      id text not null,
      version int not null,
      valid_from timestamptz not null,
      recorded_at timestamptz not null,
      kind text not null,
      parent text,
      title text not null,
      plain text not null,
      confirm_within_hours int,
      shelf_life_days int,
      ask_again_after_days int,
      sort_order int not null default 0,
      primary key (id, version)
    );

    create table folios (
      folio bigint primary key,
      root bytea not null,
      size int not null,
      sealed_at timestamptz not null
    );
    create table ledger_heads (
      size bigint primary key,
      root bytea not null,
      peaks bytea[] not null,
      signed_at timestamptz not null,
      signature bytea not null
    );
    create table choices (
      seq bigint primary key,
      id text not null unique,
      person_id text not null references persons,
      system_id text not null,
      purpose text not null,
      answer text not null,
      occurred_at timestamptz not null,
      -- where only the day is known, the day; "occurred_at" is then its beginning
      occurred_on date,
      recorded_at timestamptz not null,
      confirms text,
      ask text,
      ask_version int,
      notice text,
      notice_version int,
      method text,
      country text,
      language text,
      channel text,
      folio bigint not null references folios,
      leaf_index int not null,
      leaf bytea not null,
      sealed_hash bytea not null,
      unique (folio, leaf_index)
    );
    create index choices_by_person on choices (person_id, purpose);
    create index choices_by_day on choices (occurred_at);
    create table choice_sealed (
      choice_id text primary key references choices (id),
      sealed bytea not null
    );
    -- The one address an answer names, as a keyed hash. Goes with the person; not part of any proof.
    create table choice_addresses (
      choice_id text primary key references choices (id),
      person_id text not null,
      hash bytea not null
    );
    create index choice_addresses_by_person on choice_addresses (person_id);
    create table choice_dedup (
      system_id text not null,
      external_hash bytea not null,
      content_hash bytea not null,
      choice_id text not null,
      person_id text not null,
      primary key (system_id, external_hash, content_hash)
    );
    create index choice_dedup_by_person on choice_dedup (person_id);
    create table suppressions (
      hash bytea not null,
      key_version int not null,
      kind text not null,
      erased_at timestamptz not null,
      request_ref text not null,
      primary key (hash, key_version)
    );

    create trigger choices_are_append_only before update or delete on choices for each row execute function refuse_change();
    create trigger choices_are_not_truncated before truncate on choices for each statement execute function refuse_change();
    create trigger folios_are_append_only before update or delete on folios for each row execute function refuse_change();
    create trigger heads_are_append_only before update or delete on ledger_heads for each row execute function refuse_change();
    create trigger folios_are_not_truncated before truncate on folios for each statement execute function refuse_change();
    create trigger heads_are_not_truncated before truncate on ledger_heads for each statement execute function refuse_change();

    create table imports (
      id text primary key,
      system_id text not null references systems,
      file_sha256 bytea not null,
      file_path text not null,
      file_name_sealed bytea not null,
      encoding text not null,
      state text not null,
      total int not null default 0,
      recorded int not null default 0,
      duplicate int not null default 0,
      conflict int not null default 0,
      suppressed int not null default 0,
      quarantined int not null default 0,
      created_by text not null,
      created_at timestamptz not null,
      finished_at timestamptz,
      done_lines int not null default 0,
      error text
    );
    create table import_lines (
      import_id text not null references imports,
      line int not null,
      status text not null,
      reasons jsonb not null default '[]',
      choice_id text,
      raw_sealed bytea,
      identifier_hashes bytea[] not null default '{}',
      primary key (import_id, line)
    );
    create index import_lines_held on import_lines (import_id, line) where raw_sealed is not null;

    create table ledger_verifications (
      id text primary key,
      state text not null,
      folios_total bigint not null default 0,
      folios_done bigint not null default 0,
      choices_done bigint not null default 0,
      faults jsonb not null default '[]',
      started_by text not null,
      started_at timestamptz not null,
      finished_at timestamptz
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
