import type { TraceId } from '../../core/shared/ids';
import { nearDuplicates } from '../../core/intake/nearDuplicates';
import { replaceAlike } from '../../db/trace/alike';
import { matchesOf, sealedRecords } from '../../db/trace/matches';
import { traceById } from '../../db/trace/traces';
import { requestById } from '../../db/requests/requests';
import type { FoundRecord } from '../../ports/connector';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { matchRecord } from './sealed';

const AGAIN_MS = 3000;

/** Says the same of every record of a file or a log, and so nothing of whether two are alike. */
const PLACE_FIELDS = new Set(['file', 'place']);

/** Which matches of a trace are nearly the same, so that a reviewer may judge them as one. Worked out anew each time. */
export async function findAlike(ctx: Context, { traceId }: { traceId: TraceId }): Promise<void> {
  const isDone = await ctx.exclusively(`alike:${traceId}`, async () => {
    const items = await ctx.transaction(async (h) => {
      const trace = await traceById(h, traceId);
      const request = trace ? await requestById(h, trace.request_id) : undefined;
      if (!request) return [];
      const vault = vaultOf(ctx, h);
      const found: { id: string; text: string }[] = [];
      for await (const [match, sealed] of sealedRecords(
        h,
        (await matchesOf(h, traceId)).filter(({ parent_key }) => parent_key === null),
      )) {
        const record = await matchRecord.open(vault, request.data_key_id, sealed, match.id);
        if (record) found.push({ id: match.id, text: wordsOf(record) });
      }
      return found;
    });
    const pairs = nearDuplicates(items);
    await ctx.transaction((h) => replaceAlike(h, traceId, pairs));
    return true;
  });
  // Somebody works on it who may have begun before the newest records came: once more, after them.
  if (!isDone)
    await ctx.transaction((h) =>
      ctx.jobs.enqueue(
        h.trx,
        'find-alike',
        { traceId },
        new Date(Date.parse(ctx.clock.real()) + AGAIN_MS).toISOString(),
      ),
    );
}

function wordsOf(record: FoundRecord): string {
  return (
    record.text ??
    Object.entries(record.fields)
      .flatMap(([name, value]) => (value === null || PLACE_FIELDS.has(name) ? [] : [value]))
      .join(' ')
  );
}
