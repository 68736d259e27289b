import { maskIdentifier, maskName } from '../../core/access/mask';
import { standing } from '../../core/consent/standing';
import type { PersonView } from '../../core/consent/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { choicesOf, sealedParts } from '../../db/consent/ledger';
import { allPurposes } from '../../db/consent/purposes';
import { identifiersOf, personById } from '../../db/persons/persons';
import { requestsOfPerson } from '../../db/requests/requests';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../context';
import { factsOf } from '../consent/personFacts';
import { reach, type AccessRefusal } from '../shared/may';
import { vaultOf } from '../shared/vault';
import { recordTrail } from '../trail/recordTrail';

/** Everything about one person, as it held at `at` (an instant; now if not given). A look: it is in the trail. */
export async function personView(ctx: Context, input: { id: string; at?: string }): Promise<Result<PersonView, AccessRefusal>> {
  const how = reach(ctx, 'persons.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'persons.see' });
  return ctx.transaction(async (h) => {
    const row = await personById(h, input.id);
    if (!row) return refuse({ code: 'not-found' });
    const vault = vaultOf(ctx, h);
    const systems = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const purposes = await allPurposes(h);
    const at = input.at ?? ctx.clock.now();
    const choices = await choicesOf(h, [row.id]);
    const name = await vault.unseal(row.data_key_id, row.name_sealed, `name:${row.id}`);
    const identifiers = [];
    for (const found of await identifiersOf(h, [row.id])) {
      const value = await vault.unseal(row.data_key_id, found.value_sealed, `identifier:${row.id}`);
      identifiers.push({ kind: found.kind, value: how === 'masked' ? maskIdentifier(found.kind, value ?? '') : (value ?? ''), source: systems.get(found.source_system) ?? found.source_system, since: found.first_seen_at });
    }
    const parts = await sealedParts(h, choices.map(({ id }) => id));
    const seen = [];
    for (const choice of choices) {
      const opened = how === 'masked' ? null : await vault.unseal(row.data_key_id, parts.get(choice.id) ?? null, `${choice.id}|${row.id}|1`);
      seen.push({ id: choice.id, seq: choice.seq, purpose: choice.purpose, answer: choice.answer, occurredAt: choice.occurredAt, recordedAt: choice.recordedAt, system: systems.get(choice.row.system_id) ?? choice.row.system_id, ask: choice.row.ask, askVersion: choice.row.ask_version, folio: choice.row.folio, place: opened ? ((JSON.parse(opened) as { place: string | null }).place ?? null) : null });
    }
    const current = [...new Map(purposes.map((purpose) => [purpose.id, purpose])).values()];
    const standings = current.map((purpose) => ({
      ...standing(choices, factsOf(row), purposes, { purpose: purpose.id, address: 'any', at, knownAt: at, zone: ctx.organisation.zone }),
      purpose: purpose.id, title: purpose.title, plain: purpose.plain, kind: purpose.kind, parent: purpose.parent,
    }));
    const requests = (await requestsOfPerson(h, row.id)).map((request) => ({ ref: request.ref, right: request.right, stage: request.stage, dueOn: request.due_on }));
    await recordTrail(ctx, h, 'person-opened', row.id);
    return ok({ id: row.id, name: name && how === 'masked' ? maskName(name) : name, country: row.country, isMasked: how === 'masked', erasedAt: row.erased_at, identifiers, standings, choices: seen, requests, asOf: at });
  });
}
