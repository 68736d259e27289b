import { maskName } from '../../core/access/mask';
import { nextAct } from '../../core/requests/nextAct';
import { stagesOf } from '../../core/requests/stages';
import type { PersonRecord } from '../../core/identity/record';
import type { RequestLine, RequestView } from '../../core/requests/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { userNames } from '../../db/access/users';
import { certificateOf } from '../../db/erasure/plans';
import { lettersOf } from '../../db/letters/letters';
import { lastPack, linkOfPack } from '../../db/packs/packs';
import { lastIdentityCheck } from '../../db/requests/identityChecks';
import { clockEventsOf, countOpenRequests, listRequests, membersOf, requestByRef, type RequestFilter, type RequestRow } from '../../db/requests/requests';
import type { Context } from '../context';
import { readPlan } from '../erasure/readPlan';
import { reach, type AccessRefusal } from '../shared/may';
import { vaultOf } from '../shared/vault';
import { recordTrail } from '../trail/recordTrail';
import { clockOf } from './clockOf';
import { addressesOnFile } from './identity';
import { sayPersonOfRequest } from './personOfRequest';
import { stageFacts } from './refreshRequest';

/** Requests by their clock, as far as the one who asks may see them. */
export async function readRequests(ctx: Context, filter: RequestFilter): Promise<Result<{ lines: RequestLine[]; open: number; next: { dueOn: string; id: string } | null }, AccessRefusal>> {
  const how = reach(ctx, 'requests.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const rows = await listRequests(h, { ...filter, limit: filter.limit + 1 });
    const page = rows.slice(0, filter.limit);
    const events = await clockEventsOf(h, page.map(({ id }) => id));
    const lines: RequestLine[] = [];
    for (const row of page) lines.push(lineOf(ctx, row, events.get(row.id)!, sayWho(await sayPersonOfRequest(ctx, h, row), how === 'masked')));
    const last = page.at(-1);
    return ok({ lines, open: await countOpenRequests(h), next: rows.length > filter.limit && last ? { dueOn: last.due_on, id: last.id } : null });
  });
}

function sayWho(name: string | null, isMasked: boolean): string {
  if (!name) return '(erased)';
  return isMasked ? maskName(name) : name;
}

function lineOf(ctx: Context, row: RequestRow, events: Parameters<typeof clockOf>[2], who: string): RequestLine {
  const reading = clockOf(ctx, row, events);
  if (!reading.ok) throw new Error(`the clock of ${row.ref} does not read: ${reading.refusal.code}`);
  const { value } = reading;
  const answered = events.find(({ kind }) => kind === 'answered');
  return {
    ref: row.ref, right: row.right, regime: row.regime, who, stage: row.stage, receivedOn: value.receivedOn, dueOn: value.dueOn, extendBy: value.extendBy, extendedDueOn: value.extendedDueOn, acknowledgeBy: value.acknowledgeBy,
    isExtended: events.some(({ kind }) => kind === 'extended'), state: value.state, workingDaysLeft: value.workingDaysLeft, pauses: value.pauses, next: nextAct(row.stage, stageFacts(row), row), outcome: row.outcome, answeredOn: answered?.at.slice(0, 10) ?? null,
  };
}

/** One request whole. A look: it is in the trail. */
export async function requestView(ctx: Context, input: { ref: string }): Promise<Result<RequestView, AccessRefusal>> {
  const how = reach(ctx, 'requests.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const row = await requestByRef(h, input.ref);
    if (!row) return refuse({ code: 'not-found' });
    const isMasked = how === 'masked';
    const vault = vaultOf(ctx, h);
    const names = await userNames(h);
    const events = (await clockEventsOf(h, [row.id])).get(row.id)!;
    const reading = clockOf(ctx, row, events);
    if (!reading.ok) throw new Error(`the clock of ${row.ref} does not read: ${reading.refusal.code}`);
    const open = (sealed: Buffer | null, about: string) => (isMasked ? Promise.resolve(null) : vault.unseal(row.data_key_id, sealed, about));
    const said = await open(row.person_sealed, `person:${row.id}`);
    const person = said ? (JSON.parse(said) as PersonRecord & { onBehalf: { kind: string; name: string } | null }) : null;
    const opened = [];
    for (const event of events) opened.push({ kind: event.kind, at: event.at, reason: await open(event.reasonSealed, `event:${row.id}`) });
    const pack = await lastPack(h, row.id);
    const link = pack ? await linkOfPack(h, pack.id) : undefined;
    const check = await lastIdentityCheck(h, row.id);
    const who = sayWho(await sayPersonOfRequest(ctx, h, row), isMasked);
    await recordTrail(ctx, h, 'request-viewed', row.ref);
    return ok({
      ...lineOf(ctx, row, events, who), id: row.id, language: row.language, channel: row.channel, receivedAt: row.received_at, isMasked, person, personId: row.person_id, text: await open(row.text_sealed, `text:${row.id}`), onBehalf: person?.onBehalf ?? null,
      clock: reading.value, events: opened, stages: stagesOf(row.right), members: await membersOf(h, row.id),
      identity: { state: row.identity, method: row.identity_method, addresses: isMasked ? [] : await addressesOnFile(ctx, h, row), tries: check?.tries ?? null },
      decision: { outcome: row.decision, ground: row.decision_ground, reason: await open(row.decision_reason_sealed, `decision:${row.id}`), by: row.decided_by ? (names.get(row.decided_by) ?? null) : null, at: row.decided_at },
      undecided: row.undecided, trace: row.trace,
      pack: { state: row.pack, files: pack?.files ?? null, bytes: pack?.bytes ?? null, withheld: pack?.withheld ?? null, sha256: pack?.sha256 ?? null, confirmedAt: link?.confirmed_at ?? null, openedAt: link?.opened_at ?? null },
      plan: isMasked ? null : await readPlan(ctx, h, row),
      letters: (await lettersOf(h, row.id)).map(({ template, state, queued_at, sent_at, tries }) => ({ template, state, at: sent_at ?? queued_at, tries })),
      hasCertificate: Boolean(await certificateOf(h, row.ref)), mayWork: reach(ctx, 'requests.work') !== null && row.closed_at === null,
    });
  });
}
