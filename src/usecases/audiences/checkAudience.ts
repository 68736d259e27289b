import type { AudienceId, RunId } from '../../core/shared/ids';
import type { AudienceRefusal } from '../../core/audiences/refusals';
import type { AudienceView } from '../../core/audiences/views';
import { once } from 'node:events';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { addressReader, identifierKindOf, type Channel } from '../../core/audiences/audience';
import { csvLine } from '../../core/shared/csv';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  audienceById,
  insertAudience,
  insertAudienceRun,
  listAudiences,
  runsOfAudiences,
  setAnswersPath,
  type AudienceRow,
  type AudienceRunRow,
} from '../../db/audiences/audiences';
import { systemById } from '../../db/systems/systems';
import type { AudiencePart } from '../../ports/threads';
import type { Handle } from '../../db/shared/handle';
import type { WrappedKey } from '../../ports/keys';
import type { Context } from '../shared/context';
import { readRules } from '../standing/standingOfPerson';
import { checkAudiencePart } from './checkAudiencePart';
import { FileDamaged, FileTooLarge, linesOf, storeFile } from '../imports/readFile';
import { inParts } from '../imports/takeLines';
import { inLanes } from '../shared/inLanes';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { newWorkKey } from '../keys/workKeys';
import { importKey } from '../imports/sealed';
import { audienceName } from './sealed';
import { beginRun } from '../runs/beginRun';
import { runView } from '../runs/runView';
import { finishRun, moveRun, RunFailed, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';

const MOST_BYTES = 1024 ** 3;
const LINES_AT_ONCE = 10_000;

function mayCheck(ctx: Context): boolean {
  return ctx.actor.kind === 'machine'
    ? ctx.actor.scopes.includes('standing:read')
    : reach(ctx, 'audiences.check') !== null;
}

const ownOf = (ctx: Context) => (ctx.actor.kind === 'machine' ? ctx.actor.systemId : null);

/** Takes a list of addresses before a send and asks about each; the list is kept sealed, so that it can be asked again at each send. */
export async function startAudience(
  ctx: Context,
  input: { name: string; purpose: string; channel: Channel; content: Readable },
): Promise<Result<{ id: string; runId: RunId }, AudienceRefusal>> {
  if (!mayCheck(ctx)) return refuse({ code: 'not-allowed', act: 'audiences.check' });
  const id = ctx.keys.id('aud');
  const path = `audience-${id}`;
  const keyId = await ctx.transaction((h) => newWorkKey(ctx, h, { kind: 'audience', subject: id }));
  try {
    const file = await storeFile(
      ctx,
      path,
      input.content,
      MOST_BYTES,
      await ctx.transaction((h) => importKey(h, { data_key_id: keyId })),
    );
    if (file.header.trim() === '') return await drop({ code: 'file-empty' });
  } catch (error) {
    if (error instanceof FileDamaged) return drop({ code: 'file-damaged' });
    if (error instanceof FileTooLarge) return drop({ code: 'file-too-large', most: error.most });
    throw error;
  }
  return ctx.transaction(async (h) => {
    if (!(await readRules(h)).purposes.some((purpose) => purpose.id === input.purpose))
      return drop({ code: 'unknown-purpose', purpose: input.purpose });
    await insertAudience(h, {
      id,
      name_sealed: await audienceName.close(vaultOf(ctx, h), keyId, input.name.slice(0, 200), id),
      data_key_id: keyId,
      system_id: ownOf(ctx),
      purpose: input.purpose,
      channel: input.channel,
      path,
      made_by: ctx.actor.id,
      made_at: ctx.clock.now(),
    });
    const runId = ctx.keys.id('run');
    await beginRun(ctx, h, 'check-audience', { id: runId, subject: id });
    await insertAudienceRun(h, { id: runId, audience_id: id });
    await recordTrail(ctx, h, 'audience-checked', id, input.purpose);
    return ok({ id, runId });
  });

  async function drop(refusal: AudienceRefusal): Promise<{ ok: false; refusal: AudienceRefusal }> {
    await ctx.storage.remove(path);
    return refuse(refusal);
  }
}

/** The same list once more, as of now: before each send of a mailing that was planned earlier. */
export async function askAgain(
  ctx: Context,
  input: { audienceId: AudienceId },
): Promise<Result<{ runId: RunId }, AudienceRefusal>> {
  if (!mayCheck(ctx)) return refuse({ code: 'not-allowed', act: 'audiences.check' });
  return ctx.transaction(async (h) => {
    const audience = await audienceById(h, input.audienceId);
    if (!audience || (ownOf(ctx) && audience.system_id !== ownOf(ctx))) return refuse({ code: 'not-found' });
    const runId = ctx.keys.id('run');
    await beginRun(ctx, h, 'check-audience', { id: runId, subject: audience.id });
    await insertAudienceRun(h, { id: runId, audience_id: audience.id });
    await recordTrail(ctx, h, 'audience-checked', audience.id, 'again');
    return ok({ runId });
  });
}

const COLUMNS = ['line', 'address', 'permitted', 'standing', 'reason', 'since'] as const;

/** Every line comes back with permitted or the reason, in the order of the list. */
export async function checkAudience(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const begun = await ctx.transaction(async (h) => {
      const audience = await audienceById(h, run.subject!);
      return audience
        ? {
            audience,
            country: audience.system_id
              ? ((await systemById(h, audience.system_id))?.default_country ?? null)
              : ctx.organisation.country,
          }
        : null;
    });
    if (!begun) throw new RunFailed('gone');
    const { audience, country } = begun;
    const [counts, name]: [AudienceRunRow['counts'], string] = [{}, `audience-run-${runId}`];
    let lines = 0;
    const about = { channel: audience.channel, purpose: audience.purpose, systemId: audience.system_id ?? '', country };
    async function* answers(): AsyncGenerator<string> {
      yield csvLine(COLUMNS);
      for await (const part of inLanes(
        partsOf(ctx, audience, about),
        ctx.threads?.lanes ?? 1,
        (one) => ctx.threads?.checkAudiencePart(one) ?? checkAudiencePart(ctx, one),
      )) {
        for (const [key, n] of Object.entries({ ...part.counts, permitted: part.permitted }))
          counts[key] = (counts[key] ?? 0) + n;
        lines += part.lines;
        await ctx.transaction((h) => moveRun(h, runId, { done: lines, counts }));
        yield part.text;
      }
    }
    await pipeline(
      Readable.from(answers()),
      ctx.keys.sealStream(await ctx.transaction((h) => importKey(h, audience))),
      ctx.storage.write(`${name}.part`),
    );
    await ctx.storage.rename(`${name}.part`, name);
    await ctx.transaction(async (h) => {
      await setAnswersPath(h, runId, name);
      await finishRun(ctx, h, runId);
      await recordTrail(ctx, h, 'audience-checked', audience.id, `${counts['permitted'] ?? 0} of ${lines} permitted`);
    });
  });
}

async function* partsOf(
  ctx: Context,
  audience: AudienceRow,
  about: Omit<AudiencePart, 'first' | 'lines'>,
): AsyncGenerator<AudiencePart> {
  let first: string | null = null;
  for await (const part of inParts(listLines(ctx, audience), LINES_AT_ONCE)) {
    first ??= part[0]!.raw;
    const { hasHeader } = addressReader(first, identifierKindOf(audience.channel as Channel));
    yield { ...about, first, lines: part[0]!.line === 1 && hasHeader ? part.slice(1) : part };
  }
}

/** The lines of a list as they were handed in. */
export async function* listLines(ctx: Context, audience: AudienceRow): AsyncGenerator<{ line: number; raw: string }> {
  const key = await ctx.transaction((h) => importKey(h, audience));
  const head: Buffer[] = [];
  for await (const part of await opened(ctx, audience.path, key)) {
    head.push(part as Buffer);
    if (Buffer.concat(head).length > 4096) break;
  }
  const format = Buffer.concat(head).subarray(0, 4).toString('latin1') === 'PK\u0003\u0004' ? 'xlsx' : 'csv';
  yield* linesOf(ctx, audience.path, { format, encoding: 'UTF-8', delimiter: ';' }, key);
}

export async function readAudiences(ctx: Context): Promise<Result<AudienceView[], AudienceRefusal>> {
  if (!mayCheck(ctx)) return refuse({ code: 'not-allowed', act: 'audiences.check' });
  return ctx.transaction(async (h) => {
    const rows = (await listAudiences(h, 20)).filter(({ system_id }) => !ownOf(ctx) || system_id === ownOf(ctx));
    const runs = await runsOfAudiences(
      h,
      rows.map(({ id }) => id),
    );
    const views: AudienceView[] = [];
    for (const row of rows) views.push(await viewOf(ctx, h, row, runs));
    return ok(views);
  });
}

export async function readAudience(
  ctx: Context,
  input: { id: string },
): Promise<Result<AudienceView, AudienceRefusal>> {
  if (!mayCheck(ctx)) return refuse({ code: 'not-allowed', act: 'audiences.check' });
  return ctx.transaction(async (h) => {
    const row = await audienceById(h, input.id);
    if (!row || (ownOf(ctx) && row.system_id !== ownOf(ctx))) return refuse({ code: 'not-found' });
    return ok(await viewOf(ctx, h, row, await runsOfAudiences(h, [row.id])));
  });
}

/** A file of storage, opened; an error in it ends the stream instead of the process. */
async function opened(ctx: Context, path: string, key: WrappedKey | null): Promise<Readable> {
  const sealed = ctx.storage.read(path);
  await once(sealed, 'readable');
  const plain = ctx.keys.unsealStream(key);
  pipeline(sealed, plain).catch(() => {});
  return plain;
}

async function viewOf(
  ctx: Context,
  h: Handle,
  row: AudienceRow,
  runs: readonly AudienceRunRow[],
): Promise<AudienceView> {
  const name = (await audienceName.open(vaultOf(ctx, h), row.data_key_id, row.name_sealed, row.id)) ?? '(gone)';
  return {
    id: row.id,
    name,
    purpose: row.purpose,
    channel: row.channel,
    at: row.made_at,
    runs: runs.filter(({ audience_id }) => audience_id === row.id).map((run) => runView(ctx, run)),
  };
}

/** The newest finished answers as CSV, unsealed as they stream. */
export async function downloadAudience(
  ctx: Context,
  input: { id: string },
): Promise<Result<{ stream: Readable; name: string }, AudienceRefusal>> {
  if (!mayCheck(ctx)) return refuse({ code: 'not-allowed', act: 'audiences.check' });
  return ctx.transaction(async (h) => {
    const row = await audienceById(h, input.id);
    if (!row || (ownOf(ctx) && row.system_id !== ownOf(ctx))) return refuse({ code: 'not-found' });
    const run = (await runsOfAudiences(h, [row.id])).find(({ state }) => state === 'finished');
    if (!run?.path) return refuse({ code: 'result-not-ready' });
    await recordTrail(ctx, h, 'audience-downloaded', row.id);
    const sealed = ctx.storage.read(run.path);
    const stream = ctx.keys.unsealStream(await importKey(h, row));
    sealed.on('error', (error) => stream.destroy(error));
    return ok({ stream: sealed.pipe(stream), name: 'audience.csv' });
  });
}
