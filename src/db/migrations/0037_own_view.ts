import type { Knex } from 'knex';

/** How a colleague likes to see things: which columns they left out of which list, what they closed for good. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('users', (t) => {
    t.jsonb('own_view').notNullable().defaultTo('{}');
  });
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
