import type { TraceId } from '../../core/shared/ids';
import { fits, type TraceConditions } from '../../core/trace/conditions';
import type { Handle } from '../../db/shared/handle';
import type { RequestRow } from '../../db/requests/requests';
import type { SystemRow } from '../../db/systems/systems';
import { matchesOf, moveMatches, sealedRecords, setOutside } from '../../db/trace/matches';
import { clearProblems, insertProblems, problemsOf } from '../../db/trace/problems';
import { redactionOf, setRedaction } from '../../db/trace/redactions';
import { insertSteps, setStep, stepsOf, type TraceRow } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { matchPassages, matchRecord, problemPlace } from './sealed';

/**
 * What owners handed over for the trace before goes on with the next one, verdicts and redactions with it: nobody is asked twice, and
 * there is nowhere to search it again. Only what the conditions say of it is worked out anew.
 */
export async function carryUploads(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  from: TraceRow,
  to: string,
  byHand: readonly SystemRow[],
  conditions: TraceConditions,
): Promise<void> {
  const vault = vaultOf(ctx, h);
  const steps = (await stepsOf(h, from.id)).filter(({ system_id }) => byHand.some(({ id }) => id === system_id));
  for (const { system_id, round, state, scanned, found, finished_at } of steps) {
    await insertSteps(h, [{ trace_id: to, system_id, round }]);
    await setStep(h, { trace_id: to, system_id, round }, { state, scanned, found, finished_at });
    const problems = (await problemsOf(h, from.id)).filter((problem) => problem.system_id === system_id);
    await clearProblems(h, from.id, system_id);
    for (const { code, text, place_sealed } of problems) {
      const place = (await problemPlace.open(vault, request.data_key_id, place_sealed, from.id)) ?? '';
      await insertProblems(h, [
        {
          trace_id: to,
          system_id,
          code,
          text,
          place_sealed: await problemPlace.close(vault, request.data_key_id, place, to),
        },
      ]);
    }
  }
  const handed = (await matchesOf(h, from.id)).filter(({ system_id }) =>
    steps.some((step) => step.system_id === system_id),
  );
  for await (const [match, sealed] of sealedRecords(h, handed)) {
    const record = await matchRecord.open(vault, request.data_key_id, sealed, match.id);
    const system = byHand.find(({ id }) => id === match.system_id)!.name;
    const isOutside =
      record !== null &&
      !fits(conditions, {
        system,
        collection: record.collection,
        title: record.title,
        text: record.text,
        fields: record.fields,
      });
    if (isOutside !== match.is_outside) await setOutside(h, match.id, isOutside);
  }
  await moveMatches(
    h,
    handed.map(({ id }) => id),
    to,
  );
}

/** What a reviewer decided to remove from a record stands for the same words found again. */
export async function carryRedaction(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  from: string,
  to: { id: string; trace_id: TraceId },
): Promise<void> {
  const decided = await redactionOf(h, from);
  const vault = vaultOf(ctx, h);
  const passages = decided ? await matchPassages.open(vault, request.data_key_id, decided.passages_sealed, from) : null;
  if (decided && passages)
    await setRedaction(h, {
      ...decided,
      match_id: to.id,
      trace_id: to.trace_id,
      passages_sealed: await matchPassages.close(vault, request.data_key_id, passages, to.id),
    });
}
