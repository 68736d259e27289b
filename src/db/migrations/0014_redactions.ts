import type { Knex } from 'knex';

/** Passages of a record that are not handed over, as a reviewer decided. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table redactions (
      match_id text primary key,
      trace_id text not null references traces,
      passages_sealed bytea not null,
      decided_by text not null,
      decided_at timestamptz not null
    );
    create index redactions_by_trace on redactions (trace_id);
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
