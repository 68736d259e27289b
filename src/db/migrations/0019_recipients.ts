import type { Knex } from 'knex';

/** Who had received data and was told of a correction or a restriction (GDPR art. 19). */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table recipients_told (
      request_id text not null references requests,
      recipient text not null,
      how text not null,
      told_by text not null,
      told_at timestamptz not null,
      primary key (request_id, recipient)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
