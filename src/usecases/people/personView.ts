import { maskIdentifier, maskName } from '../../core/access/mask';
import { purposesInForce } from '../../core/purposes/purposes';
import type { PersonView } from '../../core/ledger/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { sealedParts } from '../../db/ledger/ledger';
import type { PurposeWithWords } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import { linksAround } from '../../db/people/links';
import { identifiersOf, personById, personsById } from '../../db/people/persons';
import { requestsOfPerson } from '../../db/requests/requests';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { readRules, subjectOf } from '../standing/standingOfPerson';
import { reach, type AccessRefusal } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { choicePart } from '../ledger/sealed';
import { linkReason, personIdentifier, personName } from './sealed';

/** Everything about one person, as it held at `at` (an instant; now if not given). A look: it is in the trail. */
export async function personView(
  ctx: Context,
  input: { id: string; at?: string },
): Promise<Result<PersonView, AccessRefusal>> {
  const how = reach(ctx, 'persons.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'persons.see' });
  return ctx.transaction(async (h) => {
    const row = await personById(h, input.id);
    if (!row) return refuse({ code: 'not-found' });
    const vault = vaultOf(ctx, h);
    const systems = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const at = input.at ?? ctx.clock.now();
    const rules = await readRules(h);
    const subject = await subjectOf(ctx, h, row, { at, knownAt: at }, rules);
    const choices = subject.choices;
    const name = await personName.open(vault, row.data_key_id, row.name_sealed, row.id);
    const identifiers = [];
    for (const found of await identifiersOf(h, [row.id])) {
      const value = await personIdentifier.open(vault, row.data_key_id, found.value_sealed, row.id);
      identifiers.push({
        kind: found.kind,
        value: how === 'masked' ? maskIdentifier(found.kind, value ?? '') : (value ?? ''),
        source: systems.get(found.source_system) ?? found.source_system,
        since: found.first_seen_at,
      });
    }
    const keyOf = new Map((await personsById(h, subject.members)).map((member) => [member.id, member.data_key_id]));
    const parts = await sealedParts(
      h,
      choices.map(({ seq }) => seq),
    );
    const seen = [];
    for (const choice of choices) {
      const opened =
        how === 'masked'
          ? null
          : await choicePart.open(
              vault,
              keyOf.get(choice.personId)!,
              parts.get(choice.seq) ?? null,
              choice.id,
              choice.personId,
            );
      seen.push({
        id: choice.id,
        seq: choice.seq,
        purpose: choice.purpose,
        answer: choice.answer,
        occurredAt: choice.occurredAt,
        recordedAt: choice.recordedAt,
        system: systems.get(choice.row.system_id) ?? choice.row.system_id,
        ask: choice.row.ask,
        askVersion: choice.row.ask_version,
        folio: choice.row.folio,
        place: opened ? (opened.place ?? null) : null,
      });
    }
    const standings = (purposesInForce(rules.purposes, at, at) as PurposeWithWords[]).map((purpose) => ({
      ...subject.answer(purpose.id, 'any'),
      purpose: purpose.id,
      title: purpose.title,
      plain: purpose.plain,
      kind: purpose.kind,
      parent: purpose.parent,
    }));
    const links = await linksOf(ctx, h, row.id, at, how === 'masked');
    const requests = (await requestsOfPerson(h, row.id)).map((request) => ({
      ref: request.ref,
      right: request.right,
      stage: request.stage,
      dueOn: request.due_on,
    }));
    await recordTrail(ctx, h, 'person-opened', row.id);
    return ok({
      id: row.id,
      name: name && how === 'masked' ? maskName(name) : name,
      country: row.country,
      isMasked: how === 'masked',
      erasedAt: row.erased_at,
      identifiers,
      links,
      standings,
      choices: seen,
      requests,
      asOf: at,
    });
  });
}

async function linksOf(
  ctx: Context,
  h: Handle,
  personId: string,
  knownAt: string,
  isMasked: boolean,
): Promise<PersonView['links']> {
  const vault = vaultOf(ctx, h);
  const links = await linksAround(h, personId, knownAt);
  const others = [...new Set(links.flatMap(({ person_a, person_b }) => [person_a, person_b]))].filter(
    (id) => id !== personId,
  );
  const shown: PersonView['links'] = [];
  for (const row of await personsById(h, others)) {
    const link = links.find(({ person_a, person_b }) => person_a === row.id || person_b === row.id)!;
    const name = await personName.open(vault, row.data_key_id, row.name_sealed, row.id);
    shown.push({
      id: row.id,
      name: name && isMasked ? maskName(name) : name,
      reason: isMasked ? null : await linkReason.open(vault, link.data_key_id, link.reason_sealed, link.id),
      since: link.linked_at,
    });
  }
  return shown;
}
