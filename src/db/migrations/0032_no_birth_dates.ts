import type { Knex } from 'knex';

/** Whole dates of birth were never kept beside the year: the column for them was empty. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table persons drop column birth_date_sealed');
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
