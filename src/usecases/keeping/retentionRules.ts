import type { AccessRefusal } from '../../core/access/refusals';
import { placeOfDraft } from '../../core/keeping/drafts';
import { DUTIES } from '../../core/keeping/duties';
import type { RetentionRefusal } from '../../core/keeping/refusals';
import { sayPeriod } from '../../core/keeping/retention';
import { ANCHOR_WORDS, type RetentionInput } from '../../core/keeping/schema';
import type { RetentionView } from '../../core/keeping/views';
import { groupBy } from '../../core/shared/groupBy';
import { ok, refuse, type Result } from '../../core/shared/result';
import { deleteRetentionRule, insertRetentionRule, listOpenRules, listRetentionRules } from '../../db/erasure/plans';
import { deleteRetentionDraft, listRetentionDrafts } from '../../db/keeping/retentionDrafts';
import { fieldsOf } from '../../db/systems/fields';
import { listSystems } from '../../db/systems/systems';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

interface Collection {
  name: string;
  fields: { name: string; type: string }[];
}

/** What has to be kept and for how long, with what a new rule may be made of. */
export async function readRetention(ctx: Context): Promise<Result<RetentionView, AccessRefusal>> {
  if (!reach(ctx, 'keeping.see')) return refuse({ code: 'not-allowed', act: 'keeping.see' });
  return ctx.reading(async (h) => {
    const systems = (await listSystems(h)).filter(({ kind }) => kind !== 'import');
    const nameOf = (id: string) => systems.find((one) => one.id === id)?.name ?? id;
    const read = await Promise.all(
      systems.map(async ({ id, name }) => ({ id, name, collections: await collectionsOf(h, id) })),
    );
    return ok({
      mayChange: reach(ctx, 'retention.change') !== null,
      duties: DUTIES.filter(({ country }) => country === ctx.organisation.country),
      drafts: (await listRetentionDrafts(h)).map((draft) => ({ ...draft, place: placeOfDraft(draft, read) })),
      systems: read.map(({ id, name, collections }) => ({
        id,
        name,
        collections: collections.map((one) => ({ name: one.name, fields: one.fields.map((field) => field.name) })),
      })),
      open: (await listOpenRules(h)).map((rule) => ({
        systemId: rule.system,
        collection: rule.collection,
        field: rule.field,
        place: `${nameOf(rule.system)} · ${rule.collection}`,
        states: `${rule.field}: ${rule.openValues.join(', ')}`,
      })),
      rules: (await listRetentionRules(h)).map((rule) => ({
        id: rule.id,
        place: `${nameOf(rule.system)} · ${rule.collection}`,
        from: `${rule.from}, ${ANCHOR_WORDS[rule.anchor ?? 'event']}`,
        period: sayPeriod(rule),
        law: rule.law,
        states: rule.states ? `${rule.states.field}: ${rule.states.values.join(', ')}` : null,
      })),
    });
  });
}

/** From now on such records stay for so long, whoever asks to be forgotten. */
export async function addRetentionRule(
  ctx: Context,
  input: RetentionInput,
): Promise<Result<{ id: string }, RetentionRefusal>> {
  if (!reach(ctx, 'retention.change')) return refuse({ code: 'not-allowed', act: 'retention.change' });
  return ctx.transaction(async (h) => {
    const system = (await listSystems(h)).find(({ id }) => id === input.systemId);
    if (!system) return refuse({ code: 'no-such-system' });
    const missing = missingPlace(await collectionsOf(h, system.id), input.collection, [input.field, input.stateField]);
    if (missing) return refuse({ code: 'no-such-place', place: missing });
    const values = statesOf(input.stateValues);
    const isThere = (await listRetentionRules(h)).some(
      (rule) =>
        rule.system === system.id &&
        rule.collection === input.collection &&
        rule.from === input.field &&
        (rule.states?.values.join() ?? '') === values.join(),
    );
    if (isThere) return refuse({ code: 'rule-there' });
    // Of two who complete a draft at once, the second is told that it is gone.
    if (input.draftId && !(await deleteRetentionDraft(h, input.draftId))) return refuse({ code: 'not-found' });
    const id = ctx.keys.id('ret');
    await insertRetentionRule(h, {
      id,
      system: system.id,
      collection: input.collection,
      from: input.field,
      anchor: input.anchor,
      years: input.years,
      months: input.months,
      days: input.days,
      law: input.law,
      ...(input.stateField ? { states: { field: input.stateField, values } } : {}),
    });
    await recordTrail(
      ctx,
      h,
      'retention-changed',
      id,
      `${system.name}, ${input.collection}: ${sayPeriod(input)} from ${input.field}, ${input.law}`,
    );
    return ok({ id });
  });
}

/** What it kept may go from now on; what an open plan says is worked out anew before it is carried out. */
export async function removeRetentionRule(
  ctx: Context,
  { id }: { id: string },
): Promise<Result<null, RetentionRefusal>> {
  if (!reach(ctx, 'retention.change')) return refuse({ code: 'not-allowed', act: 'retention.change' });
  return ctx.transaction(async (h) => {
    const rule = (await listRetentionRules(h)).find((one) => one.id === id);
    if (!rule) return refuse({ code: 'not-found' });
    await deleteRetentionRule(h, id);
    await recordTrail(ctx, h, 'retention-changed', id, `removed: ${rule.collection}, ${sayPeriod(rule)}, ${rule.law}`);
    return ok(null);
  });
}

/** A rule that was taken over and is of no use here. */
export async function strikeRetentionDraft(
  ctx: Context,
  { id }: { id: string },
): Promise<Result<null, RetentionRefusal>> {
  if (!reach(ctx, 'retention.change')) return refuse({ code: 'not-allowed', act: 'retention.change' });
  return ctx.transaction(async (h) => {
    const draft = (await listRetentionDrafts(h)).find((one) => one.id === id);
    if (!draft || !(await deleteRetentionDraft(h, id))) return refuse({ code: 'not-found' });
    await recordTrail(ctx, h, 'retention-changed', id, `struck: ${draft.what}, ${draft.law}`);
    return ok(null);
  });
}

export async function collectionsOf(h: Handle, systemId: string): Promise<Collection[]> {
  const fields = await fieldsOf(h, systemId);
  return [...groupBy(fields, ({ collection }) => collection)].map(([name, own]) => ({
    name,
    fields: own.map(({ field, type }) => ({ name: field, type })),
  }));
}

/** What was written with commas. @example statesOf('paid, sent') // ['paid', 'sent'] */
export function statesOf(text: string): string[] {
  return text
    .split(',')
    .map((value) => value.trim())
    .filter(Boolean);
}

/** Of a system that was never read it is not known what it has: what is typed is believed. */
export function missingPlace(
  collections: readonly Collection[],
  collection: string,
  fields: readonly string[],
): string | null {
  if (collections.length === 0) return null;
  const own = collections.find(({ name }) => name === collection);
  if (!own) return collection;
  return fields.find((field) => field !== '' && !own.fields.some(({ name }) => name === field)) ?? null;
}
