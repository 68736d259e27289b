import type { KeyExportRefusal } from '../../core/keys/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { KeysView } from '../../core/keys/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { userNames } from '../../db/access/users';
import {
  countKeysByVersion,
  insertKeyExport,
  lockKeyExport,
  openKeyExports,
  setKeyExport,
} from '../../db/keys/keyWork';
import { lastRun } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { viewOrNull } from '../runs/runView';
import { recordTrail } from '../trail/recordTrail';
import { exportReason } from './sealed';

const LEAST_PASSPHRASE = 16;

/** One administrator asks for a copy of the keys, with a reason; another has to agree before the first can fetch it. */
export async function askForKeys(
  ctx: Context,
  input: { reason: string },
): Promise<Result<{ id: string }, KeyExportRefusal>> {
  if (!reach(ctx, 'keys.change')) return refuse({ code: 'not-allowed', act: 'keys.change' });
  if (input.reason.trim().length < 5) return refuse({ code: 'reason-missing' });
  return ctx.transaction(async (h) => {
    const id = ctx.keys.id('kex');
    await insertKeyExport(h, {
      id,
      reason_sealed: exportReason.closeUnder(ctx.keys, null, input.reason.trim(), id),
      asked_by: ctx.actor.id,
      asked_at: ctx.clock.now(),
    });
    await recordTrail(ctx, h, 'key-export-asked', id, input.reason.trim());
    return ok({ id });
  });
}

export async function approveKeyExport(ctx: Context, input: { id: string }): Promise<Result<null, KeyExportRefusal>> {
  if (!reach(ctx, 'keys.change')) return refuse({ code: 'not-allowed', act: 'keys.change' });
  return ctx.transaction(async (h) => {
    const row = await lockKeyExport(h, input.id);
    if (!row) return refuse({ code: 'not-found' });
    if (row.asked_by === ctx.actor.id) return refuse({ code: 'own-export' });
    if (row.approved_at) return refuse({ code: 'export-approved-already' });
    await setKeyExport(h, row.id, { approved_by: ctx.actor.id, approved_at: ctx.clock.now() });
    await recordTrail(ctx, h, 'key-export-approved', row.id);
    return ok(null);
  });
}

/** The copy, once, to the one who asked, sealed under a passphrase of theirs. */
export async function fetchKeys(
  ctx: Context,
  input: { id: string; passphrase: string },
): Promise<Result<{ copy: string }, KeyExportRefusal>> {
  if (!reach(ctx, 'keys.change')) return refuse({ code: 'not-allowed', act: 'keys.change' });
  if (input.passphrase.length < LEAST_PASSPHRASE) return refuse({ code: 'passphrase-short', least: LEAST_PASSPHRASE });
  return ctx.transaction(async (h) => {
    const row = await lockKeyExport(h, input.id);
    if (!row || row.asked_by !== ctx.actor.id) return refuse({ code: 'not-found' });
    if (!row.approved_at) return refuse({ code: 'export-not-approved' });
    if (row.fetched_at) return refuse({ code: 'export-fetched' });
    await setKeyExport(h, row.id, { fetched_at: ctx.clock.now() });
    await recordTrail(ctx, h, 'key-export-fetched', row.id);
    return ok({ copy: ctx.keys.sealedCopy(input.passphrase).toString('base64') });
  });
}

export async function readKeysView(ctx: Context): Promise<Result<KeysView, AccessRefusal>> {
  if (!reach(ctx, 'people.see')) return refuse({ code: 'not-allowed', act: 'people.see' });
  return ctx.transaction(async (h) => {
    const names = await userNames(h);
    const rotation = await lastRun(h, 'rotate-keys');
    return ok({
      newest: ctx.keys.masterVersion(),
      versions: await countKeysByVersion(h),
      mayChange: reach(ctx, 'keys.change') !== null,
      rotation: viewOrNull(ctx, rotation),
      exports: (await openKeyExports(h)).map((row) => ({
        id: row.id,
        reason: exportReason.openUnder(ctx.keys, null, row.reason_sealed, row.id),
        askedBy: names.get(row.asked_by) ?? row.asked_by,
        isOwn: row.asked_by === ctx.actor.id,
        approvedBy: row.approved_by ? (names.get(row.approved_by) ?? row.approved_by) : null,
      })),
    });
  });
}
