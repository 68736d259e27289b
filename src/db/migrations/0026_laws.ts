import type { Knex } from 'knex';

/**
 * Laws are rows that an organisation can change; several of them bind one request. What has to be announced to a person counts on the
 * clock from when its letter has left.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table laws (
      no int generated always as identity primary key,
      regime text not null,
      effective_from date not null,
      row jsonb not null,
      origin text not null check (origin in ('shipped', 'adopted')),
      reason text,
      adopted_by text,
      adopted_at timestamptz not null
    );
    create unique index laws_shipped on laws (regime, effective_from) where origin = 'shipped';
    -- Laws of other places that the organisation says do not bind it; the newest row of a law counts.
    create table law_standpoints (
      no int generated always as identity primary key,
      regime text not null,
      is_met boolean not null,
      reason text not null,
      stated_by text not null,
      stated_at timestamptz not null
    );
    alter table requests add column regimes text[];
    update requests set regimes = array[regime];
    alter table requests alter column regimes set not null;
    alter table clock_events add column letter_id text references letters, add column counts_at timestamptz;
    update clock_events set counts_at = at;
    create index clock_events_by_letter on clock_events (letter_id) where letter_id is not null;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
