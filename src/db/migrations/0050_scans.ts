import type { Knex } from 'knex';

/**
 * What a real browser saw on a site’s pages: before an answer, after a no, after a yes. Of a page its address is kept without what
 * stands behind the question mark, and never what stands on it.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table sites
      add column scan_days int check (scan_days between 1 and 366),
      add column scan_most int not null default 30 check (scan_most between 1 and 200),
      add column sign_in_sealed bytea;
    create table scan_pages (
      run_id text not null references runs on delete cascade,
      phase text not null check (phase in ('before', 'no', 'yes')),
      url text not null,
      is_signed boolean not null default false,
      state text not null check (state in ('waiting', 'done', 'failed')),
      fault text,
      place int not null,
      primary key (run_id, phase, url)
    );
    create table scan_seen (
      run_id text not null references runs on delete cascade,
      kind text not null,
      host text not null,
      name text not null,
      by_host text,
      lives_days int,
      phases int not null,
      pages int not null,
      first_url text not null,
      primary key (run_id, kind, host, name)
    );
    create table tracker_words (
      host text not null,
      name text not null,
      owner text not null,
      use text not null,
      keeps_days int check (keeps_days between 0 and 3660),
      is_sale boolean not null,
      said_by text not null,
      said_at timestamptz not null,
      primary key (host, name)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
