import { maskName } from '../../core/access/mask';
import { reachOf } from '../../core/access/roles';
import type { ClockReading } from '../../core/clock/clock';
import { lawsOn, regimeById, type Laws } from '../../core/clock/regimes';
import { targetDays, type TargetDays } from '../../core/clock/targets';
import { daysBetween, localDay, workingDaysBetween, type Day } from '../../core/shared/days';
import { factsNeeded, identityMethods } from '../../core/identity/identityMethods';
import { nextAct } from '../../core/requests/nextAct';
import { stagesOf } from '../../core/requests/stages';
import type { RequestLine, RequestView } from '../../core/requests/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { listUsers, userNames } from '../../db/access/users';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import { requestChangesOf } from '../../db/requests/changes';
import { notesOf } from '../../db/requests/notes';
import { certificateOf } from '../../db/erasure/plans';
import { sayLacking } from '../systems/registerGapsOf';
import { countFound } from '../../db/trace/matches';
import { lettersOf } from '../../db/letters/letters';
import { lastPack, linkOfPack } from '../../db/packs/packs';
import { lastIdentityCheck } from '../../db/identity/identityChecks';
import {
  clockEventsOf,
  clockOnFile,
  countOpenRequests,
  listRequests,
  membersOf,
  requestById,
  requestByRef,
  type RequestFilter,
  type RequestRow,
} from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { readPlan } from '../erasure/readPlan';
import { reach, type AccessRefusal } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { lawsOfRequest, readingOf } from '../clock/clockOf';
import { holdsSpecialData, MOST_FACT_TRIES } from '../identity/checkFacts';
import { addressesOnFile } from '../identity/identity';
import { joinable } from '../intake/joinRequests';
import { sayPersonOfRequest } from '../people/personOfRequest';
import { stageFacts } from './refreshRequest';
import { matterUrl } from './setMatter';
import type { SealedValue } from '../keys/sealedValue';
import { changeReason, eventReason } from '../clock/sealed';
import { decisionReason, noteText, requestText, saidPerson } from './sealed';

/** Requests by their clock, as far as the one who asks may see them. */
export async function readRequests(
  ctx: Context,
  filter: RequestFilter,
): Promise<
  Result<
    {
      lines: RequestLine[];
      open: number;
      next: { dueOn: string; ref: string } | null;
      colleagues: { id: string; name: string }[];
    },
    AccessRefusal
  >
> {
  const how = reach(ctx, 'requests.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const rows = await listRequests(h, { ...filter, limit: filter.limit + 1 });
    const page = rows.slice(0, filter.limit);
    const events = await clockEventsOf(
      h,
      page.map(({ id }) => id),
    );
    const names = await userNames(h);
    const vault = vaultOf(ctx, h);
    await vault.load(page.map(({ data_key_id }) => data_key_id));
    const lines: RequestLine[] = [];
    const laws = await lawTable(h);
    for (const row of page)
      lines.push(
        lineOf(
          ctx,
          laws,
          row,
          events.get(row.id)!,
          sayWho(await sayPersonOfRequest(ctx, h, row, vault), how === 'masked'),
          names,
        ),
      );
    const last = page.at(-1);
    return ok({
      lines,
      open: await countOpenRequests(h),
      next: rows.length > filter.limit && last ? { dueOn: last.due_on, ref: last.ref } : null,
      colleagues: await ableColleagues(h),
    });
  });
}

/** The clocks of all open requests, without whose they are: nothing is unsealed for them. */
export async function openClocks(ctx: Context, h: Handle, most: number): Promise<RequestLine[]> {
  if (!reach(ctx, 'requests.see')) return [];
  const rows = await listRequests(h, { state: 'open', right: null, stage: null, after: null, limit: most });
  const events = await clockEventsOf(
    h,
    rows.map(({ id }) => id),
  );
  const laws = await lawTable(h);
  return rows.map((row) => lineOf(ctx, laws, row, events.get(row.id)!, '', NO_NAMES));
}

const NO_NAMES: ReadonlyMap<string, string> = new Map();

function sayWho(name: string | null, isMasked: boolean): string {
  if (!name) return '(erased)';
  return isMasked ? maskName(name) : name;
}

function lineOf(
  ctx: Context,
  laws: Laws,
  row: RequestRow,
  events: Parameters<typeof readingOf>[3],
  who: string,
  names: ReadonlyMap<string, string>,
): RequestLine {
  const reading = readingOf(ctx, laws, row, events);
  const value = row.appeal === 'open' ? appealReading(ctx, row, reading) : reading;
  const targets = targetsOf(ctx, row, value);
  const answered = events.find(({ kind }) => kind === 'answered');
  return {
    ref: row.ref,
    right: row.right,
    regime: row.regime,
    regimes: row.regimes,
    who,
    stage: row.stage,
    receivedOn: value.receivedOn,
    dueOn: value.dueOn,
    extendBy: value.extendBy,
    extendedDueOn: value.extendedDueOn,
    acknowledgeBy: row.acknowledged_at ? null : value.acknowledgeBy,
    isExtended: events.some(({ kind }) => kind === 'extended'),
    state: value.state,
    workingDaysLeft: value.workingDaysLeft,
    pauses: value.pauses,
    next: nextAct(row.stage, stageFacts(row), row),
    outcome: row.outcome,
    answeredOn: answered ? localDay(answered.at, ctx.organisation.zone) : null,
    owner: row.owner_id ? { id: row.owner_id, name: names.get(row.owner_id) ?? '' } : null,
    missedTarget: value.state === 'running' ? targets.missed : null,
  };
}

/** While an appeal is open, its day is the one that counts: the first answer has been given. */
function appealReading(ctx: Context, row: RequestRow, value: ClockReading): ClockReading {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const dueOn = value.appealDueOn ?? value.dueOn;
  return {
    ...value,
    dueOn,
    state: today > dueOn ? 'overdue' : 'running',
    workingDaysLeft: workingDaysBetween(today, dueOn, ctx.holidays.of(ctx.organisation.country)),
    calendarDaysLeft: daysBetween(today, dueOn),
  };
}

function targetsOf(ctx: Context, row: RequestRow, value: ClockReading): TargetDays {
  return targetDays({
    receivedOn: value.receivedOn,
    dueOn: value.dueOn,
    today: localDay(ctx.clock.now(), ctx.organisation.zone),
    isDecided: row.decision !== 'none',
    isAnswered: row.answered,
  });
}

/** One request whole, as it stands at one moment. A look: it is in the trail before anybody sees it. */
export async function requestView(ctx: Context, input: { ref: string }): Promise<Result<RequestView, AccessRefusal>> {
  const found = await readWhole(ctx, input);
  if (found.ok) await ctx.transaction((h) => recordTrail(ctx, h, 'request-viewed', found.value.ref));
  return found;
}

async function readWhole(ctx: Context, input: { ref: string }): Promise<Result<RequestView, AccessRefusal>> {
  const how = reach(ctx, 'requests.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.snapshot(async (h) => {
    const row = await requestByRef(h, input.ref);
    if (!row) return refuse({ code: 'not-found' });
    const isMasked = how === 'masked';
    const vault = vaultOf(ctx, h);
    const names = await userNames(h);
    const { events, waiting } = await clockOnFile(h, row.id);
    const laws = await lawTable(h);
    const reading = readingOf(ctx, laws, row, events);
    const open: Open = (kind, sealed, about) =>
      isMasked ? Promise.resolve(null) : kind.open(vault, row.data_key_id, sealed, about);
    const person = await open(saidPerson, row.person_sealed, row.id);
    const opened = [];
    for (const event of events)
      opened.push({ kind: event.kind, at: event.at, reason: await open(eventReason, event.reasonSealed, row.id) });
    const pack = await lastPack(h, row.id);
    const link = pack ? await linkOfPack(h, pack.id) : undefined;
    const check = await lastIdentityCheck(h, row.id);
    const who = sayWho(await sayPersonOfRequest(ctx, h, row, vault), isMasked);
    return ok({
      ...lineOf(ctx, laws, row, events, who, names),
      id: row.id,
      language: row.language,
      channel: row.channel,
      receivedAt: row.received_at,
      isMasked,
      person,
      personId: row.person_id,
      text: await open(requestText, row.text_sealed, row.id),
      onBehalf: person?.onBehalf ?? null,
      clock: reading,
      events: opened,
      waiting,
      laws: boundBy(row, laws, reading.receivedOn),
      knownLaws: lawsOn(reading.receivedOn, laws).map(({ id, title }) => ({ id, title })),
      stages: row.appeal === 'none' ? stagesOf(row.right) : [...stagesOf(row.right).slice(0, -1), 'appeal', 'closed'],
      members: await membersOf(h, row.id),
      identity: {
        state: row.identity,
        method: row.identity_method,
        addresses: isMasked ? [] : await addressesOnFile(ctx, h, row),
        tries: check?.tries ?? null,
        methods: identityMethods(row.right, await holdsSpecialData(h)),
        factTriesLeft: MOST_FACT_TRIES - row.fact_tries,
        factsNeeded: factsNeeded(row.right),
      },
      decision: {
        outcome: row.decision,
        ground: row.decision_ground,
        reason: await open(decisionReason, row.decision_reason_sealed, row.id),
        by: row.decided_by ? (names.get(row.decided_by) ?? null) : null,
        at: row.decided_at,
      },
      undecided: row.undecided,
      trace: row.trace,
      pack: {
        state: row.pack,
        files: pack?.files ?? null,
        bytes: pack?.bytes ?? null,
        withheld: pack?.withheld ?? null,
        sha256: pack?.sha256 ?? null,
        confirmedAt: link?.confirmed_at ?? null,
        openedAt: link?.opened_at ?? null,
        error: pack?.state === 'failed' ? pack.error : null,
        missing: isMasked || row.closed_at ? [] : await sayLacking(h, row),
      },
      plan: await readPlan(ctx, h, row, isMasked),
      found: await countFound(h, row.id),
      letters: (await lettersOf(h, row.id)).map(
        ({ id, template, state, queued_at, sent_at, tries, body_sealed, error, next_try_at }) => ({
          id: body_sealed && how !== 'masked' ? id : null,
          template,
          state,
          at: sent_at ?? queued_at,
          tries,
          error,
          nextTryAt: next_try_at,
        }),
      ),
      hasCertificate: Boolean(await certificateOf(h, row.ref)),
      mayWork: reach(ctx, 'requests.work') !== null && row.closed_at === null,
      acknowledgedAt: row.acknowledged_at,
      mayReopen: reach(ctx, 'requests.work') !== null && row.closed_at !== null && person !== null,
      proposed: await lawsOfRequest(ctx, h, {
        place: { country: row.country, region: row.region },
        right: row.right,
        receivedAt: row.received_at,
      }),
      changes: await changesOf(ctx, h, row, names, open),
      targets: targetsOf(ctx, row, reading),
      appeal: row.appeal,
      authority: row.authority,
      matter: row.matter,
      matterUrl: matterUrl(ctx, row.matter),
      goesOn: row.closed_at ? localDay(yearsAfter(row.closed_at, ctx.requestYears), ctx.organisation.zone) : null,
      removedAt: row.removed_at ? localDay(row.removed_at, ctx.organisation.zone) : null,
      notes: isMasked ? [] : await openNotes(h, row, names, open),
      colleagues: isMasked ? [] : await ableColleagues(h),
      joinedTo: row.joined_to ? ((await requestById(h, row.joined_to))?.ref ?? null) : null,
      joinable: isMasked
        ? []
        : (await joinable(h, row)).map(({ ref, receivedAt, band, because }) => ({
            ref,
            band,
            because,
            receivedOn: localDay(receivedAt, ctx.organisation.zone),
          })),
    });
  });
}

/** What a page has to know of the laws that bind a request. */
function boundBy(row: RequestRow, laws: Laws, on: Day): RequestView['laws'] {
  return row.regimes.flatMap((id) => {
    const law = regimeById(id, on, laws);
    return law
      ? [
          {
            id: law.id,
            title: law.title,
            extension: law.extension,
            clarification: law.clarification,
            identity: law.identity,
            fee: law.fee,
            appeal: law.appeal,
            remedies: law.remedies,
            source: law.source,
          },
        ]
      : [];
  });
}

/** Opens what a reader may see; null where they may not, or where it is gone. */
type Open = <V>(kind: SealedValue<V, [string]>, sealed: Buffer | null, about: string) => Promise<V | null>;

async function changesOf(
  ctx: Context,
  h: Handle,
  row: RequestRow,
  names: ReadonlyMap<string, string>,
  open: Open,
): Promise<RequestView['changes']> {
  const day = (instant: string) => localDay(instant, ctx.organisation.zone);
  const changes: RequestView['changes'] = [];
  for (const one of await requestChangesOf(h, row.id))
    changes.push({
      at: one.at,
      by: names.get(one.actor) ?? one.actor,
      regimeWas: one.regime_was,
      regime: one.regime,
      receivedWas: day(one.received_was),
      receivedOn: day(one.received_at),
      reason: await open(changeReason, one.reason_sealed, row.id),
    });
  return changes;
}

async function openNotes(
  h: Handle,
  row: RequestRow,
  names: ReadonlyMap<string, string>,
  open: Open,
): Promise<RequestView['notes']> {
  const notes: RequestView['notes'] = [];
  for (const note of await notesOf(h, row.id))
    notes.push({
      id: note.id,
      by: names.get(note.author_id) ?? note.author_id,
      at: note.at,
      text: (await open(noteText, note.text_sealed, note.id)) ?? '(gone)',
    });
  return notes;
}

async function ableColleagues(h: Handle): Promise<{ id: string; name: string }[]> {
  return (await listUsers(h))
    .filter(({ active, roles }) => active && reachOf(roles, 'requests.work'))
    .map(({ id, name }) => ({ id, name }));
}

function yearsAfter(instant: string, years: number): string {
  const day = new Date(instant);
  day.setUTCFullYear(day.getUTCFullYear() + years);
  return day.toISOString();
}
