import { standing } from '../../core/consent/standing';
import type { StandingAnswer } from '../../core/consent/types';
import { reason } from '../../core/shared/reason';
import { ok, refuse, type Result } from '../../core/shared/result';
import { choicesOf } from '../../db/consent/ledger';
import { allPurposes } from '../../db/consent/purposes';
import { personsByHash, personsById, suppressionsOf } from '../../db/persons/persons';
import { systemById } from '../../db/systems/systems';
import type { Context } from '../context';
import { indexText, normaliseIdentifier } from '../persons/identifierKeys';
import { factsOf } from './personFacts';

export type StandingRefusal = { code: 'unknown-purpose'; purpose: string } | { code: 'identifier-unreadable'; kind: string };

/**
 * May this address be used for this purpose: what senders ask before a send. Counted, not chained one by one.
 * An identifier that several people share is answered restrictively: permitted only if all of them permit.
 */
export async function checkStanding(ctx: Context, query: { identifier: { kind: string; value: string }; purpose: string; at?: string; knownAt?: string; systemId: string }): Promise<Result<StandingAnswer, StandingRefusal>> {
  return ctx.transaction(async (h) => {
    const purposes = await allPurposes(h);
    if (!purposes.some(({ id }) => id === query.purpose)) return refuse({ code: 'unknown-purpose', purpose: query.purpose });
    const system = await systemById(h, query.systemId);
    const normal = normaliseIdentifier(query.identifier.kind, query.identifier.value, query.systemId, system?.default_country ?? null);
    if (!normal) return refuse({ code: 'identifier-unreadable', kind: query.identifier.kind });

    const now = ctx.clock.now();
    const at = query.at ?? now;
    const [suppressed] = await suppressionsOf(h, [ctx.keys.suppression(indexText(normal)).hash]);
    if (suppressed && Date.parse(suppressed.erased_at) <= Date.parse(at)) {
      return ok({ permitted: false, standing: 'erased', since: suppressed.erased_at, because: null, mayAskAgainFrom: null, reasons: [reason('erased', 'This person was erased; the address is on the suppression list.', 'GDPR art. 17')] });
    }
    const hash = ctx.keys.index(indexText(normal));
    const owners = [...new Set((await personsByHash(h, [hash])).map(({ person_id }) => person_id))];
    const choices = await choicesOf(h, owners);
    const facts = new Map((await personsById(h, owners)).map((row) => [row.id, factsOf(row)]));
    const address = normal.kind === 'email' || normal.kind === 'phone' ? hash.toString('hex') : null;
    const one = (id: string | null) =>
      standing(choices.filter((choice) => choice.personId === id), (id && facts.get(id)) || { restricted: [], erasedAt: null }, purposes, { purpose: query.purpose, address, at, knownAt: query.knownAt ?? now, zone: ctx.organisation.zone });
    const answers = owners.length === 0 ? [one(null)] : owners.map(one);
    const no = answers.find(({ permitted }) => !permitted);
    if (answers.length > 1 && no && answers.some(({ permitted }) => permitted)) no.reasons.push(reason('shared-identifier', 'Several people share this identifier; the most restrictive answer holds.'));
    return ok(no ?? answers[0]!);
  });
}
