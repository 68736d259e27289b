import type { Knex } from 'knex';

/** Whose a field is: the record's own subject's, or another party's that the record only names. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table system_fields
      add column proposed_role text not null default 'subject' check (proposed_role in ('subject', 'other')),
      add column role text not null default 'subject' check (role in ('subject', 'other'));
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
