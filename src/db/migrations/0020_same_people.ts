import type { Knex } from 'knex';

/** Open requests for the same right that seem to come from one person; of the two, `request_id` was received later. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table same_people (
      request_id text not null references requests,
      other_id text not null references requests,
      band text not null,
      because text not null,
      primary key (request_id, other_id)
    );
    alter table requests add column compared_at timestamptz;
    create index requests_to_compare on requests (created_at) where compared_at is null and closed_at is null;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
