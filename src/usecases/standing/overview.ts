import type { AccessRefusal } from '../../core/access/refusals';
import type { Dimension, OverviewView } from '../../core/standing/views';
import type { Shares } from '../../core/standing/everyone';
import { purposesInForce } from '../../core/purposes/purposes';
import { ratesBy, type Rate } from '../../core/standing/rates';
import { shapeOf } from '../../core/ledger/shape';
import type { Answer, Terms } from '../../core/ledger/types';
import { addDays, beginningOfDay, localDay, type Day } from '../../core/shared/days';
import { everyWeek } from '../../core/shared/spans';
import { ok, refuse, type Result } from '../../core/shared/result';
import { rateRows, type RateRow } from '../../db/standing/rates';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordLook } from '../trail/recordLook';
import { everyoneAsOf } from './everyoneAsOf';
import { readRules } from './standingOfPerson';

const WEEKS = 26;

/** How everybody stands on a day, and how people answer: by purpose, ask, place, country, language, source and week. */
export async function readOverview(
  ctx: Context,
  input: { on: Day | null; by: Dimension; purpose: string | null },
): Promise<Result<OverviewView, AccessRefusal>> {
  if (!reach(ctx, 'ledger.see')) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  const zone = ctx.organisation.zone;
  const view = await ctx.snapshot(async (h): Promise<OverviewView> => {
    const today = localDay(ctx.clock.now(), zone);
    const on = input.on && input.on < today ? input.on : today;
    const at = on === today ? ctx.clock.now() : new Date(beginningOfDay(addDays(on, 1), zone) - 1).toISOString();
    const rules = await readRules(h);
    const shares = await everyoneAsOf(ctx, h, { at, knownAt: at });
    const from = addDays(on, -7 * WEEKS);
    const rows = answered(
      ctx,
      await rateRows(
        h,
        new Date(beginningOfDay(from, zone)).toISOString(),
        new Date(beginningOfDay(addDays(on, 1), zone)).toISOString(),
        zone,
      ),
    ).filter(({ purpose }) => !input.purpose || purpose === input.purpose);
    const systems = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const places = new Map(
      (rules.wordings as readonly { kind: string; id: string; place?: string | null }[])
        .filter(({ kind }) => kind === 'ask')
        .map(({ id, place }) => [id, place ?? null]),
    );
    const inForce = purposesInForce(rules.purposes, at, at);
    const titles = new Map(inForce.map(({ id, title }) => [id, title]));
    const keyOf: Record<Dimension, (row: Answered) => string | null> = {
      purpose: ({ purpose }) => titles.get(purpose) ?? purpose,
      ask: ({ terms }) => (terms.ask ? `${terms.ask} v${terms.askVersion ?? '?'}` : null),
      place: ({ terms }) => (terms.ask ? (places.get(terms.ask) ?? null) : null),
      country: ({ terms }) => terms.country,
      language: ({ language }) => language,
      source: ({ system_id }) => systems.get(system_id) ?? system_id,
      week: ({ week }) => week,
    };
    return {
      on,
      by: input.by,
      from,
      to: on,
      shares: sharesShown(shares, titles),
      rates: input.by === 'week' ? weeksOf(rows) : ratesBy(rows, keyOf[input.by]),
      weeks: weeksOf(rows),
      wordings: rules.wordings
        .map((one) => ({ ...one, day: localDay(one.validFrom, zone) }))
        .filter(({ day }) => day >= from && day <= on)
        .map((one) => ({ day: one.day, what: `${one.kind} ${one.id} v${one.version}`, isMaterial: one.isMaterial })),
      purposes: inForce.map(({ id, title }) => ({ id, title })),
    };
  });
  await ctx.transaction((h) => recordLook(ctx, h, 'ledger-opened', null, `overview on ${view.on}`));
  return ok(view);
}

function weeksOf(rows: readonly Answered[]): Rate[] {
  return everyWeek(
    ratesBy(rows, ({ week }) => week),
    ({ key }) => key,
    (key) => ({ key, grants: 0, refusals: 0, withdrawals: 0, other: 0 }),
  );
}

interface Answered extends RateRow {
  answer: Answer;
  purpose: string;
  terms: Terms;
}

function answered(ctx: Context, rows: readonly RateRow[]): Answered[] {
  return rows.map((row) => ({
    ...row,
    answer: shapeOf(row.shape).answer,
    purpose: ctx.words.purposeOf(row.purpose_no),
    terms: ctx.words.termsOf(row.terms_no),
  }));
}

function sharesShown(shares: Shares, titles: ReadonlyMap<string, string>): OverviewView['shares'] {
  return [...titles].map(([id, title]) => {
    const share = shares.get(id) ?? { permitted: 0, standings: {} };
    const standings = Object.entries<number>(share.standings).sort((a, b) => b[1] - a[1]);
    return { id, title, people: standings.reduce((sum, [, n]) => sum + n, 0), permitted: share.permitted, standings };
  });
}
