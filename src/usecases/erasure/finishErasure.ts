import type { DataKeyId } from '../../core/shared/ids';
import { residueOf, type ResidueLine } from '../../core/erasure/residue';
import type { PlanLine } from '../../core/erasure/types';
import { groupBy } from '../../core/shared/groupBy';
import { canonicalBytes } from '../../core/ledger/leaf';
import { destroyDataKeys } from '../../db/keys/dataKeys';
import { deleteAudiences } from '../../db/audiences/audiences';
import { forgetSealedParts, personsOfChoices } from '../../db/ledger/ledger';
import { insertCertificate, insertResidue, setPlan, type PlanRow } from '../../db/erasure/plans';
import { packsOfRequests, setPack } from '../../db/packs/packs';
import {
  forgetPerson,
  insertSuppressions,
  personsByHash,
  personsById,
  setPersonDetails,
} from '../../db/people/persons';
import { forgetRequests } from '../../db/requests/forgetRequests';
import { refsOfNotes } from '../../db/requests/notes';
import { requestById, requestsByRefs, setRequest, type RequestRow } from '../../db/requests/requests';
import type { Handle } from '../../db/shared/handle';
import type { JournalEntry } from '../../ports/journal';
import { listsNaming } from '../audiences/listsNaming';
import type { Context } from '../shared/context';
import { indexText } from '../people/identifierKeys';
import { closeAnswered } from '../requests/decide';
import { knownPerson, type KnownPerson } from '../people/knownPerson';
import { refreshRequest } from '../requests/refreshRequest';
import { recipientsOf } from '../carryOut/tellRecipients';
import { speaksOfPerson } from '../people/speaksOfPerson';
import { endWorkNaming } from '../keys/workKeys';
import { finishRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';
import { forgetHeldLines } from './forgetHeldLines';
import { openLines } from './openLines';
import { ownPartOf, type OwnPart } from './ownPart';
import type { PhaseOutcome } from './runErasure';
import { residueKeys } from './sealed';

/** Suppression, Bookend's own part as the plan says, key destruction, residue, certificate: in one transaction, last of all. */
export async function finishErasure(ctx: Context, row: PlanRow): Promise<PhaseOutcome> {
  const lists = await listsNaming(
    ctx,
    speaksOfPerson(await ctx.transaction(async (h) => known(ctx, h, row, (await requestById(h, row.request_id))!))),
  );
  const files = await ctx.transaction(async (h) => {
    const request = (await requestById(h, row.request_id))!;
    // The moment at which this part first began: a certificate made after a crash says the same.
    const now = row.own_at ?? ctx.clock.now();
    const lines = await openLines(ctx, h, row, request);
    const residue = residueOf(lines);
    const part = await ownPart(h, lines);
    const who = await known(ctx, h, row, request);
    const suppressions = await suppress(
      ctx,
      h,
      request,
      who,
      [...part.persons, ...(request.person_id ? [request.person_id] : [])],
      now,
    );
    await insertResidue(
      h,
      residue.map((line) => residueRow(ctx, request, line, now)),
    );
    const outcome = residue.length > 0 ? 'erased-in-part' : 'erased';
    const told = await whoWasTold(ctx, h, request);
    const { ids, dataKeyIds } = await whatEnds(ctx, h, request, part, who, now);
    await insertCertificate(h, certificate(ctx, row, request, { lines, residue, told, part, outcome }, now));
    // First outside the database: a crash after it does the erasure again, a crash before it has erased nothing.
    await ctx.journal.append({
      schema: 'bookend-erasure-2',
      id: row.id,
      at: new Date(now).toISOString(),
      ref: request.ref,
      personIds: part.persons,
      requestIds: ids,
      dataKeyIds,
      suppressions,
      outcome,
    });
    const packs = await packsOfRequests(h, ids);
    for (const pack of packs) await setPack(h, pack.id, { state: 'gone', path: null });
    await forgetHeldLines(ctx, h, who);
    for (const id of part.persons) await forgetPerson(h, id, now);
    await forgetSealedParts(h, part.choicesOnly);
    // Nobody may use what is kept for anything else: whoever asks is told no.
    if (part.keepsAnything && request.person_id && !part.persons.includes(request.person_id))
      await setPersonDetails(h, request.person_id, { restricted_from: now, restricted_until: null });
    await closeAnswered(ctx, h, request, outcome, null, now);
    await recordTrail(ctx, h, 'erasure-finished', request.ref, row.fingerprint);
    await forgetRequests(h, ids);
    await destroyDataKeys(h, dataKeyIds, now);
    await setPlan(h, row.id, { state: 'finished', phase: 'finished', finished_at: now, error: null });
    await finishRun(ctx, h, row.id);
    await setRequest(h, request.id, { plan: 'finished', trace: 'finished' });
    return [...packs.flatMap(({ path }) => path ?? []), ...(await deleteAudiences(h, lists))];
  });
  for (const file of files) await ctx.storage.remove(file);
  await ctx.transaction((h) => refreshRequest(ctx, h, row.request_id));
  return { done: true };
}

async function whoWasTold(ctx: Context, h: Handle, request: RequestRow): Promise<Facts['told']> {
  return (await recipientsOf(ctx, h, request))
    .filter(({ wasTold }) => wasTold)
    .map(({ recipient, toldOn }) => ({ recipient, toldOn: toldOn! }));
}

/** Requests that are forgotten, and the keys that are destroyed: theirs, those of people who go whole, and of work that names them. */
async function whatEnds(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  part: OwnPart,
  who: KnownPerson,
  now: string,
): Promise<{ ids: string[]; dataKeyIds: DataKeyId[] }> {
  // What is open has come since the plan was made, and is answered under a key of its own.
  const requests = (await requestsByRefs(h, part.requests)).filter(
    ({ id, closed_at }) => id === request.id || closed_at !== null,
  );
  const people = (await personsById(h, part.persons)).filter(({ id }) => part.personsWhole.includes(id));
  const work = await endWorkNaming(ctx, h, { hashes: who.keys.map(({ hash }) => hash), names: who.names }, now);
  const dataKeyIds = [...requests, ...people].map(({ data_key_id }) => data_key_id);
  return { ids: requests.map(({ id }) => id), dataKeyIds: [...dataKeyIds, ...work] };
}

async function known(ctx: Context, h: Handle, row: PlanRow, request: RequestRow): Promise<KnownPerson> {
  return knownPerson(ctx, h, request, row.trace_id);
}

async function ownPart(h: Handle, lines: readonly PlanLine[]): Promise<OwnPart> {
  const own = lines.filter(({ doer }) => doer === 'bookend');
  const keys = (collection: string) => own.filter((line) => line.collection === collection).map(({ key }) => key);
  return ownPartOf(lines, await personsOfChoices(h, keys('choices')), await refsOfNotes(h, keys('notes')));
}

/**
 * Keyed hashes of every identifier of the person, so that an import cannot bring them back. What a living person is known by as well
 * (a family's address) is not suppressed: it would refuse them.
 */
async function suppress(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  who: KnownPerson,
  erased: readonly string[],
  now: string,
): Promise<JournalEntry['suppressions']> {
  const owners = (
    await personsByHash(
      h,
      who.keys.map(({ hash }) => hash),
    )
  ).filter(({ person_id }) => !erased.includes(person_id));
  const living = new Set(
    (await personsById(h, [...new Set(owners.map(({ person_id }) => person_id))]))
      .filter(({ erased_at }) => !erased_at)
      .map(({ id }) => id),
  );
  const shared = new Set(
    owners.filter(({ person_id }) => living.has(person_id)).map(({ hash }) => hash.toString('hex')),
  );
  const rows = who.keys
    .filter(({ hash }) => !shared.has(hash.toString('hex')))
    .map((key) => ({ ...ctx.keys.suppression(indexText(key)), kind: key.kind }));
  await insertSuppressions(
    h,
    rows.map(({ hash, version, kind }) => ({
      hash,
      key_version: version,
      kind,
      erased_at: now,
      request_ref: request.ref,
    })),
  );
  return rows.map(({ hash, version, kind }) => ({ hash: hash.toString('hex'), version, kind }));
}

function residueRow(ctx: Context, request: RequestRow, line: ResidueLine, now: string) {
  const id = ctx.keys.id('rsd');
  return {
    id,
    request_ref: request.ref,
    system_id: line.system,
    collection: line.collection,
    count: line.count,
    rule: line.rule,
    restricted: line.restricted,
    why: line.why,
    law: line.law,
    until: line.until,
    keys_sealed: residueKeys.closeUnder(ctx.keys, null, line.keys, id),
    created_at: now,
  };
}

interface Facts {
  lines: readonly PlanLine[];
  residue: readonly ResidueLine[];
  told: readonly { recipient: string; toldOn: string }[];
  part: OwnPart;
  outcome: string;
}

function certificate(
  ctx: Context,
  row: PlanRow,
  request: RequestRow,
  { lines, residue, told, part, outcome }: Facts,
  now: string,
) {
  const gone = lines.filter(({ action, rule }) => action !== 'keep' && rule !== 'kept-apart');
  const done = [...groupBy(gone, (line) => `${line.system}/${line.collection}/${line.action}`)].map(([, own]) => ({
    system: own[0]!.system,
    collection: own[0]!.collection,
    action: own[0]!.action,
    count: own.length,
  }));
  const content = {
    schema: 'bookend-certificate-2',
    reference: request.ref,
    regime: request.regime,
    regimes: request.regimes,
    organisation: ctx.organisation.name,
    receivedAt: request.received_at,
    finishedAt: new Date(now).toISOString(),
    planFrozenOn: row.frozen_on,
    planFingerprint: row.fingerprint,
    outcome,
    done,
    residue: residue.map(({ system, collection, count, rule, why, law, until, restricted }) => ({
      system,
      collection,
      count,
      rule,
      why,
      law,
      until,
      restricted,
    })),
    recipientsTold: told,
    proof: 'A second trace with the same search keys found nothing beyond the residue.',
    keysDestroyed: !part.keepsAnything,
  };
  return {
    id: ctx.keys.id('crt'),
    request_ref: request.ref,
    content,
    signature: ctx.keys.sign(canonicalBytes(content)),
    issued_at: now,
  };
}
