import type { Knex } from 'knex';

/**
 * Retention by anchors, what goes in one act, what is kept and marked so, why it stays, and when Bookend's own part of
 * an erasure began.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table retention_rules
      add column anchor text not null default 'event' check (anchor in ('event', 'calendar-year', 'financial-year')),
      add column months int not null default 0,
      add column days int not null default 0;
    alter table plan_lines
      add column together text[] not null default '{}',
      add column released_by text[] not null default '{}',
      add column restrict boolean not null default false;
    alter table plans add column own_at timestamptz;
    alter table residue
      add column rule text not null default 'retention',
      add column restricted int not null default 0;
    -- Reasons of old residue may name a matter, which whoever reads the list need not know.
    update residue set rule = 'hold', why = 'Needed for legal claims (GDPR art. 17(3)(e)).' where why like 'Held while %';
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
