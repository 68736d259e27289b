import type { PersonId } from '../../core/shared/ids';
import type { Fold } from '../../core/standing/fold';
import { decodeFolds } from '../../core/standing/foldCodec';
import type { Reading, Rules } from '../../core/standing/reading';
import { readStanding, rulesAt } from '../../core/standing/standing';
import { placeKey, treeOf, type Place } from '../../core/ledger/trees';
import { NO_FACTS, type PersonFacts, type StandingAnswer } from '../../core/ledger/types';
import { groupBy } from '../../core/shared/groupBy';
import { reason } from '../../core/shared/reason';
import type { OwnerRow, PermissionReads } from '../../db/standing/permissions';
import { personById } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { indexText, type NormalIdentifier } from '../people/identifierKeys';
import { withWords } from './knownFolds';
import { readRules, subjectOf } from './standingOfPerson';

export interface Question {
  identifier: NormalIdentifier;
  purpose: string;
}

type RuleRows = Awaited<ReturnType<typeof readRules>>;

/** An answer that still names its choice by where it lies. */
interface Answered extends Omit<StandingAnswer, 'because'> {
  becausePlace: Place | null;
  becauseId: string | null;
}

/**
 * May we, for many addresses at once and as of now: what senders ask before a send. Read from the folds; people with linked
 * identities or signals are worked out from their choices. An identifier that several people share is answered
 * restrictively: permitted only if all of them permit.
 */
export async function checkMany(
  ctx: Context,
  reads: PermissionReads,
  questions: readonly Question[],
  known: RuleRows | null = null,
): Promise<StandingAnswer[]> {
  return (await answerMany(ctx, reads, questions, known)).map(({ answer }) => answer);
}

/** The same, with whom each identifier points at. */
export async function answerMany(
  ctx: Context,
  reads: PermissionReads,
  questions: readonly Question[],
  known: RuleRows | null = null,
): Promise<{ answer: StandingAnswer; personIds: PersonId[] }[]> {
  const now = ctx.clock.now();
  const rows = known ?? (await reads.handle(readRules));
  const rules = rulesAt(rows.purposes, rows.wordings, {
    at: now,
    knownAt: now,
    zone: ctx.organisation.zone,
    laws: rows.laws,
  });
  const keyed = questions.map(({ identifier, purpose }) => {
    const text = indexText(identifier);
    return {
      identifier,
      purpose,
      hash: ctx.keys.index(text),
      suppressed: ctx.keys.suppressions(text).map(({ hash }) => hash),
    };
  });
  const found = await reads.owners(
    keyed.map(({ hash }) => hash),
    keyed.flatMap(({ suppressed }) => suppressed),
  );
  const owners = groupBy(found.owners, ({ hash }) => hash.toString('latin1'));
  const folds = await foldsOf(ctx, reads, owners);

  const answers: Answered[] = [];
  for (const { identifier, purpose, hash, suppressed } of keyed) {
    const erasedAt = suppressed
      .map((one) => found.erased.get(one.toString('latin1')))
      .find((at) => at !== undefined && Date.parse(at) <= Date.parse(now));
    if (erasedAt) {
      answers.push(erasedAnswer(erasedAt));
      continue;
    }
    const address = identifier.kind === 'email' || identifier.kind === 'phone' ? hash.toString('hex') : null;
    const own = owners.get(hash.toString('latin1')) ?? [];
    answers.push(
      await restrictive(
        own.length === 0
          ? [await ofNobody(rules, purpose, address)]
          : await Promise.all(
              own.map((owner) => ofOwner(ctx, reads, owner, folds.get(owner.no) ?? [], rules, rows, purpose, address)),
            ),
      ),
    );
  }
  const ids = await reads.choiceIds(answers.flatMap(({ becausePlace }) => becausePlace ?? []));
  return answers.map(({ becausePlace, becauseId, ...answer }, i) => ({
    answer: { ...answer, because: becauseId ?? (becausePlace && (ids.get(placeKey(becausePlace)) ?? null)) },
    personIds: (owners.get(keyed[i]!.hash.toString('latin1')) ?? []).map(({ id }) => id),
  }));
}

export function erasedAnswer(erasedAt: string): Answered {
  return {
    permitted: false,
    standing: 'erased',
    since: erasedAt,
    becausePlace: null,
    becauseId: null,
    mayAskAgainFrom: null,
    reasons: [reason({ code: 'erased', listed: 'address' }, 'GDPR art. 17')],
  };
}

/** The folds of everybody asked about, by their number. Words in a fold that this process has not met were added by another. */
async function foldsOf(
  ctx: Context,
  reads: PermissionReads,
  owners: ReadonlyMap<string, OwnerRow[]>,
): Promise<Map<number, Fold[]>> {
  const decode = () =>
    new Map([...owners.values()].flat().map(({ no, folds }) => [no, folds ? decodeFolds(folds, ctx.words) : []]));
  return withWords(ctx, decode, (work) => reads.handle(work));
}

function ofNobody(rules: Rules, purpose: string, address: string | null): Answered {
  return answered(readStanding([], NO_FACTS, rules, purpose, address), 0);
}

async function ofOwner(
  ctx: Context,
  reads: PermissionReads,
  owner: OwnerRow,
  folds: readonly Fold[],
  rules: Rules,
  rows: RuleRows,
  purpose: string,
  address: string | null,
): Promise<Answered> {
  if (!owner.is_linked && !owner.is_hard && !owner.has_facts)
    return answered(readStanding(folds, factsOfOwner(owner), rules, purpose, address), treeOf(owner.id, ctx.trees));
  const subject = await reads.handle(async (h) =>
    subjectOf(ctx, h, (await personById(h, owner.id))!, { at: rules.at, knownAt: rules.at }, rows),
  );
  const { because, isConflict: _, ...answer } = subject.answer(purpose, address);
  return { ...answer, becausePlace: null, becauseId: because };
}

export function factsOfOwner(
  owner: Pick<OwnerRow, 'restricted_from' | 'restricted_until' | 'erased_at' | 'country' | 'birth_year'>,
): PersonFacts {
  return {
    restricted: owner.restricted_from ? [{ from: owner.restricted_from, until: owner.restricted_until }] : [],
    erasedAt: owner.erased_at,
    countries: owner.country ? [{ from: null, country: owner.country }] : [],
    birthYear: owner.birth_year,
    bought: [],
  };
}

function answered({ becauseSeq, ...reading }: Reading, tree: number): Answered {
  return { ...reading, becausePlace: becauseSeq === null ? null : { tree, seq: becauseSeq }, becauseId: null };
}

function restrictive(answers: readonly Answered[]): Answered {
  const no = answers.find(({ permitted }) => !permitted);
  if (!no || answers.length === 1 || answers.every(({ permitted }) => !permitted)) return no ?? answers[0]!;
  return {
    ...no,
    reasons: [...no.reasons, reason({ code: 'shared-identifier' })],
  };
}
