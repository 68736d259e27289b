import type { PersonId } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { maskIdentifier, maskName } from '../../core/access/mask';
import { purposesInForce } from '../../core/purposes/purposes';
import type { PersonView } from '../../core/people/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { sealedParts } from '../../db/ledger/ledger';
import type { PurposeWithWords } from '../../db/purposes/purposes';
import { placeKey, sayPlace } from '../../core/ledger/trees';
import type { Handle } from '../../db/shared/handle';
import { linksAround } from '../../db/people/links';
import { identifiersOf, personById, personsById, type PersonRow } from '../../db/people/persons';
import { requestsOfPerson } from '../../db/requests/requests';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { readRules, subjectOf } from '../standing/standingOfPerson';
import { reach } from '../shared/may';
import { vaultOf, type Vault } from '../keys/vault';
import { recordLook } from '../trail/recordLook';
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
    const isMasked = how === 'masked';
    const source: Source = { h, vault, row, isMasked, systemName: (id) => systems.get(id) ?? id };
    const at = input.at ?? ctx.clock.now();
    const rules = await readRules(h);
    const subject = await subjectOf(ctx, h, row, { at, knownAt: at }, rules);
    const name = await personName.open(vault, row.data_key_id, row.name_sealed, row.id);
    const standings = (purposesInForce(rules.purposes, at, at) as PurposeWithWords[]).map((purpose) => ({
      ...subject.answer(purpose.id, 'any'),
      purpose: purpose.id,
      title: purpose.title,
      plain: purpose.plain,
      kind: purpose.kind,
      parent: purpose.parent,
    }));
    const links = await linksOf(ctx, h, row.id, at, isMasked);
    const requests = (await requestsOfPerson(h, row.id)).map((request) => ({
      ref: request.ref,
      right: request.right,
      stage: request.stage,
      dueOn: request.due_on,
    }));
    await recordLook(ctx, h, 'person-opened', row.id);
    return ok({
      id: row.id,
      name: name && isMasked ? maskName(name) : name,
      country: row.country,
      isMasked,
      erasedAt: row.erased_at,
      identifiers: await identifierLines(source),
      links,
      standings,
      choices: await choiceLines(source, subject),
      requests,
      asOf: at,
    });
  });
}

/** What the parts of a person's page are gathered from. */
interface Source {
  h: Handle;
  vault: Vault;
  row: PersonRow;
  isMasked: boolean;
  systemName(id: string): string;
}

async function identifierLines({ h, vault, row, isMasked, systemName }: Source): Promise<PersonView['identifiers']> {
  const lines = [];
  for (const { kind, value_sealed, source_system, first_seen_at } of await identifiersOf(h, [row.id])) {
    const value = (await personIdentifier.open(vault, row.data_key_id, value_sealed, row.id)) ?? '';
    lines.push({
      kind,
      value: isMasked ? maskIdentifier(kind, value) : value,
      source: systemName(source_system),
      since: first_seen_at,
    });
  }
  return lines;
}

/** What was chosen, by the person and by the records that are linked to theirs. */
async function choiceLines(
  { h, vault, isMasked, systemName }: Source,
  { members, choices }: Awaited<ReturnType<typeof subjectOf>>,
): Promise<PersonView['choices']> {
  const keyOf = new Map((await personsById(h, members)).map((member) => [member.id, member.data_key_id]));
  const parts = await sealedParts(
    h,
    choices.map(({ row }) => row),
  );
  const lines = [];
  for (const { id, seq: _, personId, row, ...choice } of choices) {
    const opened = isMasked
      ? null
      : await choicePart.open(vault, keyOf.get(personId)!, parts.get(placeKey(row)) ?? null, id, personId);
    lines.push({
      id,
      number: sayPlace(row),
      purpose: choice.purpose,
      answer: choice.answer,
      occurredAt: choice.occurredAt,
      recordedAt: choice.recordedAt,
      system: systemName(row.system_id),
      ask: row.ask,
      askVersion: row.ask_version,
      folio: row.folio,
      place: opened?.place ?? null,
    });
  }
  return lines;
}

async function linksOf(
  ctx: Context,
  h: Handle,
  personId: PersonId,
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
