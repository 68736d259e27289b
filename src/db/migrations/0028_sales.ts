import type { Knex } from 'knex';

/**
 * A sale is a dated fact of a person: to the address that was given in it, own similar goods may be advertised until
 * they say no.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table person_facts drop constraint person_facts_fact_check, add constraint person_facts_fact_check
      check (fact in ('country', 'birth-year', 'bought'));
    -- Two addresses can be given in sales of one moment.
    alter table person_facts drop constraint person_facts_pkey,
      add primary key (person_id, fact, valid_from, recorded_at, value);
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
