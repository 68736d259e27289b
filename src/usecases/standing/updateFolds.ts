import type { PersonId } from '../../core/shared/ids';
import { lawTable } from '../../db/clock/laws';
import { encodeFolds } from '../../core/standing/foldCodec';
import { foldOne, mergeFolds, standsAlone, type Fold } from '../../core/standing/fold';
import { beginning } from '../../core/standing/timeline';
import { foldsOf, rulesAt } from '../../core/standing/standing';
import type { Choice } from '../../core/ledger/types';
import { choicesOf } from '../../db/ledger/ledger';
import { foldRows, saveFolds, type FoldRow } from '../../db/standing/folds';
import { allPurposes } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import { personsById } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { foldsKnown } from './knownFolds';
import { factsOf } from './personFacts';

export interface SealedChoice {
  choice: Choice;
  person: { id: string; no: number; isNew: boolean };
}

/**
 * Carries new choices into the folds of their people, in the transaction that seals them. An answer that leans on others
 * (a confirmation, a browser's signal) makes that person's fold anew from all their choices.
 */
export async function updateFolds(ctx: Context, h: Handle, sealed: readonly SealedChoice[]): Promise<void> {
  if (sealed.length === 0) return;
  const now = ctx.clock.now();
  const rules = rulesAt(await allPurposes(h), [], {
    at: now,
    knownAt: now,
    zone: ctx.organisation.zone,
    laws: await lawTable(h),
  });
  const before = await foldRows(h, [
    ...new Set(sealed.filter(({ person }) => !person.isNew).map(({ person }) => person.no)),
  ]);
  const known = await foldsKnown(ctx, h, before);
  const folds = new Map<number, Map<string, Fold>>();
  const again = new Map<number, string>();
  for (const { choice, person } of sealed) {
    if (!standsAlone(choice.answer)) again.set(person.no, person.id);
    const own = folds.get(person.no) ?? new Map((known.get(person.no) ?? []).map((fold) => [keyOf(fold), fold]));
    folds.set(person.no, own);
    if (!standsAlone(choice.answer)) continue;
    const fold = foldOne(
      choice,
      rules.windows.at(choice.purpose, beginning(choice.occurredAt, ctx.organisation.zone)),
      ctx.organisation.zone,
    );
    const earlier = own.get(keyOf(fold));
    own.set(keyOf(fold), earlier ? mergeFolds(earlier, fold) : fold);
  }
  const remade = await remakeFolds(ctx, h, [...again.values()]);
  const isNew = new Set(sealed.filter(({ person }) => person.isNew).map(({ person }) => person.no));
  const rows = [...folds].map(
    ([no, own]): FoldRow =>
      remade.get(no) ?? {
        person_no: no,
        folds: Buffer.from(encodeFolds([...own.values()], ctx.words)),
        is_hard: before.get(no)?.is_hard ?? false,
      },
  );
  await saveFolds(
    h,
    rows.filter(({ person_no }) => isNew.has(person_no)),
    rows.filter(({ person_no }) => !isNew.has(person_no)),
  );
}

function keyOf(fold: Pick<Fold, 'purpose' | 'address'>): string {
  return `${fold.purpose}\n${fold.address ?? ''}`;
}

/** The folds of some people, made from all their choices. */
export async function remakeFolds(
  ctx: Context,
  h: Handle,
  personIds: readonly PersonId[],
): Promise<Map<number, FoldRow>> {
  if (personIds.length === 0) return new Map();
  const now = ctx.clock.now();
  const rules = rulesAt(await allPurposes(h), [], {
    at: now,
    knownAt: now,
    zone: ctx.organisation.zone,
    laws: await lawTable(h),
  });
  const choices = await choicesOf(h, personIds);
  const made = new Map<number, FoldRow>();
  for (const row of await personsById(h, personIds)) {
    const own = choices.filter(({ personId }) => personId === row.id);
    const folds = foldsOf(own, factsOf(row), rules);
    await ctx.words.ensure(
      h,
      own.map(({ purpose }) => purpose),
      own.map(({ terms }) => terms),
    );
    made.set(row.no, {
      person_no: row.no,
      folds: Buffer.from(encodeFolds(folds, ctx.words)),
      is_hard: own.some(({ answer }) => answer === 'gpc-seen'),
    });
  }
  return made;
}
