import type { Knex } from 'knex';

/**
 * Web sites on which people are asked. The words of a panel are a version of an ask; here stands where it is shown, which switches
 * it turns and what it holds back. Counts hold nothing of who answered.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table sites (
      id text primary key,
      system_id text not null unique references systems,
      name text not null,
      origins text[] not null,
      ask_id text not null,
      position text not null check (position in ('bottom', 'top', 'corner', 'centre')),
      switches jsonb not null,
      held jsonb not null,
      made_by text not null,
      created_at timestamptz not null,
      changed_at timestamptz not null,
      closed_at timestamptz
    );
    create table site_counts (
      site_id text not null references sites,
      day date not null,
      version int not null,
      language text not null,
      place text not null,
      shown int not null default 0,
      yes int not null default 0,
      no int not null default 0,
      part int not null default 0,
      primary key (site_id, day, version, language, place)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
