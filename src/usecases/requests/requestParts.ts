import { lawsOn, regimeById, type Laws } from '../../core/clock/regimes';
import { localDay, type Day } from '../../core/shared/days';
import { factsNeeded, identityMethods } from '../../core/identity/identityMethods';
import type { RequestView } from '../../core/requests/views';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import { requestChangesOf } from '../../db/requests/changes';
import { notesOf } from '../../db/requests/notes';
import { sayLacking } from '../systems/registerGapsOf';
import { lettersOf } from '../../db/letters/letters';
import { lastPack, linkOfPack } from '../../db/packs/packs';
import { lastIdentityCheck } from '../../db/identity/identityChecks';
import { membersOf, requestById, type RequestRow } from '../../db/requests/requests';
import { clockOnFile } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { lawsOfRequest, readingOf } from '../clock/clockOf';
import { holdsSpecialData, MOST_FACT_TRIES } from '../identity/checkFacts';
import { addressesOnFile } from '../identity/identity';
import { joinable } from '../intake/joinRequests';
import { matterUrl } from './setMatter';
import type { SealedValue } from '../keys/sealedValue';
import { changeReason, eventReason } from '../clock/sealed';
import { decisionReason, noteText } from './sealed';

import { ableColleagues, lineOf, targetsOf } from './readRequests';

/** What the parts of a request's page are gathered from, all of one moment. */
export interface Source {
  ctx: Context;
  h: Handle;
  row: RequestRow;
  /** Names of colleagues by id. */
  names: ReadonlyMap<string, string>;
  isMasked: boolean;
  /** Opens what a reader may see; null where they may not, or where it is gone. */
  open: <V>(kind: SealedValue<V, [string]>, sealed: Buffer | null, about: string) => Promise<V | null>;
}

/** The clock, by which laws it runs, what has moved it, and which laws else could bind. */
export async function clockPart(source: Source) {
  const { ctx, h, row } = source;
  const { events, waiting } = await clockOnFile(h, row.id);
  const laws = await lawTable(h);
  const clock = readingOf(ctx, laws, row, events);
  const place = { country: row.country, region: row.region };
  return {
    line: (who: string) => lineOf(ctx, laws, row, events, who, source.names),
    clock,
    waiting,
    events: await eventsPart(source, events),
    laws: boundBy(row, laws, clock.receivedOn),
    knownLaws: lawsOn(clock.receivedOn, laws).map(({ id, title }) => ({ id, title })),
    proposed: await lawsOfRequest(ctx, h, { place, right: row.right, receivedAt: row.received_at }),
    changes: await changesPart(source),
    targets: targetsOf(ctx, row, clock),
  };
}

async function eventsPart(
  { row, open }: Source,
  events: Awaited<ReturnType<typeof clockOnFile>>['events'],
): Promise<RequestView['events']> {
  const opened = [];
  for (const { kind, at, reasonSealed } of events)
    opened.push({ kind, at, reason: await open(eventReason, reasonSealed, row.id) });
  return opened;
}

export async function identityPart({ ctx, h, row, names, isMasked }: Source): Promise<RequestView['identity']> {
  return {
    state: row.identity,
    method: row.identity_method,
    document:
      row.identity_document && row.identity_seen
        ? {
            kind: row.identity_document,
            seen: row.identity_seen,
            by: row.identity_by ? (names.get(row.identity_by) ?? null) : null,
            mayTakeBack: row.trace === 'none' && row.decision === 'none',
          }
        : null,
    addresses: isMasked ? [] : await addressesOnFile(ctx, h, row),
    tries: (await lastIdentityCheck(h, row.id))?.tries ?? null,
    methods: identityMethods(row.right, await holdsSpecialData(h)),
    factTriesLeft: MOST_FACT_TRIES - row.fact_tries,
    factsNeeded: factsNeeded(row.right),
  };
}

export async function decisionPart({ row, names, open }: Source): Promise<RequestView['decision']> {
  return {
    outcome: row.decision,
    ground: row.decision_ground,
    reason: await open(decisionReason, row.decision_reason_sealed, row.id),
    by: row.decided_by ? (names.get(row.decided_by) ?? null) : null,
    at: row.decided_at,
  };
}

export async function packPart({ h, row, isMasked }: Source): Promise<RequestView['pack']> {
  const pack = await lastPack(h, row.id);
  const link = pack ? await linkOfPack(h, pack.id) : undefined;
  return {
    state: row.pack,
    files: pack?.files ?? null,
    bytes: pack?.bytes ?? null,
    withheld: pack?.withheld ?? null,
    sha256: pack?.sha256 ?? null,
    confirmedAt: link?.confirmed_at ?? null,
    openedAt: link?.opened_at ?? null,
    error: pack?.state === 'failed' ? pack.error : null,
    missing: isMasked || row.closed_at ? [] : await sayLacking(h, row),
  };
}

export async function lettersPart({ h, row, isMasked }: Source): Promise<RequestView['letters']> {
  return (await lettersOf(h, row.id)).map((letter) => ({
    id: letter.body_sealed && !isMasked ? letter.id : null,
    template: letter.template,
    state: letter.state,
    at: letter.sent_at ?? letter.queued_at,
    tries: letter.tries,
    error: letter.error,
    nextTryAt: letter.next_try_at,
  }));
}

/** What of it is worked on together: notes, who can own it, what it belongs to. */
export async function togetherPart(source: Source) {
  const { ctx, h, row, isMasked } = source;
  return {
    matter: row.matter,
    matterUrl: matterUrl(ctx, row.matter),
    members: await membersOf(h, row.id),
    notes: isMasked ? [] : await notesPart(source),
    colleagues: isMasked ? [] : await ableColleagues(h),
    joinedTo: row.joined_to ? ((await requestById(h, row.joined_to))?.ref ?? null) : null,
    joinable: isMasked ? [] : await joinablePart(source),
  };
}

async function joinablePart({ ctx, h, row }: Source): Promise<RequestView['joinable']> {
  return (await joinable(h, row)).map(({ ref, receivedAt, band, because }) => ({
    ref,
    band,
    because,
    receivedOn: localDay(receivedAt, ctx.organisation.zone),
  }));
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

async function changesPart({ ctx, h, row, names, open }: Source): Promise<RequestView['changes']> {
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

async function notesPart({ h, row, names, open }: Source): Promise<RequestView['notes']> {
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
