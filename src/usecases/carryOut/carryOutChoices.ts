import type { PersonId, RequestRef, SystemId } from '../../core/shared/ids';
import type { CarryOutRefusal } from '../../core/carryOut/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import { kindFor, purposeInForce } from '../../core/purposes/purposes';
import { CHOICE_RIGHTS, effectOf } from '../../core/carryOut/effects';
import type { ChoiceInput } from '../../core/ledger/schema';
import type { Answer } from '../../core/ledger/types';
import type { PersonRecord } from '../../core/people/record';
import type { EffectView } from '../../core/carryOut/views';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { allPurposes } from '../../db/purposes/purposes';
import { insertDriftRun } from '../../db/drift/drift';
import type { Handle } from '../../db/shared/handle';
import { personById, personsByHash } from '../../db/people/persons';
import { requestByRef, setRequest, type RequestRow } from '../../db/requests/requests';
import { insertClockEvent } from '../../db/clock/clockEvents';
import { recordChoicesIn } from '../ledger/recordChoices';
import { readRules, subjectOf } from '../standing/standingOfPerson';
import type { Context } from '../shared/context';
import { systemsWithFlags } from '../drift/compareSystem';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { recordTrail } from '../trail/recordTrail';
import { knownPerson } from '../people/knownPerson';
import { workOnRequest } from '../requests/workOnRequest';

/** What exercising the right would put into the ledger, purpose by purpose, with what holds now. */
export async function readEffects(
  ctx: Context,
  input: { ref: RequestRef },
): Promise<Result<EffectView[], AccessRefusal>> {
  if (!reach(ctx, 'requests.see')) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref);
    if (!request) return refuse({ code: 'not-found' });
    return ok(CHOICE_RIGHTS.has(request.right) ? await effectsOf(ctx, h, request) : []);
  });
}

async function effectsOf(ctx: Context, h: Handle, request: RequestRow): Promise<EffectView[]> {
  const now = ctx.clock.now();
  const rules = await readRules(h);
  const purposes = await allPurposes(h);
  const person = request.person_id ? await personById(h, request.person_id) : undefined;
  const subject =
    person && !person.erased_at ? await subjectOf(ctx, h, person, { at: now, knownAt: now }, rules) : null;
  const effects: EffectView[] = [];
  for (const id of new Set(purposes.map((purpose) => purpose.id))) {
    const purpose = purposeInForce(purposes, id, now, now);
    if (!purpose) continue;
    const answer = effectOf(request.right, kindFor(purpose, request.country, localDay(now, ctx.organisation.zone)));
    const standing = subject?.answer(id, 'any') ?? null;
    effects.push({
      purpose: id,
      title: purpose.title,
      answer,
      standing: standing?.standing ?? 'not-asked',
      permitted: standing?.permitted ?? false,
    });
  }
  return effects;
}

/**
 * Carries out an objection, an opt-out, a limit or a withdrawal: choices in the ledger that count from the day the request
 * was received, and a comparison that corrects every system which still permits what the ledger no longer does. The act comes
 * before the answer and is on the clock.
 */
export async function carryOutChoices(ctx: Context, input: { ref: RequestRef; purposes: readonly string[] }) {
  const systems = await systemsWithFlags(ctx);
  return workOnRequest<{ recorded: number; systems: number }, CarryOutRefusal>(
    ctx,
    input.ref,
    'requests.work',
    async (h, request) => {
      if (!CHOICE_RIGHTS.has(request.right)) return refuse({ code: 'no-choice-right', right: request.right });
      if (request.decision !== 'fulfil') return refuse({ code: 'not-decided' });
      if (request.carried_out) return refuse({ code: 'carried-out-already' });
      const effects = (await effectsOf(ctx, h, request)).filter(
        ({ purpose, answer }) => answer && input.purposes.includes(purpose),
      );
      if (effects.length === 0) return refuse({ code: 'nothing-chosen' });
      const person = (await knownPerson(ctx, h, request, null)).record;
      const identifiers = identifiersIn(person);
      if (identifiers.length === 0) return refuse({ code: 'no-identifier' });
      const outcomes = await recordChoicesIn(ctx, h, {
        systemId: 'sys_bookend',
        choices: effects.map(({ purpose, answer }) => choiceOf(request, person, identifiers, purpose, answer!)),
      });
      const now = ctx.clock.now();
      await insertClockEvent(h, {
        request_id: request.id,
        kind: 'acted',
        at: now,
        reason_sealed: null,
        until: null,
        actor: ctx.actor.id,
      });
      const personId = request.person_id ?? (await ownerOf(ctx, h, identifiers[0]!));
      await setRequest(h, request.id, { carried_out: true, ...(personId ? { person_id: personId } : {}) });
      if (personId) for (const { id } of systems) await compareAndCorrect(ctx, h, id, personId);
      await recordTrail(
        ctx,
        h,
        'request-carried-out',
        request.ref,
        effects.map(({ purpose, answer }) => `${purpose}: ${answer}`).join(', '),
      );
      return ok({ recorded: outcomes.filter(({ status }) => status === 'recorded').length, systems: systems.length });
    },
  );
}

type Identifiers = { kind: 'email' | 'phone'; value: string }[];

function identifiersIn(person: PersonRecord): Identifiers {
  return [
    ...(person.emails ?? []).map((value) => ({ kind: 'email' as const, value })),
    ...(person.phones ?? []).map((value) => ({ kind: 'phone' as const, value })),
  ];
}

/** It counts from the day of receipt, for the person as a whole. */
function choiceOf(
  request: RequestRow,
  { givenName, familyName }: PersonRecord,
  identifiers: Identifiers,
  purpose: string,
  answer: Answer,
): ChoiceInput {
  return {
    occurredAt: request.received_at,
    identifiers,
    purpose,
    answer,
    method: 'request',
    place: request.channel,
    country: request.country,
    language: request.language,
    address: null,
    name: givenName || familyName ? { givenName: givenName ?? '', familyName: familyName ?? '' } : null,
    evidence: { request: request.ref },
    externalId: `${request.id}:${purpose}`,
  };
}

async function compareAndCorrect(ctx: Context, h: Handle, systemId: SystemId, personId: PersonId): Promise<void> {
  const id = ctx.keys.id('drf');
  await beginRun(ctx, h, 'compare-system', { id, subject: systemId });
  await insertDriftRun(h, { id, correct_person: personId });
}

/** The person whom recording has just made, where the request knew nobody. */
async function ownerOf(
  ctx: Context,
  h: Handle,
  { kind, value }: { kind: 'email' | 'phone'; value: string },
): Promise<string | null> {
  const identifier = normaliseIdentifier(kind, value, '', ctx.organisation.country);
  const found = identifier ? await personsByHash(h, [ctx.keys.index(indexText(identifier))]) : [];
  return found[0]?.person_id ?? null;
}
