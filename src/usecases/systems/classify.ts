import type { Holds } from '../../core/identity/fieldHolds';
import { proposeRole, type FieldRole } from '../../core/systems/fieldRoles';
import { fieldNameOf } from '../../core/systems/fieldNames';
import { diagnose } from '../../core/systems/kinds';
import { withoutLoneNames } from '../../core/systems/loneNames';
import { proposeHolds } from '../../core/systems/proposeHolds';
import { ok, refuse, type Result } from '../../core/shared/result';
import { isNumber, type Shape } from '../../core/systems/references';
import { confirmField, fieldsOf, replaceFields, type FieldRow } from '../../db/systems/fields';
import { placeOf, replaceReferences } from '../../db/systems/references';
import { setSystem } from '../../db/systems/systems';
import { isConnectorError } from '../../ports/connector';
import type { Context } from '../context';
import { reach, type AccessRefusal } from '../shared/may';
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
): Promise<
  Result<
    { collections: number; fields: number; references: number },
    AccessRefusal | { code: 'system-unreachable'; message: string }
  >
> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  const row = await ctx.transaction((h) => systemInReach(ctx, h, 'systems.change', input.id));
  if (!row) return refuse({ code: 'not-found' });
  const { connector } = await openConnector(ctx, row.id);
  try {
    const { collections } = await connector.describe();
    const fields: Omit<FieldRow, 'holds' | 'role' | 'confirmed_by' | 'confirmed_at'>[] = [];
    const shapes: Shape[] = [];
    for (const collection of collections) {
      const sampled = connector.sample ? await connector.sample(collection.name, SAMPLE) : [];
      const known = new Set<string>();
      const proposed = collection.fields.map(({ name, type, holds }, place) => {
        const own =
          connector.sample && row.kind !== 'rest'
            ? proposeHolds(
                name,
                type,
                sampled.map((record) => record[name] ?? null),
              )
            : null;
        return {
          name,
          type,
          place,
          holds: own ? own.holds : (holds as Holds | null),
          because: own?.because ?? (row.kind === 'rest' && holds ? 'as the mapping says' : 'by its kind'),
          contains: own?.contains ?? {},
        };
      });
      const likely = withoutLoneNames(proposed, ({ because }) => because.includes('names of people'));
      for (const { name, type, place, holds, because, contains } of likely) {
        const field = fieldNameOf(name);
        if (known.has(field)) continue;
        known.add(field);
        const why =
          holds === null && proposed[place]!.holds !== null
            ? 'a name, and no other sign of a person beside it'
            : because;
        fields.push({
          system_id: row.id,
          collection: collection.name,
          field,
          place,
          type,
          proposed: holds,
          because: why,
          contains,
          proposed_role: proposeRole(name),
        });
      }
      const holders = new Set(
        likely
          .filter(
            ({ holds }) =>
              holds !== null && holds !== 'country' && holds !== 'free-text' && holds !== 'customer-number',
          )
          .map(({ name }) => name),
      );
      const valuesOf = (name: string) => [...new Set(sampled.flatMap((record) => record[name] ?? []))];
      shapes.push({
        name: collection.name,
        fields: collection.fields.map(({ name, type }) => ({ name, type, holdsPerson: holders.has(name) })),
        keys: collection.keys ?? [],
        references: collection.references ?? [],
        sampled: Object.fromEntries(collection.fields.map(({ name }) => [name, valuesOf(name)])),
      });
    }
    const references = await proposeReferences(connector, shapes);
    // A number by which a record points at another is a key of the system's own, no number that a customer knows.
    for (const field of fields) {
      const points = references.find(
        (reference) =>
          reference.collection === field.collection &&
          reference.fields.length === 1 &&
          reference.fields[0] === field.field,
      );
      if (points && field.proposed === 'customer-number' && isNumber(field.type))
        Object.assign(field, { proposed: null, because: `it points at ${points.to}` });
    }
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
