import type { Knex } from 'knex';

/** Whether a recipient was told, or could not be (GDPR art. 19): a letter may only name those who were. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`alter table recipients_told add column was_told boolean not null default true`);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
