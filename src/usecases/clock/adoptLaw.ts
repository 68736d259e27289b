import type { LawRefusal } from '../../core/clock/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import { draftOf, rowOf, type LawDraft } from '../../core/clock/lawDraft';
import type { Standpoint } from '../../core/clock/lawsFor';
import { lawsOn, regimeById, type Laws, type Regime } from '../../core/clock/regimes';
import type { LawPreview, LawsView } from '../../core/clock/views';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { insertLaw, insertStandpoint, lawRows, lawsNotMet, lawTable } from '../../db/clock/laws';
import { userNames } from '../../db/access/users';
import type { Handle } from '../../db/shared/handle';
import { openRequestsUnder, type RequestRow } from '../../db/requests/requests';
import { clockEventsOf } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { clockOf, standpointOf } from './clockOf';
import { refreshRequest } from '../requests/refreshRequest';
import { askRebuild } from '../standing/rebuildFolds';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

/** The table of laws with all its rows, and what the organisation has stated about them. */
export async function readLaws(ctx: Context): Promise<Result<LawsView, AccessRefusal>> {
  if (!reach(ctx, 'people.see')) return refuse({ code: 'not-allowed', act: 'people.see' });
  return ctx.transaction(async (h) => {
    const names = await userNames(h);
    const rows = await lawRows(h);
    const today = localDay(ctx.clock.now(), ctx.organisation.zone);
    const laws = rows.map(({ row }) => row);
    return ok({
      lines: rows
        .map(({ row, origin, adopted_by, reason }) => ({
          regime: row.id,
          title: row.title,
          effectiveFrom: row.effectiveFrom,
          respond: row.respond,
          extension: row.extension,
          source: row.source,
          isConfirmed: row.isConfirmed,
          adoptedBy: origin === 'adopted' ? (names.get(adopted_by!) ?? adopted_by) : null,
          reason,
        }))
        .sort(
          (a, b) => orderOf(laws, a.regime) - orderOf(laws, b.regime) || (a.effectiveFrom < b.effectiveFrom ? -1 : 1),
        ),
      notMet: await lawsNotMet(h),
      drafts: lawsOn(today, laws).map(draftOf),
      mayChange: reach(ctx, 'people.change') !== null,
    });
  });
}

/** The table as a form needs it, to say beforehand which laws bind. */
export async function readLawTable(ctx: Context): Promise<{ laws: Laws; standpoint: Standpoint }> {
  return ctx.reading(async (h) => ({ laws: await lawTable(h), standpoint: await standpointOf(ctx, h) }));
}

function orderOf(laws: Laws, id: string): number {
  return laws.findIndex((row) => row.id === id);
}

/** Which open requests a changed row would move. Nothing is saved. */
export async function previewLaw(ctx: Context, draft: LawDraft): Promise<Result<LawPreview, LawRefusal>> {
  if (!reach(ctx, 'people.change')) return refuse({ code: 'not-allowed', act: 'people.change' });
  return ctx.transaction(async (h) => {
    const laws = await lawTable(h);
    const row = newRow(laws, draft);
    return row ? ok(await compare(ctx, h, laws, [...laws, row], draft.regime)) : refuse({ code: 'law-unknown' });
  });
}

/** Adopts a row as a new version. Requests received from its first day on are counted by it; those before keep theirs. */
export async function adoptLaw(ctx: Context, draft: LawDraft): Promise<Result<LawPreview, LawRefusal>> {
  if (!reach(ctx, 'people.change')) return refuse({ code: 'not-allowed', act: 'people.change' });
  return ctx.transaction(async (h) => {
    const laws = await lawTable(h);
    const row = newRow(laws, draft);
    if (!row) return refuse({ code: 'law-unknown' });
    const preview = await compare(ctx, h, laws, [...laws, row], draft.regime);
    if (preview.broken.length > 0)
      return refuse({ code: 'law-breaks-requests', refs: preview.broken.map(({ ref }) => ref) });
    await insertLaw(h, { row, reason: draft.reason, adoptedBy: ctx.actor.id, adoptedAt: ctx.clock.now() });
    // Signals are folded by where they bind: with another day the folds are made anew.
    if (row.gpcFrom !== regimeById(draft.regime, draft.effectiveFrom, laws)?.gpcFrom) await askRebuild(ctx, h);
    for (const request of await openRequestsUnder(h, draft.regime)) await refreshRequest(ctx, h, request.id);
    await recordTrail(
      ctx,
      h,
      'law-adopted',
      draft.regime,
      `from ${draft.effectiveFrom}, ${preview.moved.length} open requests moved`,
    );
    return ok(preview);
  });
}

/** The organisation says whether it comes under a law of another place. */
export async function stateLaw(
  ctx: Context,
  input: { regime: string; isMet: boolean; reason: string },
): Promise<Result<null, LawRefusal>> {
  if (!reach(ctx, 'people.change')) return refuse({ code: 'not-allowed', act: 'people.change' });
  return ctx.transaction(async (h) => {
    if (!regimeById(input.regime, undefined, await lawTable(h))) return refuse({ code: 'law-unknown' });
    await insertStandpoint(h, {
      regime: input.regime,
      is_met: input.isMet,
      reason: input.reason,
      stated_by: ctx.actor.id,
      stated_at: ctx.clock.now(),
    });
    await recordTrail(ctx, h, 'law-standpoint-stated', input.regime, input.isMet ? 'binds us' : 'does not bind us');
    return ok(null);
  });
}

/** Made of the row that counts just before it does. */
function newRow(laws: Laws, draft: LawDraft): Regime | null {
  const before = regimeById(draft.regime, draft.effectiveFrom, laws) ?? regimeById(draft.regime, undefined, laws);
  return before ? rowOf(before, draft) : null;
}

async function compare(ctx: Context, h: Handle, laws: Laws, next: Laws, regime: string): Promise<LawPreview> {
  const open: RequestRow[] = await openRequestsUnder(h, regime);
  const events = await clockEventsOf(
    h,
    open.map(({ id }) => id),
  );
  const preview: LawPreview = { under: open.length, moved: [], broken: [] };
  for (const request of open) {
    const [was, will] = [
      clockOf(ctx, laws, request, events.get(request.id)!),
      clockOf(ctx, next, request, events.get(request.id)!),
    ];
    if (!will.ok) preview.broken.push({ ref: request.ref, code: will.refusal.code });
    else if (was.ok && was.value.dueOn !== will.value.dueOn)
      preview.moved.push({
        ref: request.ref,
        receivedOn: will.value.receivedOn,
        was: was.value.dueOn,
        will: will.value.dueOn,
      });
  }
  return preview;
}
