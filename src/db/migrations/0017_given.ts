import type { Knex } from 'knex';

/** Which collections hold what people gave themselves: those go into a portable copy. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    `alter table system_collections add column is_given boolean not null default false; update system_collections
  set is_given = true where source like 'you, %' or source = 'you';`,
  );
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
