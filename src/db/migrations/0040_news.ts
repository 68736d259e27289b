import type { Knex } from 'knex';

/** What moves while somebody waits for it. */
const MOVING = [
  'runs',
  'traces',
  'trace_steps',
  'packs',
  'plans',
  'operations',
  'drift_items',
  'record_acts',
  'recipients_told',
  'requests',
];

/** Whoever waits is told that something moved, and of which kind: never what. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create function tell_news() returns trigger language plpgsql as $$
    begin
      perform pg_notify('bookend_news', tg_table_name);
      return null;
    end $$`);
  for (const table of MOVING)
    await knex.raw(`
      create trigger ${table}_tells after insert or update or delete on ${table}
      for each statement execute function tell_news()`);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
