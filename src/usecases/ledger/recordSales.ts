import type { SystemId } from '../../core/shared/ids';
import type { SaleInput } from '../../core/ledger/schema';
import { beginning } from '../../core/standing/timeline';
import { reason } from '../../core/shared/reason';
import type { Reason } from '../../core/words/reasons';
import { lockIdentifiers } from '../../db/ledger/trees';
import { addFactOnce, personsByHash, suppressionsOf } from '../../db/people/persons';
import { systemById } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { assignPersons, type AssignedPerson } from './assignPersons';
import { liesAhead, prepareWho, type PreparedWho } from './prepareChoice';
import { afterErasure } from './recordChoices';

export interface SaleOutcome {
  status: 'recorded' | 'duplicate' | 'suppressed' | 'quarantined';
  reasons: Reason[];
}

/**
 * Takes sales as dated facts of people: who bought, when, and which address was given in that sale. Of several to one address the first
 * counts. Nothing is kept of what was bought. Order of the outcomes is that of the input; the same input twice changes nothing.
 */
export async function recordSales(
  ctx: Context,
  input: { systemId: SystemId; sales: readonly SaleInput[] },
): Promise<SaleOutcome[]> {
  return ctx.transaction(async (h) => {
    const system = await systemById(h, input.systemId);
    if (!system) throw new Error(`system ${input.systemId} is not registered`);
    const prepared = input.sales.map((sale) => ({
      sale,
      who: prepareWho(ctx.keys, sale, { systemId: system.id, country: system.default_country }),
    }));
    const known = prepared.flatMap(({ who }) => who.identifiers.map(({ hash }) => hash));
    await lockIdentifiers(h, known);
    const now = ctx.clock.now();
    const suppressed = await suppressionsOf(
      h,
      prepared.flatMap(({ who }) => who.suppressionHashes),
    );
    const erased = new Map(suppressed.map((row) => [row.hash.toString('hex'), row.erased_at]));
    const assign = await assignPersons(ctx, h, await personsByHash(h, known));
    const outcomes: SaleOutcome[] = [];
    const facts: { person: AssignedPerson; who: PreparedWho; at: string; outcome: SaleOutcome }[] = [];
    for (const { sale, who } of prepared) outcomes.push(await settle(sale, who));
    await assign.save(h, system.id);
    for (const { person, who, at, outcome } of facts) {
      const isNew = await addFactOnce(h, {
        person_id: person.id,
        fact: 'bought',
        value: who.addressHash!.toString('hex'),
        valid_from: at,
        recorded_at: now,
      });
      if (!isNew) outcome.status = 'duplicate';
    }
    await recordTrail(ctx, h, 'sales-recorded', system.id, `${outcomes.length} handed in`);
    return outcomes;

    async function settle(sale: SaleInput, who: PreparedWho): Promise<SaleOutcome> {
      const reasons = [...who.reasons];
      if (liesAhead(sale.boughtAt, now)) reasons.push(reason({ code: 'in-the-future', at: String(sale.boughtAt) }));
      if (reasons.length > 0) return { status: 'quarantined', reasons };
      const erasedAt = who.suppressionHashes.map((hash) => erased.get(hash.toString('hex'))).find(Boolean);
      if (erasedAt) return afterErasure(sale.boughtAt, erasedAt, ctx.organisation.zone);
      const person = assign.personOf({ ...who, input: sale });
      if (!person)
        return {
          status: 'quarantined',
          reasons: [reason({ code: 'several-people' })],
        };
      const outcome: SaleOutcome = { status: 'recorded', reasons: [] };
      facts.push({ person, who, at: new Date(beginning(sale.boughtAt, ctx.organisation.zone)).toISOString(), outcome });
      return outcome;
    }
  });
}
