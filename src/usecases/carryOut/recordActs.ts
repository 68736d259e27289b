import type { MatchId, RequestId, RequestRef, SystemId } from '../../core/shared/ids';
import type { FinishRecordActsRefusal } from '../../core/carryOut/refusals';
import type { RecordActRefusal } from '../../core/carryOut/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { RecordActView } from '../../core/carryOut/views';
import { groupBy } from '../../core/shared/groupBy';
import { ok, refuse, type Result } from '../../core/shared/result';
import { setPersonDetails } from '../../db/people/persons';
import { insertRecordActs, recordActsOf, setRecordAct, type RecordActRow } from '../../db/carryOut/recordActs';
import { requestById, requestByRef, setRequest, type RequestRow } from '../../db/requests/requests';
import { insertClockEvent } from '../../db/clock/clockEvents';
import type { Handle } from '../../db/shared/handle';
import { listSystems } from '../../db/systems/systems';
import { matchesOf, sealedRecords } from '../../db/trace/matches';
import { lastTrace } from '../../db/trace/traces';
import { isConnectorError, type ConnectorError, type Connector } from '../../ports/connector';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { openConnector } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import { refreshRequest } from '../requests/refreshRequest';
import { recipientsOf } from './tellRecipients';
import { workOnRequest } from '../requests/workOnRequest';
import { actValue, actWas } from './sealed';
import { matchRecord } from '../trace/sealed';

const MOST_TRIES = 6;

/** The records that are theirs, with their fields, and what was done to each. */
export async function readRecordActs(
  ctx: Context,
  input: { ref: RequestRef },
): Promise<Result<RecordActView, AccessRefusal>> {
  if (!reach(ctx, 'requests.work')) return refuse({ code: 'not-allowed', act: 'requests.work' });
  return ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref);
    if (!request) return refuse({ code: 'not-found' });
    const vault = vaultOf(ctx, h);
    const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const records: RecordActView['records'] = [];
    for (const { match, record } of await theirRecords(ctx, h, request)) {
      records.push({
        id: match.id,
        systemName: names.get(match.system_id) ?? match.system_id,
        collection: match.collection,
        title: record.title,
        fields: Object.entries(record.fields).flatMap(([name, value]) => (value === null ? [] : [{ name, value }])),
      });
    }
    const acts: RecordActView['acts'] = [];
    for (const act of await recordActsOf(h, request.id))
      acts.push({
        id: act.id,
        kind: act.kind,
        systemName: names.get(act.system_id) ?? act.system_id,
        record: `${act.collection} ${act.record_key}`,
        field: act.field,
        was: await actWas.open(vault, request.data_key_id, act.was_sealed, act.id),
        value: await actValue.open(vault, request.data_key_id, act.value_sealed, act.id),
        state: act.state,
        detail: act.detail,
      });
    if (records.length > 0)
      await recordTrail(ctx, h, 'record-opened', request.ref, `${records.length} records for ${request.right}`);
    return ok({ records, acts, recipients: await recipientsOf(ctx, h, request) });
  });
}

async function theirRecords(ctx: Context, h: Handle, request: RequestRow) {
  const trace = await lastTrace(h, request.id, 'find');
  const vault = vaultOf(ctx, h);
  const found = [];
  const theirs = trace
    ? (await matchesOf(h, trace.id)).filter(
        ({ verdict, system_id, is_outside }) => verdict === 'theirs' && !is_outside && system_id !== 'sys_bookend',
      )
    : [];
  for await (const [match, sealed] of sealedRecords(h, theirs)) {
    const record = await matchRecord.open(vault, request.data_key_id, sealed, match.id);
    if (record) found.push({ match, record });
  }
  return found;
}

/** A corrected value for one field of one record, written down as an intention; the worker carries it out. */
export async function correctField(
  ctx: Context,
  input: { ref: RequestRef; matchId: MatchId; field: string; value: string },
) {
  return workOnRequest<null, RecordActRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.decision !== 'fulfil') return refuse({ code: 'not-decided' });
    const own = (await theirRecords(ctx, h, request)).find(({ match }) => match.id === input.matchId);
    if (!own) return refuse({ code: 'not-theirs' });
    if (!(input.field in own.record.fields)) return refuse({ code: 'no-such-field', field: input.field });
    const was = own.record.fields[input.field] ?? '';
    if (was === input.value) return refuse({ code: 'nothing-changed' });
    const vault = vaultOf(ctx, h);
    const id = ctx.keys.id('act');
    await insertRecordActs(h, [
      {
        ...bare(ctx, request, own.match),
        id,
        kind: 'rectify',
        field: input.field,
        was_sealed: await actWas.close(vault, request.data_key_id, was, id),
        value_sealed: await actValue.close(vault, request.data_key_id, input.value, id),
      },
    ]);
    await ctx.jobs.enqueue(h.trx, 'run-record-acts', { requestId: request.id });
    await recordTrail(
      ctx,
      h,
      'correction-asked',
      request.ref,
      `${own.match.system_id}/${own.match.collection}/${own.match.record_key} ${input.field}`,
    );
    return ok(null);
  });
}

/** Restricts every record that is theirs where the system knows such a flag, and the person in every permission check. */
export async function restrictAll(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<{ records: number }, RecordActRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.decision !== 'fulfil') return refuse({ code: 'not-decided' });
    if ((await recordActsOf(h, request.id)).length > 0) return refuse({ code: 'carried-out-already' });
    const own = await theirRecords(ctx, h, request);
    if (request.person_id)
      await setPersonDetails(h, request.person_id, { restricted_from: ctx.clock.now(), restricted_until: null });
    await insertRecordActs(
      h,
      own.map(({ match }) => ({
        ...bare(ctx, request, match),
        id: ctx.keys.id('act'),
        kind: 'restrict' as const,
        field: null,
        was_sealed: null,
        value_sealed: null,
      })),
    );
    if (own.length > 0) await ctx.jobs.enqueue(h.trx, 'run-record-acts', { requestId: request.id });
    await recordTrail(ctx, h, 'restriction-asked', request.ref, `${own.length} records`);
    return ok({ records: own.length });
  });
}

function bare(
  ctx: Context,
  request: RequestRow,
  match: { system_id: SystemId; collection: string; record_key: string },
) {
  return {
    request_id: request.id,
    system_id: match.system_id,
    collection: match.collection,
    record_key: match.record_key,
    state: 'intended' as const,
    tries: 0,
    detail: null,
    intended_at: ctx.clock.now(),
    done_at: null,
  };
}

/** All corrections are in: what is left is the answer. */
export async function finishRecordActs(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<null, RecordActRefusal | FinishRecordActsRefusal>(
    ctx,
    input.ref,
    'requests.work',
    async (h, request) => {
      const acts = await recordActsOf(h, request.id);
      if (acts.length === 0) return refuse({ code: 'nothing-chosen' });
      const open = acts.filter(({ state }) => state === 'intended').length;
      if (open > 0) return refuse({ code: 'acts-open', count: open });
      const untold = (await recipientsOf(ctx, h, request))
        .filter(({ how }) => how === null)
        .map(({ recipient }) => recipient);
      if (untold.length > 0) return refuse({ code: 'recipients-untold', names: untold });
      await setRequest(h, request.id, { carried_out: true });
      await insertClockEvent(h, {
        request_id: request.id,
        kind: 'acted',
        at: ctx.clock.now(),
        reason_sealed: null,
        until: null,
        actor: ctx.actor.id,
      });
      await recordTrail(ctx, h, 'request-carried-out', request.ref, `${acts.length} records`);
      return ok(null);
    },
  );
}

/** Carries out what was intended, asking each system first what is already true. A system that fails holds up only its own. */
export async function runRecordActs(ctx: Context, { requestId }: { requestId: RequestId }): Promise<void> {
  await ctx.exclusively(`acts:${requestId}`, async () => {
    const loaded = await ctx.transaction(async (h) => {
      const request = (await requestById(h, requestId))!;
      const vault = vaultOf(ctx, h);
      const acts = [];
      for (const act of (await recordActsOf(h, requestId)).filter(({ state }) => state === 'intended'))
        acts.push({ act, value: await actValue.open(vault, request.data_key_id, act.value_sealed, act.id) });
      return acts;
    });
    let isWaiting = false;
    for (const [systemId, own] of groupBy(loaded, ({ act }) => act.system_id)) {
      try {
        const { connector } = await openConnector(ctx, systemId);
        try {
          for (const { act, value } of own) await carryOut(ctx, connector, act, value);
        } finally {
          await connector.close();
        }
      } catch (error) {
        if (!isConnectorError(error)) throw error;
        isWaiting =
          (await noteFailure(
            ctx,
            own.map(({ act }) => act),
            error,
          )) || isWaiting;
      }
    }
    await ctx.transaction(async (h) => {
      if (isWaiting)
        await ctx.jobs.enqueue(
          h.trx,
          'run-record-acts',
          { requestId },
          new Date(Date.parse(ctx.clock.real()) + ctx.retryBaseMs).toISOString(),
        );
      await refreshRequest(ctx, h, requestId);
    });
  });
}

async function carryOut(ctx: Context, connector: Connector, act: RecordActRow, value: string | null): Promise<void> {
  const ref = { collection: act.collection, key: act.record_key };
  const settle = (change: Partial<RecordActRow>) =>
    ctx.transaction((h) => setRecordAct(h, act.id, { ...change, tries: act.tries + 1 }));
  const record = await connector.read(ref);
  if (!record) return settle({ state: 'done', detail: 'the record is gone', done_at: ctx.clock.now() });
  if (act.kind === 'restrict') {
    if (!connector.restrict)
      return settle({ state: 'by-hand', detail: 'This system has no flag for it: its owner has to be asked.' });
    const outcome = await connector.restrict(ref, true, { idempotencyKey: act.id });
    return settle(
      outcome.state === 'done' && (await connector.isRestricted!(ref))
        ? { state: 'done', detail: outcome.detail, done_at: ctx.clock.now() }
        : { state: 'by-hand', detail: outcome.detail },
    );
  }
  if (record.fields[act.field!] === value)
    return settle({ state: 'done', detail: 'it says so already', done_at: ctx.clock.now() });
  if (!connector.rectify)
    return settle({ state: 'by-hand', detail: 'This system cannot be written to: its owner has to be asked.' });
  const outcome = await connector.rectify(ref, act.field!, value ?? '', { idempotencyKey: act.id });
  const after = await connector.read(ref);
  return settle(
    after?.fields[act.field!] === value
      ? { state: 'done', detail: outcome.detail, done_at: ctx.clock.now() }
      : { state: 'failed', detail: 'The system says it is done, but the record says otherwise.' },
  );
}

async function noteFailure(ctx: Context, acts: readonly RecordActRow[], error: ConnectorError): Promise<boolean> {
  return ctx.transaction(async (h) => {
    for (const act of acts)
      await setRecordAct(
        h,
        act.id,
        act.tries + 1 >= MOST_TRIES || error.kind === 'wrong-answer'
          ? { state: 'failed', detail: error.message.slice(0, 300), tries: act.tries + 1 }
          : { tries: act.tries + 1, detail: error.message.slice(0, 300) },
      );
    return acts.some(({ tries }) => tries + 1 < MOST_TRIES) && error.kind !== 'wrong-answer';
  });
}
