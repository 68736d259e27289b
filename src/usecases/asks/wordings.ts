import type { AccessRefusal } from '../../core/access/refusals';
import { fairness, type Fairness } from '../../core/asks/fairness';
import { sayFinding } from '../../core/asks/findings';
import type { WordingRefusal } from '../../core/asks/refusals';
import type { WordingDraft } from '../../core/asks/schema';
import type { AsksView, FairnessView } from '../../core/asks/views';
import { purposesInForce } from '../../core/purposes/purposes';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  allPurposes,
  allWordings,
  insertWording,
  type PurposeWithWords,
  type Wording,
} from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

/** Every version of every ask. */
export async function readAsks(ctx: Context): Promise<Result<AsksView, AccessRefusal>> {
  if (!reach(ctx, 'purposes.see')) return refuse({ code: 'not-allowed', act: 'purposes.see' });
  return ctx.reading(async (h) =>
    ok({
      wordings: (await allWordings(h))
        .filter(({ kind }) => kind === 'ask')
        .map((one) => ({
          id: one.id,
          version: one.version,
          validFrom: one.validFrom,
          isMaterial: one.isMaterial,
          place: one.place,
          method: one.method,
          purposes: [...one.purposes],
          words: { ...one.words },
        })),
      purposes: (await purposesNow(ctx, h)).map(({ id, title, kind }) => ({ id, title, kind })),
      mayDraft: reach(ctx, 'purposes.draft') !== null,
      mayPublish: reach(ctx, 'purposes.publish') !== null,
    }),
  );
}

/** What is unfair or doubtful about a draft. Nothing is kept. */
export async function checkWording(ctx: Context, draft: WordingDraft): Promise<Result<FairnessView, WordingRefusal>> {
  if (!reach(ctx, 'purposes.draft')) return refuse({ code: 'not-allowed', act: 'purposes.draft' });
  return ctx.reading(async (h) => {
    const checked = await check(ctx, h, draft);
    if (!checked.ok) return checked;
    const { found, next } = checked.value;
    return ok({ faults: found.faults.map(sayFinding), doubts: found.doubts.map(sayFinding), version: next.version });
  });
}

/** Publishes a version: from then on it is frozen, and found again years later by whoever asks what somebody saw. */
export async function publishWording(
  ctx: Context,
  draft: WordingDraft,
): Promise<Result<{ version: number }, WordingRefusal>> {
  if (!reach(ctx, 'purposes.publish')) return refuse({ code: 'not-allowed', act: 'purposes.publish' });
  return ctx.transaction<Result<{ version: number }, WordingRefusal>>(async (h) => {
    // Two who publish at once get two versions, one after the other.
    await h.trx.raw('select pg_advisory_xact_lock(hashtext(?))', [`wording ask ${draft.id}`]);
    const checked = await check(ctx, h, draft);
    if (!checked.ok) return checked;
    const { found, next, isSame } = checked.value;
    if (isSame) return refuse({ code: 'wording-unchanged' });
    if (found.faults.length > 0) return refuse({ code: 'wording-unfair', faults: found.faults.length });
    if (found.doubts.length > 0 && draft.reason.length < 10)
      return refuse({ code: 'wording-doubtful', doubts: found.doubts.length });
    await insertWording(h, next);
    const inSpite = found.doubts.length > 0 ? `; in spite of ${found.doubts.length} doubts: ${draft.reason}` : '';
    const said = `ask, version ${next.version}, from ${next.validFrom}${inSpite}`;
    await recordTrail(ctx, h, 'wording-published', draft.id, said);
    return ok({ version: next.version });
  });
}

async function purposesNow(ctx: Context, h: Handle): Promise<PurposeWithWords[]> {
  const now = ctx.clock.now();
  return purposesInForce(await allPurposes(h), now, now) as PurposeWithWords[];
}

async function check(
  ctx: Context,
  h: Handle,
  draft: WordingDraft,
): Promise<Result<{ found: Fairness; next: Wording; isSame: boolean }, WordingRefusal>> {
  const now = ctx.clock.now();
  const validFrom = draft.validFrom ?? now;
  if (Date.parse(validFrom) < Date.parse(now) - 60_000) return refuse({ code: 'wording-in-the-past' });
  const purposes = await purposesNow(ctx, h);
  const unknown = draft.purposes.find((id) => !purposes.some((purpose) => purpose.id === id));
  if (unknown) return refuse({ code: 'wording-purpose-unknown', purpose: unknown });
  if (draft.purposes.length === 0) return refuse({ code: 'ask-without-purpose' });
  const own = (await allWordings(h)).filter(({ kind, id }) => kind === 'ask' && id === draft.id);
  const last = own.at(-1);
  const words = Object.fromEntries(Object.entries(draft.words).filter(([, text]) => text !== ''));
  const next: Wording = {
    kind: 'ask',
    id: draft.id,
    version: Math.max(0, ...own.map(({ version }) => version)) + 1,
    validFrom,
    recordedAt: now,
    isMaterial: draft.isMaterial,
    method: draft.method || null,
    place: draft.place || null,
    purposes: draft.purposes,
    words,
  };
  const found = fairness({
    words,
    purposes: purposes.filter(({ id }) => draft.purposes.includes(id)),
    hasBoxes: draft.hasBoxes,
    // Whoever was asked in a language before is asked in it again.
    languages: [...new Set([...Object.keys(last?.words ?? {}), ...Object.keys(words)])],
  });
  return ok({ found, next, isSame: last !== undefined && sameAs(last, next) });
}

const sameAs = (a: Wording, b: Wording): boolean =>
  a.place === b.place &&
  a.method === b.method &&
  a.isMaterial === b.isMaterial &&
  [...a.purposes].sort().join() === [...b.purposes].sort().join() &&
  Object.keys({ ...a.words, ...b.words }).every((language) => a.words[language] === b.words[language]);
