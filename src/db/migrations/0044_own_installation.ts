import type { Knex } from 'knex';

/**
 * What an organisation says of itself instead of its environment; the links by which colleagues come in; keys of machines that
 * people make.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- One row a part of the setup. Secrets stand apart, under the installation's own key.
    create table settings (
      section text primary key check (section in ('organisation', 'requests', 'mail', 'mailbox', 'network')),
      said jsonb not null,
      secrets_sealed bytea,
      proven_at timestamptz,
      proof_hash bytea,
      changed_by text not null,
      changed_at timestamptz not null
    );
    create table settings_changes (
      seq bigint generated always as identity primary key,
      section text not null check (section in ('organisation', 'requests', 'mail', 'mailbox', 'network')),
      changed_by text not null,
      changed_at timestamptz not null,
      before jsonb not null,
      after jsonb not null
    );
    create trigger settings_changes_are_append_only before update or delete on settings_changes
      for each row execute function refuse_change();
    create trigger settings_tells after insert or update or delete on settings
      for each statement execute function tell_news();

    -- A way in that works once: the first administrator's, an invitation, a forgotten password.
    create table account_links (
      token_hash bytea primary key,
      kind text not null check (kind in ('first', 'invite', 'reset')),
      user_id text references users,
      made_by text not null,
      created_at timestamptz not null,
      expires_at timestamptz not null,
      used_at timestamptz
    );
    create index account_links_by_user on account_links (user_id);
    alter table users add column joined_at timestamptz;
    update users set joined_at = created_at;

    alter table api_keys
      add column name text not null default '',
      add column made_by text,
      add column last_used_at timestamptz;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
