import type { Knex } from 'knex';

/** Reasons are kept as codes with their values; what was kept in words stays in its words. */
export async function up(knex: Knex): Promise<void> {
  for (const table of ['import_lines', 'mail_proposals'])
    await knex.raw(
      `update ?? set reasons = (
        select jsonb_agg(case when one \\? 'text' then jsonb_strip_nulls(jsonb_build_object('code', 'as-written',
          'text', one ->> 'text', 'source', one ->> 'source')) else one end order by n)
        from jsonb_array_elements(reasons) with ordinality as r(one, n))
      where jsonb_array_length(reasons) > 0`,
      [table],
    );
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
