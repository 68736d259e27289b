import type { PurposeRefusal } from '../../core/purposes/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { WhatIf } from '../../core/purposes/views';
import type { PurposeDraft, PurposeWords } from '../../core/ledger/schema';
import { newPurpose, purposeInForce } from '../../core/purposes/purposes';
import { rulesAt } from '../../core/standing/standing';
import { ok, refuse, type Result } from '../../core/shared/result';
import { allPurposes, allWordings, insertPurpose, type PurposeWithWords } from '../../db/purposes/purposes';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { askRebuild } from '../standing/rebuildFolds';
import { tallyEverybody } from '../standing/whatIf';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

export async function readPurposes(
  ctx: Context,
): Promise<Result<{ purposes: PurposeWithWords[]; mayDraft: boolean; mayPublish: boolean }, AccessRefusal>> {
  if (!reach(ctx, 'purposes.see')) return refuse({ code: 'not-allowed', act: 'purposes.see' });
  return ctx.transaction(async (h) =>
    ok({
      purposes: await allPurposes(h),
      mayDraft: reach(ctx, 'purposes.draft') !== null,
      mayPublish: reach(ctx, 'purposes.publish') !== null,
    }),
  );
}

/** Tries a change out on everybody, as if it held from its first moment. Nothing is saved. */
export async function previewPurpose(ctx: Context, draft: PurposeDraft): Promise<Result<WhatIf, PurposeRefusal>> {
  if (!reach(ctx, 'purposes.draft')) return refuse({ code: 'not-allowed', act: 'purposes.draft' });
  return ctx.snapshot(async (h) => {
    const checked = await check(ctx, h, draft);
    if (!checked.ok) return checked;
    const { versions, next, before } = checked.value;
    // One moment for all of it: a version recorded a millisecond later would not be known yet.
    const now = ctx.clock.now();
    const at = new Date(Math.max(Date.parse(checked.value.next.validFrom), Date.parse(now))).toISOString();
    const wordings = await allWordings(h);
    const moment = { at, knownAt: at, zone: ctx.organisation.zone, laws: await lawTable(h) };
    const [old, fresh] = [
      rulesAt(versions, wordings, moment),
      rulesAt([...versions, { ...next, recordedAt: now }], wordings, moment),
    ];
    const refold = before?.confirmWithinHours !== next.confirmWithinHours;
    const affected = [...fresh.purposes.values()]
      .filter(({ id, parent }) => id === next.id || parent === next.id)
      .map(({ id }) => id);
    return ok(await tallyEverybody(ctx, h, { old, fresh, purposes: affected, refold }));
  });
}

/** Publishes a version. The old one stays: choices and questions of its time are read by it. */
export async function publishPurpose(
  ctx: Context,
  draft: PurposeDraft,
): Promise<Result<{ version: number }, PurposeRefusal>> {
  if (!reach(ctx, 'purposes.publish')) return refuse({ code: 'not-allowed', act: 'purposes.publish' });
  return ctx.transaction(async (h) => {
    const checked = await check(ctx, h, draft);
    if (!checked.ok) return checked;
    const { next, before } = checked.value;
    await insertPurpose(h, { ...next, recordedAt: ctx.clock.now(), publishedBy: ctx.actor.id });
    // What waits for a confirmation is folded by the window: with another window the folds are made anew.
    if (before && before.confirmWithinHours !== next.confirmWithinHours) await askRebuild(ctx, h);
    await recordTrail(ctx, h, 'purpose-published', draft.id, `version ${next.version}, from ${next.validFrom}`);
    return ok({ version: next.version });
  });
}

/** Languages of which nothing was said are not kept. */
function saidIn(words: PurposeWords): PurposeWithWords['words'] {
  return Object.fromEntries(
    Object.entries(words)
      .map(([language, { title, plain }]) => [language, { title: title.trim(), plain: plain.trim() }] as const)
      .filter(([, { title }]) => title !== ''),
  );
}

async function check(
  ctx: Context,
  h: Handle,
  draft: PurposeDraft,
): Promise<
  Result<{ versions: PurposeWithWords[]; next: PurposeWithWords; before: PurposeWithWords | null }, PurposeRefusal>
> {
  const versions = await allPurposes(h);
  const now = ctx.clock.now();
  const validFrom = draft.validFrom ?? now;
  if (Date.parse(validFrom) < Date.parse(now) - 60_000) return refuse({ code: 'purpose-in-the-past', validFrom });
  const own = versions.filter(({ id }) => id === draft.id);
  const before = purposeInForce(versions, draft.id, validFrom, now) as PurposeWithWords | null;
  for (let at = draft.parent, steps = 0; at; steps++) {
    if (at === draft.id || steps > 50) return refuse({ code: 'purpose-circle', parent: draft.parent! });
    const parent: PurposeWithWords | null = purposeInForce(versions, at, validFrom, now) as PurposeWithWords | null;
    if (!parent) return refuse({ code: 'parent-unknown', parent: at });
    at = parent.parent;
  }
  const next = {
    ...newPurpose({ sortOrder: versions.length, publishedBy: null, ...(before ?? {}), ...draft, validFrom }),
    words: draft.words ? saidIn(draft.words) : (before?.words ?? {}),
    version: Math.max(0, ...own.map(({ version }) => version)) + 1,
    recordedAt: now,
  } as PurposeWithWords;
  return ok({ versions, next, before });
}
