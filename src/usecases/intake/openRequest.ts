import type { RequestId, RequestRef } from '../../core/shared/ids';
import type { OpenRequestRefusal } from '../../core/intake/refusals';
import { assign } from '../../core/requests/assign';
import { assignmentRules, workload } from '../../db/requests/assignments';
import { sayDayIn } from '../../core/letters/frame';
import { languageOf } from '../../core/letters/mailings';
import { sayName } from '../../core/matching/compare';
import type { PersonRecord } from '../../core/people/record';
import type { Channel } from '../../core/requests/schema';
import type { Right } from '../../core/requests/rights';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';

import type { ClockEvent } from '../../core/clock/events';
import type { TrailAct } from '../../core/trail/chain';
import { insertClockEvent } from '../../db/clock/clockEvents';
import { eventReason } from '../clock/sealed';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import { personsByHash } from '../../db/people/persons';
import {
  addCoordinators,
  addMember,
  insertRequest,
  nextRef,
  setRequest,
  type RequestRow,
} from '../../db/requests/requests';
import { listSystems } from '../../db/systems/systems';
import { noteRequestMoved } from '../../db/webhooks/webhooks';
import type { Context } from '../shared/context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { clockOf, lawsOfRequest } from '../clock/clockOf';
import { refreshRequest } from '../requests/refreshRequest';
import { requestText, saidPerson, type OnBehalf } from '../requests/sealed';

export interface NewRequest {
  right: Right;
  /** The laws that bind, that of the person's place first. Undefined: those of where the person lives and we are. */
  regimes?: readonly string[] | undefined;
  receivedAt: string;
  channel: Channel;
  person: PersonRecord;
  onBehalf?: OnBehalf | null;
  text: string | null;
  language: string;
  /** It was under way elsewhere: nobody is told again what they were told then. */
  before?: Before;
}

/** What was done elsewhere before a request was taken over. */
export interface Before {
  /** By what its line is known again. */
  hash: Buffer;
  acknowledgedAt: string | null;
  provenAt: string | null;
  extended: { at: string; reason: string } | null;
}

export interface OpenedRequest {
  id: string;
  ref: RequestRef;
  acknowledgeBy: string | null;
  dueOn: string;
  /** With the reference it opens the status page. */
  statusWord: string;
}

/** A request enters: from a colleague, the public form or the API. Its clock runs from receipt, not from entry. */
export async function openRequest(ctx: Context, input: NewRequest): Promise<Result<OpenedRequest, OpenRequestRefusal>> {
  return ctx.transaction((h) => openRequestIn(ctx, h, input));
}

/** The same in a transaction that is open already. */
export async function openRequestIn(
  ctx: Context,
  h: Handle,
  input: NewRequest,
): Promise<Result<OpenedRequest, OpenRequestRefusal>> {
  if (ctx.actor.kind === 'user' && !reach(ctx, 'requests.work'))
    return refuse({ code: 'not-allowed', act: 'requests.work' });
  const regimes = [...(input.regimes ?? (await lawsBinding(ctx, h, input)))];
  const regime = regimes[0];
  // None is guessed: somebody who knows has to say which law it is.
  if (!regime) return refuse({ code: 'no-law-found' });
  const reading = clockOf(
    ctx,
    await lawTable(h),
    { regimes, right: input.right, received_at: input.receivedAt },
    eventsBefore(input.before),
  );
  if (!reading.ok) return reading;
  const statusWord = newStatusWord(ctx);
  const row = await newRow(ctx, h, { ...input, regime, regimes, dueOn: reading.value.dueOn, statusWord });
  await insertRequest(h, row);
  await noteRequestMoved(h, { request_id: row.id, stage: row.stage, at: ctx.clock.now() });
  await ctx.jobs.enqueue(h.trx, 'find-same-people', {});
  await addCoordinators(h, row.id);
  if (ctx.actor.kind === 'user') await addMember(h, row.id, ctx.actor.id);
  if (input.before) await takeUp(ctx, h, row, input.before);
  const { due_on: dueOn } = await refreshRequest(ctx, h, row.id);
  if (!input.before) await acknowledge(ctx, h, input, row, reading.value, statusWord);
  await recordTrail(ctx, h, trailOf(ctx, input), row.ref);
  const { acknowledgeBy } = reading.value;
  return ok({ id: row.id, ref: row.ref, acknowledgeBy, dueOn, statusWord });
}

function trailOf(ctx: Context, { before }: NewRequest): TrailAct {
  if (before) return 'request-taken-over';
  return ctx.actor.kind === 'user' ? 'request-opened' : 'request-received';
}

const eventsBefore = (before: Before | undefined): ClockEvent[] =>
  before?.extended ? [{ kind: 'extended', at: before.extended.at, reason: before.extended.reason }] : [];

/** What was done elsewhere is on file: what was acknowledged, proven, extended. */
async function takeUp(ctx: Context, h: Handle, row: RequestRow, before: Before): Promise<void> {
  await setRequest(h, row.id, {
    taken_over_hash: before.hash,
    acknowledged_at: before.acknowledgedAt,
    ...(before.provenAt ? { identity: 'proven', identity_method: 'proven-before' } : {}),
  });
  if (before.extended)
    await insertClockEvent(h, {
      request_id: row.id,
      kind: 'extended',
      at: before.extended.at,
      reason_sealed: await eventReason.close(vaultOf(ctx, h), row.data_key_id, before.extended.reason, row.id),
      until: null,
      actor: ctx.actor.id,
    });
}

async function lawsBinding(ctx: Context, h: Handle, input: NewRequest): Promise<string[]> {
  const place = { country: input.person.country ?? null, region: input.person.region ?? null };
  const { laws } = await lawsOfRequest(ctx, h, { place, right: input.right, receivedAt: input.receivedAt });
  return laws.map(({ regime }) => regime);
}

/** Where every request begins. */
const NOTHING_DONE = {
  identity: 'none',
  identity_method: null,
  identity_document: null,
  identity_seen: null,
  identity_by: null,
  trace: 'none',
  undecided: 0,
  decision: 'none',
  decision_ground: null,
  decision_reason_sealed: null,
  decided_by: null,
  decided_at: null,
  pack: 'none',
  plan: 'none',
  carried_out: false,
  answered: false,
  outcome: null,
  stage: 'intake',
  closed_at: null,
  appeal: 'none',
  joined_to: null,
  fact_tries: 0,
  acknowledged_at: null,
  helpers_open: 0,
  matter: null,
  removed_at: null,
  taken_over_hash: null,
} as const;

async function newRow(
  ctx: Context,
  h: Handle,
  input: NewRequest & { regime: string; regimes: string[]; dueOn: string; statusWord: string },
): Promise<RequestRow> {
  const id = ctx.keys.id('req');
  const ref = await nextRef(h, Number(localDay(input.receivedAt, ctx.organisation.zone).slice(0, 4)));
  const vault = vaultOf(ctx, h);
  const key = await vault.newKey();
  return {
    ...NOTHING_DONE,
    id,
    ref,
    right: input.right,
    regime: input.regime,
    regimes: input.regimes,
    received_at: input.receivedAt,
    channel: input.channel,
    language: input.language,
    country: input.person.country ?? null,
    person_id: await soleOwner(ctx, h, input.person),
    data_key_id: key,
    person_sealed: await saidPerson.close(vault, key, { ...input.person, onBehalf: input.onBehalf ?? null }, id),
    text_sealed: input.text ? await requestText.close(vault, key, input.text, id) : null,
    on_behalf_kind: input.onBehalf?.kind ?? null,
    due_on: input.dueOn,
    created_at: ctx.clock.now(),
    region: input.person.region ?? null,
    authority: input.onBehalf ? 'needed' : 'not-needed',
    status_hash: statusHash(ctx, id, input.statusWord),
    system_id: ctx.actor.kind === 'machine' ? ctx.actor.systemId : null,
    owner_id: assign(
      await assignmentRules(h),
      { right: input.right, regime: input.regime, language: input.language },
      await workload(h, localDay(ctx.clock.now(), ctx.organisation.zone)),
    ),
  };
}

/** The receipt is acknowledged where an answer can go, with the word that opens the page of its status. */
async function acknowledge(
  ctx: Context,
  h: Handle,
  input: NewRequest,
  row: RequestRow,
  reading: { receivedOn: string; dueOn: string },
  statusWord: string,
): Promise<void> {
  const address = input.onBehalf?.email ?? input.person.emails?.[0];
  if (!address) return;
  await setRequest(h, row.id, { acknowledged_at: ctx.clock.now() });
  const day = (on: string) => sayDayIn(input.language, on);
  const reader = input.onBehalf?.email ? input.onBehalf.name : sayName(input.person);
  const letter = await writeLetter(ctx, h, row, reader, 'acknowledgement', {
    receivedOn: day(reading.receivedOn),
    dueOn: day(reading.dueOn),
    statusLink: `${ctx.baseUrl}/status?lang=${languageOf(input.language)}`,
    statusWord,
  });
  await queueLetter(ctx, h, row, address, letter);
}

/** Easy to read out on the phone: no letters that look or sound like others. */
const WORD_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';

function newStatusWord(ctx: Context): string {
  return [...ctx.keys.random(8)].map((byte) => WORD_LETTERS[byte % WORD_LETTERS.length]).join('');
}

export function statusHash(ctx: Context, requestId: RequestId, word: string): Buffer {
  return ctx.keys.index(`status:${requestId}:${word.trim().toUpperCase()}`);
}

/** The one person whom the request's own identifiers point at; null for nobody and for several. */
async function soleOwner(ctx: Context, h: Handle, person: PersonRecord): Promise<string | null> {
  const systems = await listSystems(h);
  const identifiers = [
    ...(person.emails ?? []).map((value) => normaliseIdentifier('email', value, '', null)),
    ...(person.phones ?? []).map((value) =>
      normaliseIdentifier('phone', value, '', person.country ?? ctx.organisation.country),
    ),
    ...(person.customerNumbers ?? []).flatMap(({ value, system }) =>
      systems
        .filter(({ id }) => !system || id === system)
        .map(({ id }) => normaliseIdentifier('customer-number', value, id, null)),
    ),
  ];
  const hashes = identifiers.flatMap((identifier) => (identifier ? [ctx.keys.index(indexText(identifier))] : []));
  const owners = [...new Set((await personsByHash(h, hashes)).map(({ person_id }) => person_id))];
  return owners.length === 1 ? owners[0]! : null;
}
