import type { Knex } from 'knex';

/** Accounts, sessions, keys of data, the trail. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table users (
      id text primary key,
      email text not null unique,
      name text not null,
      password_hash text not null,
      roles text[] not null,
      active boolean not null default true,
      created_at timestamptz not null
    );
    create table sessions (
      token_hash bytea primary key,
      user_id text not null references users,
      created_at timestamptz not null,
      expires_at timestamptz not null,
      revoked_at timestamptz
    );
    create table systems (
      id text primary key,
      kind text not null,
      name text not null,
      default_country text,
      connection_sealed bytea,
      is_traced boolean not null default true,
      owner text,
      last_reached_at timestamptz,
      last_error text,
      sort_order int not null default 0
    );
    create table system_collections (
      system_id text not null references systems,
      collection text not null,
      title text not null,
      purposes text[] not null default '{}',
      categories text[] not null default '{}',
      recipients text[] not null default '{}',
      retention text not null,
      source text not null,
      transfers text,
      automated_decisions text,
      primary key (system_id, collection)
    );
    create table api_keys (
      id text primary key,
      system_id text not null references systems,
      secret_hash bytea not null unique,
      scopes text[] not null,
      created_at timestamptz not null,
      revoked_at timestamptz
    );
    create table idempotency_keys (
      api_key_id text not null references api_keys,
      key_hash bytea not null,
      body_hash bytea not null,
      status int not null,
      answer jsonb not null,
      expires_at timestamptz not null,
      primary key (api_key_id, key_hash)
    );
    -- A key of data is wrapped by the master key; destroying it empties "wrapped" and leaves the row as proof.
    create table data_keys (
      id text primary key,
      wrapped bytea,
      master_version int not null,
      created_at timestamptz not null,
      destroyed_at timestamptz,
      check ((wrapped is null) = (destroyed_at is not null))
    );
    create table trail (
      seq bigint generated always as identity primary key,
      id text not null unique,
      month text not null,
      at timestamptz not null,
      actor text not null,
      act text not null,
      subject text,
      details_sealed bytea,
      details_hash text,
      hash bytea not null
    );
    create index trail_by_month on trail (month, seq desc);
    create index trail_by_subject on trail (subject, seq desc);
    create index trail_by_actor on trail (actor, seq desc);

    create function refuse_change() returns trigger language plpgsql as $$
    begin
      raise exception '% is append-only: % refused', tg_table_name, tg_op using errcode = 'BK001';
    end $$;
    create trigger trail_is_append_only before update or delete on trail for each row execute function refuse_change();
    create trigger trail_is_not_truncated before truncate on trail for each statement execute function refuse_change();
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
