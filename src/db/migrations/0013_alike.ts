import type { Knex } from 'knex';

/** Matches of a trace whose words are nearly the same. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table alike_matches (
      trace_id text not null references traces,
      a text not null,
      b text not null,
      similarity real not null,
      primary key (trace_id, a, b)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
