import type { Knex } from 'knex';

/** More parts of the setup. Which there are is known by the program alone: a row is of one that it has. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table settings drop constraint settings_section_check;
    alter table settings_changes drop constraint settings_changes_section_check;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
