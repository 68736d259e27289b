import { epochOf } from '../shared/days';
import { reason } from '../shared/reason';
import type { Reading } from './reading';
import { choicesKnown, foldsOf, readStanding, rulesAt, type StandingQuery } from './standing';
import type { Choice, PersonFacts, PurposeVersion, StandingAnswer, WordingVersion } from '../ledger/types';

/** One of several identities that are known to be one human being. */
export interface Member {
  id: string;
  choices: readonly Choice[];
  facts: PersonFacts;
}

export interface LinkedAnswer extends StandingAnswer {
  /** The identities said different things, and nothing has settled it since they were linked. */
  isConflict: boolean;
}

/**
 * Standing over identities that belong to one human being. What was said since they were linked settles it for all;
 * else, where they disagree, the restrictive reading holds and the conflict is shown. The choices themselves are not
 * touched, so that unlinking restores exactly what held before.
 *
 * @param linkedAt instant since when they are known to be one
 */
export function standingOfLinked(
  members: readonly Member[],
  linkedAt: string,
  purposes: readonly PurposeVersion[],
  query: StandingQuery,
  wordings: readonly WordingVersion[] = [],
): LinkedAnswer {
  const rules = rulesAt(purposes, wordings, query);
  const known = numberedAnew(members.map(({ choices }) => choicesKnown(choices, query)));
  const line = ancestorsAndSelf(rules.purposes, query.purpose);
  const idOf = (seq: number | null) => known.flat().find((choice) => choice.seq === seq)?.id ?? null;
  const said = (reading: Reading, isConflict: boolean): LinkedAnswer => {
    const { becauseSeq, ...rest } = reading;
    return { ...rest, because: idOf(becauseSeq), isConflict };
  };
  const facts = mergedFacts(members.map((member) => member.facts));
  const together = readStanding(foldsOf(known.flat(), facts, rules), facts, rules, query.purpose, query.address);
  const alone = members.map((member, i) =>
    readStanding(foldsOf(known[i]!, member.facts, rules), member.facts, rules, query.purpose, query.address),
  );
  // Only an answer that counts, given since then: a sign-up that nobody confirmed and an older answer that came late settle nothing.
  const isSettled = foldsOf(known.flat(), facts, rules).some(
    ({ purpose, last }) => line.includes(purpose) && last !== null && last.at > epochOf(linkedAt),
  );
  const spoken = alone.filter(({ becauseSeq }) => becauseSeq !== null);
  const isDisagreed = new Set(spoken.map(({ permitted }) => permitted)).size > 1;
  if (isSettled || !isDisagreed) return said(together, false);
  const no = spoken.find(({ permitted }) => !permitted)!;
  return said(
    {
      ...no,
      reasons: [...no.reasons, reason({ code: 'identities-disagree' }, 'GDPR art. 5(1)(a), 7(1)')],
    },
    true,
  );
}

/**
 * The choices of several people under numbers that hold among them: their own count within a tree of the ledger each, in which
 * two of them may have the same. In the order of record.
 */
function numberedAnew(all: readonly (readonly Choice[])[]): Choice[][] {
  const order = all
    .flat()
    .toSorted((a, b) => Date.parse(a.recordedAt) - Date.parse(b.recordedAt) || a.seq - b.seq)
    .map(({ id }) => id);
  const numbers = new Map(order.map((id, i) => [id, i + 1]));
  return all.map((choices) => choices.map((choice) => ({ ...choice, seq: numbers.get(choice.id)! })));
}

function ancestorsAndSelf(inForce: ReadonlyMap<string, PurposeVersion>, id: string): string[] {
  const line: string[] = [];
  for (let at: string | null = id; at && !line.includes(at); at = inForce.get(at)?.parent ?? null) line.push(at);
  return line;
}

/** The most careful of what is known: restricted where one is, the youngest year of birth, erased only if all are. */
function mergedFacts(all: readonly PersonFacts[]): PersonFacts {
  const years = all.flatMap(({ birthYear }) => birthYear ?? []);
  const erased = all.map(({ erasedAt }) => erasedAt);
  return {
    restricted: all.flatMap(({ restricted }) => restricted),
    erasedAt: erased.every(Boolean) ? erased.toSorted().at(-1)! : null,
    countries: all.flatMap(({ countries }) => countries).toSorted((a, b) => ((a.from ?? '') < (b.from ?? '') ? -1 : 1)),
    birthYear: years.length > 0 ? Math.max(...years) : null,
    bought: all.flatMap(({ bought }) => bought),
  };
}
