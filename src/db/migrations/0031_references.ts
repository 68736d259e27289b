import type { Knex } from 'knex';

/** References between collections of a system: declared there, proposed from names and values, or said by hand; and what they mean. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table system_references (
      system_id text not null references systems on delete cascade,
      collection text not null,
      fields text[] not null,
      to_collection text not null,
      to_fields text[] not null,
      -- Only where this field has this value; both empty: always.
      when_field text not null default '',
      when_value text not null default '',
      origin text not null check (origin in ('declared', 'proposed', 'by-hand')),
      because text not null,
      proposed text not null check (proposed in ('belongs', 'both', 'names', 'nothing')),
      meaning text not null check (meaning in ('belongs', 'both', 'names', 'nothing')),
      confirmed_by text,
      confirmed_at timestamptz,
      primary key (system_id, collection, fields, to_collection, to_fields, when_field, when_value)
    );
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
