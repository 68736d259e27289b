import type { Knex } from 'knex';

/** The organisation's own wordings of letters: each change is a new version, and a letter names the one it was made from. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table letter_templates (
      template text not null,
      language text not null,
      version int not null,
      text text not null,
      author_id text not null references users,
      at timestamptz not null,
      primary key (template, language, version)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
