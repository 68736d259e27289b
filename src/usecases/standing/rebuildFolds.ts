import type { RunId } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { lawTable } from '../../db/clock/laws';
import { decodeFolds, encodeFolds } from '../../core/standing/foldCodec';
import { foldOne, mergeFolds, standsAlone, type Fold } from '../../core/standing/fold';
import { shapeOf } from '../../core/ledger/shape';
import { beginning } from '../../core/standing/timeline';
import { rulesAt } from '../../core/standing/standing';
import { foldRows, saveFolds, type FoldRow } from '../../db/standing/folds';
import { holdLedger } from '../../db/ledger/trees';
import { eachChoiceOfRange, lastPersonNo, personIdsOf } from '../../db/ledger/numbers';
import { allPurposes } from '../../db/purposes/purposes';
import { insertRebuild, noteRange, rebuildById, rebuildsRunning, type RebuildRow } from '../../db/standing/rebuilds';
import { lock, type Handle } from '../../db/shared/handle';
import type { PeopleRange } from '../../ports/threads';
import { ok, refuse, type Result } from '../../core/shared/result';
import type { Context } from '../shared/context';
import { inLanes } from '../shared/inLanes';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { countIn, finishRun, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';
import { remakeFolds } from './updateFolds';

export const PEOPLE_AT_ONCE = 20_000;

/**
 * Makes the folds of everybody anew from the ledger and compares them with those that run along: the projection equals the
 * replay, or is put right unless only looked. Ranges of people side by side; recording goes on in between.
 */
export async function rebuildFolds(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async () => {
    const row = (await ctx.transaction((h) => rebuildById(h, runId)))!;
    // Each range counts itself in.
    for await (const _ of inLanes(
      ranges(row),
      ctx.threads?.lanes ?? 1,
      (range) => ctx.threads?.rebuildRange(range) ?? rebuildRange(ctx, range),
    ));
    await ctx.transaction(async (h) => {
      const { counts } = (await rebuildById(h, runId))!;
      await finishRun(ctx, h, runId);
      await recordTrail(
        ctx,
        h,
        'folds-rebuilt',
        runId,
        `${counts['people'] ?? 0} people, ${counts['differing'] ?? 0} differed${row.only_look ? ', only looked' : ''}`,
      );
    });
  });
}

/** What is left to do of a rebuild, also of one that was cut off. */
async function* ranges(row: RebuildRow): AsyncGenerator<PeopleRange> {
  const done = new Set(row.done_from);
  const last = Number(row.total);
  for (let from = 1; from <= last; from += PEOPLE_AT_ONCE)
    if (!done.has(from)) yield { runId: row.id, from, to: Math.min(last, from + PEOPLE_AT_ONCE - 1) };
}

/** One range: made anew, compared, put right, and counted in, in one transaction in which nothing is recorded. */
export async function rebuildRange(ctx: Context, { runId, from, to }: PeopleRange): Promise<void> {
  await ctx.transaction(async (h) => {
    await holdLedger(h);
    const { only_look: onlyLook } = (await rebuildById(h, runId))!;
    await ctx.words.refresh(h);
    const made = await makeRange(ctx, h, from, to);
    const running = await foldRows(h, [...made.keys()]);
    const fresh: FoldRow[] = [];
    const changed: FoldRow[] = [];
    for (const row of made.values()) {
      const before = running.get(row.person_no);
      if (!before) fresh.push(row);
      else if (before.is_hard !== row.is_hard || !sameFolds(ctx, before.folds, row.folds)) changed.push(row);
    }
    if (!onlyLook) await saveFolds(h, fresh, changed);
    await noteRange(h, runId, from);
    const counts = { people: made.size, differing: fresh.length + changed.length };
    await countIn(h, runId, { done: to - from + 1, counts });
  });
}

/** The order of folds within a row is that of arrival; what counts is which there are. */
function sameFolds(ctx: Context, a: Buffer, b: Buffer): boolean {
  return a.equals(b) || (a.length === b.length && inOneOrder(ctx, a).equals(inOneOrder(ctx, b)));
}

function inOneOrder(ctx: Context, bytes: Buffer): Buffer {
  const order = (fold: Fold) => `${fold.purpose}\n${fold.address ?? ''}`;
  return Buffer.from(
    encodeFolds(
      decodeFolds(bytes, ctx.words).sort((x, y) => (order(x) < order(y) ? -1 : 1)),
      ctx.words,
    ),
  );
}

async function makeRange(ctx: Context, h: Handle, from: number, to: number): Promise<Map<number, FoldRow>> {
  const now = ctx.clock.now();
  const rules = rulesAt(await allPurposes(h), [], {
    at: now,
    knownAt: now,
    zone: ctx.organisation.zone,
    laws: await lawTable(h),
  });
  const made = new Map<number, FoldRow>();
  const leaning = new Set<number>();
  let person = -1;
  let folds = new Map<string, Fold>();
  const close = () => {
    if (person >= 0)
      made.set(person, {
        person_no: person,
        folds: Buffer.from(encodeFolds([...folds.values()], ctx.words)),
        is_hard: false,
      });
    folds = new Map();
  };
  await eachChoiceOfRange(h, from, to, (row) => {
    if (row.person_no !== person) {
      close();
      person = row.person_no;
    }
    const { answer, isTold } = shapeOf(row.shape);
    const purpose = ctx.words.purposeOf(row.purpose_no);
    if (!standsAlone(answer)) {
      leaning.add(person);
      return;
    }
    const address = row.address_hash?.toString('hex') ?? null;
    const fold = foldOne(
      {
        id: '',
        seq: row.seq,
        purpose,
        answer,
        occurredAt: row.occurred,
        recordedAt: '',
        confirms: null,
        address,
        terms: ctx.words.termsOf(row.terms_no),
        isTold,
      },
      rules.windows.at(purpose, beginning(row.occurred, rules.zone)),
      rules.zone,
    );
    const key = `${row.purpose_no}\n${address ?? ''}`;
    const known = folds.get(key);
    folds.set(key, known ? mergeFolds(known, fold) : fold);
  });
  close();
  const again = await remakeFolds(ctx, h, await personIdsOf(h, [...leaning]));
  for (const [no, row] of again) made.set(no, row);
  return made;
}

/** Asks for it; the worker does it. While one of the kind runs, asking again is asking for that one. */
export async function startRebuild(
  ctx: Context,
  input: { onlyLook?: boolean } = {},
): Promise<Result<{ id: string }, AccessRefusal>> {
  if (!reach(ctx, 'ledger.verify')) return refuse({ code: 'not-allowed', act: 'ledger.verify' });
  return ctx.transaction(async (h) => {
    await lock(h, 'rebuild-folds');
    const running = (await rebuildsRunning(h)).find(({ only_look }) => only_look === (input.onlyLook ?? false));
    return ok({ id: running?.id ?? (await askRebuild(ctx, h, input.onlyLook)) });
  });
}

/** Notes a rebuild and queues it, in a transaction of the caller. @returns its id */
export async function askRebuild(ctx: Context, h: Handle, onlyLook = false): Promise<string> {
  const id = ctx.keys.id('reb');
  await beginRun(ctx, h, 'rebuild-folds', { id, total: await lastPersonNo(h) });
  await insertRebuild(h, { id, only_look: onlyLook });
  await recordTrail(ctx, h, 'folds-rebuilt', id, 'asked');
  return id;
}
