import type { ReferenceRefusal } from '../../core/systems/refusals';
import {
  proposeReference,
  referenceCandidates,
  type Overlap,
  type ReferenceCandidate,
  type ReferenceEnds,
  type ReferenceMeaning,
  type ReferenceProposal,
  type Shape,
} from '../../core/systems/references';
import { ok, refuse, type Result } from '../../core/shared/result';
import { fieldsOf } from '../../db/systems/fields';
import { placeOf, putReference, referenceAt, removeReference } from '../../db/systems/references';
import { isConnectorError, type Connector } from '../../ports/connector';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { systemInReach } from './systemsInReach';

/** Looks at every reference a system may have, with the values on both sides; of several that a field may be, the likeliest that fits. */
export async function proposeReferences(connector: Connector, shapes: readonly Shape[]): Promise<ReferenceProposal[]> {
  if (!connector.overlap) return [];
  const proposals: ReferenceProposal[] = [];
  const settled = new Set<string>();
  for (const candidate of referenceCandidates(shapes)) {
    const field = `${candidate.collection}/${candidate.fields.join()}`;
    if (candidate.by !== 'declared' && candidate.by !== 'kind' && settled.has(field)) continue;
    const proposal = proposeReference(candidate, await overlapOf(connector, candidate), shapes);
    if (!proposal) continue;
    settled.add(field);
    proposals.push(proposal);
  }
  return proposals;
}

/** Values that cannot be compared, since one side may not be read, agree with nothing. */
async function overlapOf(connector: Connector, ends: ReferenceCandidate): Promise<Overlap | null> {
  try {
    return await connector.overlap!(ends);
  } catch (error) {
    if (isConnectorError(error)) return null;
    throw error;
  }
}

/** What a person says a reference means, whether it was proposed or nobody knew of it. From then on it is followed so. */
export async function confirmReferences(
  ctx: Context,
  input: { system: string; references: readonly (ReferenceEnds & { meaning: ReferenceMeaning })[] },
): Promise<Result<{ confirmed: number }, ReferenceRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  return ctx.transaction(async (h) => {
    const row = await systemInReach(ctx, h, 'systems.change', input.system);
    if (!row) return refuse({ code: 'not-found' });
    const known = new Set((await fieldsOf(h, row.id)).map(({ collection, field }) => `${collection}\u0000${field}`));
    for (const { collection, fields, to, toFields, when } of input.references) {
      const places = [
        ...fields.map((field) => [collection, field]),
        ...toFields.map((field) => [to, field]),
        ...(when ? [[collection, when.field]] : []),
      ];
      const missing = places.find((place) => !known.has(place.join('\u0000')));
      if (missing) return refuse({ code: 'no-such-field', field: missing.join('.') });
    }
    const changes: string[] = [];
    for (const { meaning, ...ends } of input.references) {
      const place = placeOf(row.id, ends);
      const before = await referenceAt(h, place);
      const own = before ?? { ...place, origin: 'by-hand' as const, because: 'said by hand', proposed: meaning };
      await putReference(h, { ...own, meaning, confirmed_by: ctx.actor.id, confirmed_at: ctx.clock.now() });
      if (before?.confirmed_at == null || before.meaning !== meaning) changes.push(`${sayEnds(ends)}: ${meaning}`);
    }
    if (changes.length > 0)
      await recordTrail(ctx, h, 'system-changed', row.id, `references confirmed: ${changes.join(', ')}`.slice(0, 2000));
    return ok({ confirmed: changes.length });
  });
}

/** Takes a reference back that was said by hand. What the system declares or Bookend proposes can be said to mean nothing instead. */
export async function takeBackReference(
  ctx: Context,
  input: { system: string; ends: ReferenceEnds },
): Promise<Result<null, ReferenceRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  return ctx.transaction(async (h) => {
    const row = await systemInReach(ctx, h, 'systems.change', input.system);
    if (!row) return refuse({ code: 'not-found' });
    const place = placeOf(row.id, input.ends);
    const before = await referenceAt(h, place);
    if (!before) return refuse({ code: 'not-found' });
    if (before.origin !== 'by-hand') return refuse({ code: 'declared-there' });
    await removeReference(h, place);
    await recordTrail(ctx, h, 'system-changed', row.id, `reference taken back: ${sayEnds(input.ends)}`.slice(0, 2000));
    return ok(null);
  });
}

function sayEnds({ collection, fields, to, toFields, when }: ReferenceEnds): string {
  return `${collection}.${fields.join('+')} → ${to}.${toFields.join('+')}${when ? ` where ${when.field} is ${when.value}` : ''}`;
}
