import type { Knex } from 'knex';

/** Notices: the draft with its answers, the versions as they were published, and pages elsewhere as they were read. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table notices (
      id text primary key,
      kind text not null check (kind in ('privacy', 'tracker', 'page')),
      -- a page that lives elsewhere and is watched
      address text,
      -- counts saves of the draft: two who write at once are told
      save int not null default 0,
      state text not null check (state in ('draft', 'review', 'published')),
      answers jsonb not null,
      texts jsonb not null,
      written_by text not null,
      written_at timestamptz not null,
      note text not null default '',
      -- sentences and facts that were not true when it was looked at last
      untrue int not null default 0,
      read_at timestamptz,
      read_fault text
    );
    create table notice_versions (
      notice_id text not null references notices,
      version int not null,
      texts jsonb not null,
      answers jsonb not null,
      -- what stood there then, by language, with its facts filled in
      filled jsonb not null,
      written_by text not null,
      published_by text not null,
      published_at timestamptz not null,
      reason text not null,
      told int,
      primary key (notice_id, version)
    );
    create table notice_copies (
      notice_id text not null references notices,
      read_at timestamptz not null,
      language text not null,
      title text not null,
      text text not null,
      primary key (notice_id, read_at)
    );
    -- What was published before it could be written here is taken over as it stands.
    insert into notices (id, kind, state, answers, texts, written_by, written_at)
      select distinct on (id) id, case when id like '%privacy%' then 'privacy' else 'page' end, 'published',
             '{"places":["EEA"],"children":"unsure","age":null,"transfers":"unsure","safeguards":"","automated":"unsure",'
             '"marketing":"unsure","sells":"unsure"}'::jsonb,
             words, 'installation', recorded_at
        from wordings where kind = 'notice' order by id, version desc;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
