import type { Knex } from 'knex';

/** Which document showed who somebody is, how it was seen and by whom; nothing of the document itself. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table requests
      add column identity_document text
        check (identity_document in ('passport', 'identity-card', 'driving-licence', 'residence-permit', 'other')),
      add column identity_seen text check (identity_seen in ('in-person', 'by-video', 'copy-destroyed')),
      add column identity_by text references users (id)`);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
