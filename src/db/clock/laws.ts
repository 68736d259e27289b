import type { Knex } from 'knex';
import type { Laws, Regime } from '../../core/clock/regimes';
import { SHIPPED_LAWS } from '../../core/clock/shippedLaws';
import type { Handle } from '../shared/handle';

export interface LawRow {
  no: number;
  regime: string;
  effective_from: string;
  row: Regime;
  origin: 'shipped' | 'adopted';
  reason: string | null;
  adopted_by: string | null;
  adopted_at: string;
}

/** Puts the shipped rows that are not there yet into the table; what an organisation has adopted stands. */
export async function seedLaws(knex: Knex): Promise<void> {
  const rows = SHIPPED_LAWS.map((row) => ({
    regime: row.id,
    effective_from: row.effectiveFrom,
    row: JSON.stringify(row),
    origin: 'shipped',
    adopted_at: knex.fn.now(),
  }));
  await knex('laws')
    .insert(rows)
    .onConflict(knex.raw(`(regime, effective_from) where origin = 'shipped'`))
    .merge(['row']);
}

// The table is small and asked for all the time: read again only when a row was added.
let known: { database: unknown; last: number; rows: LawRow[]; laws: Laws } | null = null;

/** Every row of the table: the shipped ones first, then those adopted, in their order. */
export async function lawRows(h: Handle): Promise<LawRow[]> {
  return (await table(h)).rows;
}

async function table(h: Handle): Promise<NonNullable<typeof known>> {
  const { last } = (await h.trx('laws').max('no as last').first()) as { last: number | null };
  const database = h.trx.client.config;
  if (!known || known.last !== last || known.database !== database) {
    const rows: LawRow[] = await h.trx('laws').orderByRaw(`origin = 'adopted', no`);
    known = { database, last: last ?? 0, rows, laws: rows.map(({ row }) => row) };
  }
  return known;
}

/** The table of laws as the clock reads it: the same one as long as no row was added. */
export async function lawTable(h: Handle): Promise<Laws> {
  return (await table(h)).laws;
}

export async function insertLaw(
  h: Handle,
  law: { row: Regime; reason: string; adoptedBy: string; adoptedAt: string },
): Promise<void> {
  await h.trx('laws').insert({
    regime: law.row.id,
    effective_from: law.row.effectiveFrom,
    row: JSON.stringify(law.row),
    origin: 'adopted',
    reason: law.reason,
    adopted_by: law.adoptedBy,
    adopted_at: law.adoptedAt,
  });
}

/** Laws that the organisation says it does not come under, with why. */
export async function lawsNotMet(h: Handle): Promise<{ regime: string; reason: string }[]> {
  const { rows }: { rows: { regime: string; reason: string }[] } = await h.trx.raw(
    `select regime, reason from (select distinct on (regime) regime, is_met, reason from law_standpoints
  order by regime, no desc) newest where not is_met order by regime`,
  );
  return rows;
}

export async function insertStandpoint(
  h: Handle,
  row: { regime: string; is_met: boolean; reason: string; stated_by: string; stated_at: string },
): Promise<void> {
  await h.trx('law_standpoints').insert(row);
}
