import { addShare, Everyone, type Shares } from '../../core/standing/everyone';
import { shapeOf } from '../../core/ledger/shape';
import { rulesAt } from '../../core/standing/standing';
import { isNo } from '../../core/standing/timeline';
import { addDays, beginningOfDay } from '../../core/shared/days';
import { groupBy } from '../../core/shared/groupBy';
import { eachChoiceNumbers, lastPersonNo, peopleWithFacts, personIdsOf } from '../../db/ledger/numbers';
import { choicesOf } from '../../db/ledger/ledger';
import type { Handle } from '../../db/shared/handle';
import { personsById } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { readRules, subjectOf, type AskedAt } from './standingOfPerson';

const EXACT_AT_ONCE = 500;

/** How everybody stood at a moment, as known at a moment, per purpose. Reads the whole ledger once, as numbers, in a snapshot: `h`. */
export async function everyoneAsOf(ctx: Context, h: Handle, asked: AskedAt): Promise<Shares> {
  const rows = await readRules(h);
  const rules = rulesAt(rows.purposes, rows.wordings, { ...asked, zone: ctx.organisation.zone, laws: rows.laws });
  await ctx.words.refresh(h);
  const numbers = new Map(
    [...rules.purposes.keys()].flatMap((id): [string, number][] => {
      const no = ctx.words.purposeNoIfAny(id);
      return no === null ? [] : [[id, no]];
    }),
  );
  const everyone = new Everyone((await lastPersonNo(h)) + 1, rules, numbers, ctx.words.termsOf);
  const special = [
    ...new Set([...rules.purposes.values()].flatMap(({ kinds }) => kinds.map(({ country }) => country))),
  ];
  for (const no of await peopleWithFacts(h, special, special.length > 0)) everyone.mustAskExactly(no);
  const place = placesOfDays(ctx.organisation.zone);
  await eachChoiceNumbers(h, asked, (row) => {
    const shape = row[2]!;
    everyone.take(row[0]!, row[1]!, shape, (shape & 16) === 0 ? row[3]! : place(row[3]!, shape), row[4]!);
  });
  const shares: Shares = new Map();
  everyone.count(shares);
  await countExactly(ctx, h, everyone.setAside, asked, rows, shares);
  return shares;
}

/** Of a day only the day is known: a yes counts at its beginning, a no at its end, in the organisation's zone. */
function placesOfDays(zone: string): (midnightUtc: number, shape: number) => number {
  const known = new Map<number, { begin: number; end: number }>();
  return (midnight, shape) => {
    let day = known.get(midnight);
    if (!day) {
      const date = new Date(midnight).toISOString().slice(0, 10);
      day = { begin: beginningOfDay(date, zone), end: beginningOfDay(addDays(date, 1), zone) - 1 };
      known.set(midnight, day);
    }
    return isNo(shapeOf(shape & 15).answer) ? day.end : day.begin;
  };
}

async function countExactly(
  ctx: Context,
  h: Handle,
  nos: readonly number[],
  asked: AskedAt,
  rows: Awaited<ReturnType<typeof readRules>>,
  shares: Shares,
): Promise<void> {
  const purposes = [
    ...rulesAt(rows.purposes, rows.wordings, {
      ...asked,
      zone: ctx.organisation.zone,
      laws: rows.laws,
    }).purposes.keys(),
  ];
  for (let at = 0; at < nos.length; at += EXACT_AT_ONCE) {
    const ids = await personIdsOf(h, nos.slice(at, at + EXACT_AT_ONCE));
    const choices = groupBy(await choicesOf(h, ids), ({ personId }) => personId);
    for (const row of await personsById(h, ids)) {
      // Somebody of whom nothing was recorded by then is not counted: the ledger did not know them.
      const known = (choices.get(row.id) ?? []).some(
        ({ recordedAt }) => Date.parse(recordedAt) <= Date.parse(asked.knownAt),
      );
      if (!known) continue;
      const subject = await subjectOf(ctx, h, row, asked, rows);
      for (const purpose of purposes) {
        const answer = subject.answer(purpose, 'any');
        addShare(shares, purpose, answer.standing, answer.permitted);
      }
    }
  }
}
