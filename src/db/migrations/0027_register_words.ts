import type { Knex } from 'knex';

/** What the register says, in the languages of those it is said to: one row a phrase and language. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table register_words (
      phrase text not null,
      language text not null,
      words text not null,
      said_by text not null,
      said_at timestamptz not null,
      primary key (phrase, language)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
