import type { Knex } from 'knex';

/**
 * Keys of single pieces of work (a search, an import, a list, an export, a mail): what of them names a person is
 * sealed under theirs, is found by keyed hashes when that person is erased, and dies by its own term.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table work_keys (
      data_key_id text primary key references data_keys,
      kind text not null check (kind in ('search', 'import', 'audience', 'export', 'mail')),
      subject text not null,
      -- keyed hashes of the identifiers it names, and of the words of the name it is about
      hashes bytea[] not null default '{}',
      name_terms bytea[] not null default '{}',
      made_at timestamptz not null,
      ends_at timestamptz not null
    );
    create index work_keys_by_hash on work_keys using gin (hashes);
    create index work_keys_by_name on work_keys using gin (name_terms);
    create index work_keys_by_end on work_keys (ends_at);
    alter table trail add column data_key_id text references data_keys;
    alter table imports add column data_key_id text references data_keys, alter column header drop not null,
      add column header_sealed bytea;
    alter table audiences add column data_key_id text references data_keys;
    alter table ledger_exports add column data_key_id text references data_keys;
    alter table outbox add column data_key_id text references data_keys;
    alter table person_links add column data_key_id text references data_keys;
    -- Words that people were looked up by were sealed under the installation's key, which no erasure destroys. The
    -- chain holds without them.
    alter table trail disable trigger trail_is_append_only;
    update trail set details_sealed = null where act in ('person-searched', 'ledger-searched',
      'ledger-exported', 'identities-linked', 'identities-unlinked');
    alter table trail enable trigger trail_is_append_only;
    -- The first line of a file may be a person.
    update imports set header = null where state in ('finished', 'failed');
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
