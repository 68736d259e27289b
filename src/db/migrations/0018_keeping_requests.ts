import type { Knex } from 'knex';

/** Sign-in at a shop as proof of identity, the organisation's own matter, and the end of a request's own data. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table requests add column matter text, add column removed_at timestamptz;
    create index requests_to_remove on requests (closed_at) where closed_at is not null and removed_at is null;
    create table shop_proofs (
      state_hash bytea primary key,
      request_id text not null references requests,
      system_id text not null references systems,
      expires_at timestamptz not null,
      used_at timestamptz
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
