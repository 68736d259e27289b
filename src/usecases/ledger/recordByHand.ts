import type { HandRefusal, KindRefusal } from '../../core/ledger/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { AtTheCounter, Script } from '../../core/ledger/views';
import { maskIdentifier, maskName } from '../../core/access/mask';
import type { HandChoice } from '../../core/ledger/schema';
import { otherKind } from '../../core/people/looksLike';
import { purposeInForce } from '../../core/purposes/purposes';
import type { RecordStatus } from '../../core/ledger/schema';
import type { Reason } from '../../core/words/reasons';
import { ok, refuse, type Result } from '../../core/shared/result';
import { allPurposes, allWordings, type Wording } from '../../db/purposes/purposes';
import { identifiersOf, personsById } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { newWorkKey } from '../keys/workKeys';
import { recordTrail } from '../trail/recordTrail';
import { recordChoicesIn } from './recordChoices';
import { identifierHashes, nameIn, peopleOf } from './searchLedger';
import { readRules, subjectOf } from '../standing/standingOfPerson';
import { personIdentifier, personName } from '../people/sealed';

/** The spoken asks in force, with the words that have to be read out as they are. */
export async function readScripts(ctx: Context): Promise<Result<Script[], AccessRefusal>> {
  if (!reach(ctx, 'choices.record')) return refuse({ code: 'not-allowed', act: 'choices.record' });
  return ctx.transaction(async (h) => {
    const now = ctx.clock.now();
    const purposes = await allPurposes(h);
    const latest = new Map<string, Wording>();
    for (const wording of await allWordings(h))
      if (wording.kind === 'ask' && wording.method === 'spoken' && wording.validFrom <= now)
        latest.set(wording.id, wording);
    return ok(
      [...latest.values()].map((wording) => ({
        ask: wording.id,
        version: wording.version,
        place: wording.place,
        words: wording.words,
        purposes: wording.purposes.flatMap((id) => {
          const purpose = purposeInForce(purposes, id, now, now);
          return purpose ? [{ id, title: purpose.title }] : [];
        }),
      })),
    );
  });
}

/** People whom an exact identifier points at, masked: enough to know that it is them who stands there. A look. */
export async function findAtCounter(
  ctx: Context,
  input: { identifier: { kind: string; value: string } },
): Promise<Result<AtTheCounter[], AccessRefusal | KindRefusal>> {
  if (!reach(ctx, 'choices.record')) return refuse({ code: 'not-allowed', act: 'choices.record' });
  const looks = otherKind(input.identifier.kind, input.identifier.value);
  if (looks) return refuse({ code: 'identifier-of-another-kind', kind: input.identifier.kind, looks });
  return ctx.transaction(async (h) => {
    const rules = await readRules(h);
    const now = ctx.clock.now();
    const vault = vaultOf(ctx, h);
    const found: AtTheCounter[] = [];
    for (const row of (await personsById(h, await peopleOf(ctx, h, input.identifier)))
      .filter(({ erased_at }) => !erased_at)
      .slice(0, 10)) {
      const name = await personName.open(vault, row.data_key_id, row.name_sealed, row.id);
      const identifiers = [];
      for (const one of await identifiersOf(h, [row.id]))
        identifiers.push(
          maskIdentifier(
            one.kind,
            (await personIdentifier.open(vault, row.data_key_id, one.value_sealed, row.id)) ?? '',
          ),
        );
      const subject = await subjectOf(ctx, h, row, { at: now, knownAt: now }, rules);
      const standings = [...new Set(rules.purposes.map(({ id }) => id))]
        .map((purpose) => ({ purpose, ...subject.answer(purpose, 'any') }))
        .map(({ purpose, standing, permitted }) => ({ purpose, standing, permitted }));
      found.push({ id: row.id, name: name ? maskName(name) : null, identifiers, standings });
    }
    const under = await newWorkKey(ctx, h, {
      kind: 'search',
      subject: 'counter',
      hashes: await identifierHashes(ctx, h, input.identifier),
      name: nameIn(input.identifier),
    });
    await recordTrail(ctx, h, 'person-searched', null, `${input.identifier.kind} ${input.identifier.value}`, under);
    return ok(found);
  });
}

/** What somebody answered at the counter or on the phone, with who asked, where, and by which words. */
export async function recordByHand(
  ctx: Context,
  input: HandChoice,
): Promise<Result<{ status: RecordStatus; id: string | null; reasons: Reason[] }, HandRefusal>> {
  if (!reach(ctx, 'choices.record')) return refuse({ code: 'not-allowed', act: 'choices.record' });
  const looks = otherKind(input.identifier.kind, input.identifier.value);
  if (looks) return refuse({ code: 'identifier-of-another-kind', kind: input.identifier.kind, looks });
  return ctx.transaction(async (h) => {
    const script = (await allWordings(h)).find(
      (wording) => wording.kind === 'ask' && wording.id === input.ask && wording.version === input.askVersion,
    );
    if (!script?.purposes.includes(input.purpose)) return refuse({ code: 'not-in-script', purpose: input.purpose });
    const [outcome] = await recordChoicesIn(ctx, h, {
      systemId: 'sys_bookend',
      choices: [
        {
          occurredAt: ctx.clock.now(),
          identifiers: [input.identifier],
          purpose: input.purpose,
          answer: input.answer,
          ask: input.ask,
          askVersion: input.askVersion,
          method: 'spoken',
          place: input.place,
          country: null,
          language: input.language,
          address:
            input.answer === 'grant' && input.identifier.kind === 'email'
              ? { channel: 'email', value: input.identifier.value }
              : null,
          name:
            input.givenName || input.familyName
              ? { givenName: input.givenName ?? '', familyName: input.familyName ?? '' }
              : null,
          evidence: { askedBy: ctx.actor.id },
          externalId: ctx.keys.id('hnd'),
        },
      ],
    });
    await recordTrail(
      ctx,
      h,
      'choice-recorded-by-hand',
      outcome!.id ?? null,
      `${input.purpose}: ${input.answer}, ${input.place}`,
    );
    return ok({ status: outcome!.status, id: outcome!.id ?? null, reasons: outcome!.reasons });
  });
}
