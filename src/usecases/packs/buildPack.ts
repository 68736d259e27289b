import type { PackId, RequestRef, RunId } from '../../core/shared/ids';
import type { StartPackRefusal } from '../../core/packs/refusals';
import { ok, refuse } from '../../core/shared/result';
import { insertPack, packById, setPack } from '../../db/packs/packs';
import { setRequest } from '../../db/requests/requests';
import { insertRegisterGaps } from '../../db/systems/registerGaps';
import type { Context } from '../shared/context';
import { refreshRequest } from '../requests/refreshRequest';
import { workOnRequest } from '../requests/workOnRequest';
import { beginRun } from '../runs/beginRun';
import { finishRun, RunFailed, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';
import { gatherPack } from './gatherPack';
import { registerGapsOf, sayLacking } from '../systems/registerGapsOf';
import { RedactionLeak, writePack } from './writePack';

/**
 * Asks for the pack of a decided request; built by the worker. Where the register lacks what the answer has to say, it
 * is refused, or the answer says that it is missing and whoever answers for the system is asked.
 */
export async function startPack(ctx: Context, input: { ref: RequestRef; sayMissing?: boolean }) {
  return workOnRequest<{ packId: PackId }, StartPackRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.right !== 'access' && request.right !== 'portability')
      return refuse({ code: 'no-pack-for-right', right: request.right });
    if (request.decision !== 'fulfil') return refuse({ code: 'not-decided' });
    if (request.pack === 'building') return refuse({ code: 'pack-building' });
    const missing = await sayLacking(h, request);
    if (missing.length > 0 && !input.sayMissing) return refuse({ code: 'register-incomplete', missing });
    const gaps = await registerGapsOf(h, request.id);
    await insertRegisterGaps(
      h,
      gaps.map(({ system, collection, facts }) => ({
        system_id: system,
        collection,
        request_ref: request.ref,
        facts,
        asked_at: ctx.clock.now(),
      })),
    );
    const packId = ctx.keys.id('pck');
    await insertPack(h, { id: packId, request_id: request.id, created_at: ctx.clock.now() });
    await setRequest(h, request.id, { pack: 'building', carried_out: false });
    await beginRun(ctx, h, 'build-pack', { id: packId, subject: packId });
    await recordTrail(ctx, h, 'pack-asked', request.ref);
    return ok({ packId });
  });
}

/**
 * Builds a pack that was asked for. Where something that was removed stands elsewhere as well, nothing is handed over
 * and the pack says where.
 */
export async function buildPack(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const packId = run.subject!;
    const pack = await ctx.transaction((h) => packById(h, packId));
    if (pack?.state !== 'building') throw new RunFailed('gone');
    const content = await gatherPack(ctx, pack.request_id);
    const unfinished = `pack-${packId}.part`;
    const written = await writePack(ctx, content, unfinished).catch(async (error: Error) => {
      if (!(error instanceof RedactionLeak)) throw error;
      await ctx.storage.remove(unfinished);
      await ctx.transaction(async (h) => {
        await setPack(h, packId, {
          state: 'failed',
          error: `A redacted passage stands in ${error.path} as well. Redact it there, or withhold that record; nothing was handed over.`,
          finished_at: ctx.clock.now(),
        });
        await setRequest(h, pack.request_id, { pack: 'none' });
        await refreshRequest(ctx, h, pack.request_id);
      });
      throw new RunFailed('redaction-leak');
    });
    const { sha256, bytes, files } = written;
    await ctx.storage.rename(unfinished, `pack-${packId}`);
    await ctx.transaction(async (h) => {
      await setPack(h, packId, {
        state: 'ready',
        path: `pack-${packId}`,
        sha256,
        bytes,
        files,
        withheld: content.withheld.length,
        finished_at: ctx.clock.now(),
      });
      await finishRun(ctx, h, runId, { done: files, total: files });
      await setRequest(h, pack.request_id, { pack: 'ready', carried_out: true });
      const request = await refreshRequest(ctx, h, pack.request_id);
      await recordTrail(ctx, h, 'pack-built', request.ref, `${files} files`);
    });
  });
}
