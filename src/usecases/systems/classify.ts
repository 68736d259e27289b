import type { ReadFieldsRefusal } from '../../core/systems/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { Holds } from '../../core/systems/fieldHolds';
import { proposeRole, type FieldRole } from '../../core/systems/fieldRoles';
import { fieldNameOf } from '../../core/systems/fieldNames';
import { diagnose } from '../../core/systems/kinds';
import { proposeFields, type Proposal } from '../../core/systems/proposeHolds';
import { ok, refuse, type Result } from '../../core/shared/result';
import { isNumber, type ReferenceProposal, type Shape } from '../../core/systems/references';
import { confirmField, fieldsOf, replaceFields, type FieldRow } from '../../db/systems/fields';
import { placeOf, replaceReferences } from '../../db/systems/references';
import { setSystem } from '../../db/systems/systems';
import { isConnectorError, type Connector, type SystemDescription } from '../../ports/connector';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { proposeReferences } from './references';
import { openConnector } from './openConnector';
import { systemInReach } from './systemsInReach';

const SAMPLE = 100;

/**
 * Reads which collections and fields there are, looks at some records of each, and proposes what the fields hold. The records
 * looked at are kept nowhere; of them only counts by kind are.
 */
export async function readFields(
  ctx: Context,
  input: { id: string },
): Promise<Result<{ collections: number; fields: number; references: number }, AccessRefusal | ReadFieldsRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  const row = await ctx.transaction((h) => systemInReach(ctx, h, 'systems.change', input.id));
  if (!row) return refuse({ code: 'not-found' });
  const { connector } = await openConnector(ctx, row.id);
  try {
    const { collections } = await connector.describe();
    const read: ReadCollection[] = [];
    for (const collection of collections) read.push(await readCollection(connector, row.kind, collection));
    const references = await proposeReferences(
      connector,
      read.map(({ shape }) => shape),
    );
    const fields = read.flatMap(({ shape, proposals }) => fieldsToKeep(row.id, shape.name, proposals, references));
    await ctx.transaction(async (h) => {
      await replaceFields(h, row.id, fields);
      await replaceReferences(
        h,
        row.id,
        references.map(({ isDeclared, meaning, because, ...ends }) => ({
          ...placeOf(row.id, ends),
          origin: isDeclared ? ('declared' as const) : ('proposed' as const),
          because,
          proposed: meaning,
        })),
      );
      await setSystem(h, row.id, { read_at: ctx.clock.now(), last_reached_at: ctx.clock.now(), last_error: null });
      await recordTrail(
        ctx,
        h,
        'system-changed',
        row.id,
        `fields read: ${fields.length} in ${collections.length} collections, ${references.length} references`,
      );
    });
    return ok({ collections: collections.length, fields: fields.length, references: references.length });
  } catch (error) {
    if (!isConnectorError(error)) throw error;
    const { what, advice } = diagnose(row.kind, error.kind);
    return refuse({ code: 'system-unreachable', message: `${what} ${advice} (${error.message})` });
  } finally {
    await connector.close();
  }
}

type Described = SystemDescription['collections'][number];
type Proposed = Pick<Described['fields'][number], 'name' | 'type'> & Proposal;
type KeptField = Omit<FieldRow, 'holds' | 'role' | 'confirmed_by' | 'confirmed_at'>;

interface ReadCollection {
  shape: Shape;
  proposals: Proposed[];
}

/** Signs of a person by which a collection is one of people; a number may be any key. */
const NO_SIGN: readonly (Holds | null)[] = [null, 'country', 'free-text', 'customer-number'];

/** One collection, with what its fields seem to hold; of a service the mapping says that. */
async function readCollection(connector: Connector, kind: string, collection: Described): Promise<ReadCollection> {
  const sampled = connector.sample ? await connector.sample(collection.name, SAMPLE) : [];
  const byValues = proposeFields(collection.fields, sampled);
  const proposals = collection.fields.map(({ name, type, holds }, i): Proposed => {
    if (!connector.sample) return { name, type, holds: holds as Holds | null, because: 'by its kind', contains: {} };
    const { because, contains } = byValues[i]!;
    if (kind !== 'rest') return { name, type, holds: byValues[i]!.holds, because, contains };
    return { name, type, holds: holds as Holds | null, because: holds ? 'as the mapping says' : because, contains };
  });
  const valuesOf = (name: string) => [...new Set(sampled.flatMap((record) => record[name] ?? []))];
  const shape: Shape = {
    name: collection.name,
    fields: proposals.map(({ name, type, holds }) => ({ name, type, holdsPerson: !NO_SIGN.includes(holds) })),
    keys: collection.keys ?? [],
    references: collection.references ?? [],
    sampled: Object.fromEntries(collection.fields.map(({ name }) => [name, valuesOf(name)])),
  };
  return { shape, proposals };
}

/** Each field once, by a name without values in it. */
function fieldsToKeep(
  system: string,
  collection: string,
  proposals: readonly Proposed[],
  references: readonly ReferenceProposal[],
): KeptField[] {
  const kept = new Map<string, KeptField>();
  for (const [place, { name, type, holds, because, contains }] of proposals.entries()) {
    const field = fieldNameOf(name);
    if (kept.has(field)) continue;
    // A number by which a record points at another is a key of the system's own, no number that a customer knows.
    const points =
      holds === 'customer-number' && isNumber(type)
        ? references.find((one) => one.collection === collection && one.fields.join() === name)
        : undefined;
    const proposed = points ? { proposed: null, because: `it points at ${points.to}` } : { proposed: holds, because };
    kept.set(field, {
      system_id: system,
      collection,
      field,
      place,
      type,
      ...proposed,
      contains,
      proposed_role: proposeRole(name),
    });
  }
  return [...kept.values()];
}

/** What a person says the fields of a collection hold. From then on it is searched by that, whatever they are called. */
export async function confirmFields(
  ctx: Context,
  input: { system: string; collection: string; holds: Record<string, Holds | null>; roles?: Record<string, FieldRole> },
): Promise<Result<{ confirmed: number }, AccessRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  return ctx.transaction(async (h) => {
    const row = await systemInReach(ctx, h, 'systems.change', input.system);
    if (!row) return refuse({ code: 'not-found' });
    const before = new Map(
      (await fieldsOf(h, row.id))
        .filter(({ collection }) => collection === input.collection)
        .map((field) => [field.field, field]),
    );
    const changes: string[] = [];
    for (const [field, holds] of Object.entries(input.holds)) {
      const own = before.get(field);
      if (!own) continue;
      const role = input.roles?.[field] ?? own.role;
      await confirmField(
        h,
        { system_id: row.id, collection: input.collection, field },
        { holds, role, confirmed_by: ctx.actor.id, confirmed_at: ctx.clock.now() },
      );
      if (own.confirmed_at === null || own.holds !== holds || own.role !== role)
        changes.push(`${field}: ${holds ?? 'nothing of a person'}${role === 'other' ? ' of another party' : ''}`);
    }
    if (changes.length > 0)
      await recordTrail(
        ctx,
        h,
        'system-changed',
        row.id,
        `fields of ${input.collection} confirmed: ${changes.join(', ')}`.slice(0, 2000),
      );
    return ok({ confirmed: changes.length });
  });
}
