import type { Knex } from 'knex';

/** What each role's desk counts in the trail is read by the act. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('create index trail_by_act on trail (act, at desc)');
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
