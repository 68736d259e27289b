import type { Knex } from 'knex';

/**
 * Bookend is a system of every installation, registered with it and always searched. What the register says of a collection is told
 * apart from what nobody has said yet; what a pack lacked for that waits for whoever answers for the system. A request knows which
 * system has opened it.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table system_collections add column nothing text[] not null default '{}';
    -- Until now an empty entry was read as "none"; it was confirmed by nobody, so it is open from here on, but for Bookend's own.
    alter table requests add column system_id text references systems;
    create table register_gaps (
      system_id text not null references systems,
      collection text not null,
      request_ref text not null,
      facts text[] not null,
      asked_at timestamptz not null,
      primary key (system_id, collection)
    );
    insert into systems (id, kind, name, is_traced, sort_order) values ('sys_bookend', 'bookend', 'Bookend', true, 1000)
      on conflict (id) do update set is_traced = true;
  `);
  const entry = (
    collection: string,
    title: string,
    purpose: string,
    category: string,
    retention: string,
    source: string,
  ) => ({
    system_id: 'sys_bookend',
    collection,
    title,
    purposes: [purpose],
    categories: [category],
    recipients: [],
    retention,
    source,
    transfers: null,
    automated_decisions: null,
    is_given: source.startsWith('you'),
    nothing: ['recipients', 'transfers', 'automatedDecisions'],
  });
  const shops = 'the forms, shops and systems that you used';
  await knex('system_collections')
    .insert([
      entry(
        'persons',
        'Bookend · your identifiers',
        'keeping your choices and answering your requests',
        'name and contact',
        'until erased',
        shops,
      ),
      entry(
        'choices',
        'Bookend · your choices',
        'proving what you agreed to (GDPR art. 7(1))',
        'your answers, when, where and under which wording',
        'the sealed proof stays; after an erasure nobody can read whose it was',
        shops,
      ),
      entry(
        'messages',
        'Bookend · what you wrote to us about your data',
        'answering your requests in time',
        'what you wrote',
        'until a colleague has opened it as a request',
        'you, when you wrote to us',
      ),
      entry(
        'notes',
        'Bookend · notes on your requests',
        'answering your requests in time',
        'what colleagues noted',
        'with the request',
        'our colleagues',
      ),
      entry(
        'requests',
        'Bookend · your requests',
        'answering your requests in time',
        'what you asked and what we answered',
        'three years after the answer',
        'you, when you asked',
      ),
    ])
    .onConflict(['system_id', 'collection'])
    .merge(['nothing']);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
