import type { MatchId, RequestRef, SystemId } from '../../core/shared/ids';
import type { RetrySystemRefusal } from '../../core/trace/refusals';
import type { VerdictRefusal } from '../../core/trace/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import { detect } from '../../core/detect/detect';
import { proposeRedactions } from '../../core/trace/redaction';
import { compare, sayName } from '../../core/matching/compare';
import { score, type Band } from '../../core/matching/score';
import type { MatchOpened, Verdict } from '../../core/trace/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { requestByRef, requestById } from '../../db/requests/requests';
import { redactionOf } from '../../db/trace/redactions';
import { matchById, matchesById, setBandVerdict, setVerdict } from '../../db/trace/matches';
import { lastTrace, setStep, setTrace, stepsOf, traceById } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { knownPerson } from '../people/knownPerson';
import { workOnRequest } from '../requests/workOnRequest';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { recordLook } from '../trail/recordLook';
import { recordTrail } from '../trail/recordTrail';
import { otherPeople } from './judge';
import { readSecond } from './secondReader';
import { matchPassages, matchRecord } from './sealed';

/** One record beside what we know of the person. A look: it is in the trail. */
export async function openMatch(ctx: Context, input: { id: string }): Promise<Result<MatchOpened, AccessRefusal>> {
  if (!reach(ctx, 'requests.review')) return refuse({ code: 'not-allowed', act: 'requests.review' });
  return ctx.transaction(async (h) => {
    const match = await matchById(h, input.id);
    const trace = match ? await traceById(h, match.trace_id) : undefined;
    const owner = trace ? await requestById(h, trace.request_id) : undefined;
    const request = owner ? await requestByRef(h, owner.ref) : undefined;
    if (!match || !request) return refuse({ code: 'not-found' });
    const record = await matchRecord.open(vaultOf(ctx, h), request.data_key_id, match.record_sealed, match.id);
    if (!record) return refuse({ code: 'not-found' });
    const person = (await knownPerson(ctx, h, request, match.trace_id)).record;
    const scored = match.parent_key ? [] : score(person, record.person).fields;
    await recordLook(
      ctx,
      h,
      'record-opened',
      request.ref,
      `${match.system_id}/${match.collection}/${match.record_key}`,
    );
    const others = record.text ? otherPeople(ctx, person, record) : [];
    const decided = await redactionOf(h, match.id);
    const passages = decided
      ? await matchPassages.open(vaultOf(ctx, h), request.data_key_id, decided.passages_sealed, match.id)
      : null;
    const own = [
      ...(person.emails ?? []),
      ...(person.phones ?? []),
      sayName(person) ?? '',
      person.givenName ?? '',
      ctx.organisation.name,
      ...ctx.organisation.ownDomains,
    ];
    return ok({
      id: match.id,
      title: record.title,
      fields: scored.length > 0 ? scored : compare(person, record.person).map((field) => ({ ...field, weight: 0 })),
      record: record.fields,
      text: record.text,
      files: record.files.map(({ name, mediaType }) => ({ name, mediaType })),
      others,
      proposed: record.text ? proposeRedactions(record.text, others, detect(record.text), own) : [],
      redacted: passages,
      marks: [
        ...(person.emails ?? []),
        ...(person.phones ?? []),
        person.familyName ?? '',
        person.givenName ?? '',
      ].filter((mark) => mark.length > 2),
    });
  });
}

/** What the reviewer says of matches; null takes it back. What hangs on a record shares its verdict. All of them stand, or none. */
export async function giveVerdicts(
  ctx: Context,
  input: { ref: RequestRef; verdicts: readonly { matchId: MatchId; verdict: Verdict | null }[] },
) {
  return workOnRequest<{ changed: number }, VerdictRefusal>(ctx, input.ref, 'requests.review', async (h, request) => {
    if (request.decision !== 'none') return refuse({ code: 'already-decided' });
    const matches = await matchesById(
      h,
      request.id,
      input.verdicts.map(({ matchId }) => matchId),
    );
    if (input.verdicts.some(({ matchId }) => !matches.has(matchId))) return refuse({ code: 'not-found' });
    let changed = 0;
    for (const { matchId, verdict } of input.verdicts) {
      const match = matches.get(matchId)!;
      if (
        match.second_asked_by !== null &&
        match.second_asked_by !== ctx.actor.id &&
        match.verdict_by !== ctx.actor.id
      ) {
        changed += await readSecond(ctx, h, request.ref, match, verdict);
        continue;
      }
      changed += (await setVerdict(h, match, verdict, ctx.actor.id, ctx.clock.now())).length;
      await recordTrail(
        ctx,
        h,
        'verdict-given',
        request.ref,
        `${verdict ?? 'taken back'}: ${match.system_id}/${match.collection}/${match.record_key}`,
      );
    }
    return ok({ changed });
  });
}

/** Accepts every match of a band that has no verdict yet. */
export async function acceptBand(ctx: Context, input: { ref: RequestRef; band: Band }) {
  return workOnRequest<{ changed: number }, VerdictRefusal>(ctx, input.ref, 'requests.review', async (h, request) => {
    if (request.decision !== 'none') return refuse({ code: 'already-decided' });
    const trace = await lastTrace(h, request.id, 'find');
    if (!trace) return refuse({ code: 'not-found' });
    const changed = await setBandVerdict(h, trace.id, input.band, 'theirs', ctx.actor.id, ctx.clock.now());
    await recordTrail(ctx, h, 'band-accepted', request.ref, `${input.band}: ${changed} records`);
    return ok({ changed });
  });
}

/** Puts a failed system's steps, of every round, back into the queue. */
export async function retrySystem(ctx: Context, input: { ref: RequestRef; systemId: SystemId }) {
  return workOnRequest<null, RetrySystemRefusal>(ctx, input.ref, 'requests.review', async (h, request) => {
    const trace = await lastTrace(h, request.id, 'find');
    if (!trace) return refuse({ code: 'not-found' });
    const failed = (await stepsOf(h, trace.id)).filter(
      ({ system_id, state }) => system_id === input.systemId && (state === 'failed' || state === 'waiting'),
    );
    if (failed.length === 0) return refuse({ code: 'step-not-failed' });
    await setTrace(h, trace.id, { state: 'running', finished_at: null });
    for (const step of failed) {
      await setStep(h, step, { state: 'queued', tries: 0, next_try_at: null, finished_at: null });
      await ctx.jobs.enqueue(h.trx, 'trace-system', { systemId: step.system_id });
    }
    await recordTrail(ctx, h, 'trace-step-retried', request.ref, input.systemId);
    return ok(null);
  });
}
