import type { SettingsRefusal } from '../../core/systems/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import { kindOf, settingProblems } from '../../core/systems/kinds';
import { readRestMapping } from '../../core/systems/restMapping';
import type { Reached } from '../../core/systems/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { insertSystem, listSystems, setSystem } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { connectionOfSystem } from './openConnector';
import { tryToReach } from './reachSystem';
import { systemInReach } from './systemsInReach';
import { leadsElsewhere, outOfReach } from './withinReach';
import { connection as sealedConnection } from './sealed';

export interface NewSystem {
  kind: string;
  name: string;
  country: string;
  owner: string;
  ownerEmail: string;
  settings: Record<string, string>;
}

/** Tries connection settings before anything is kept. */
export async function tryConnection(
  ctx: Context,
  input: { kind: string; settings: Record<string, string> },
): Promise<Result<Reached, AccessRefusal | SettingsRefusal>> {
  if (reach(ctx, 'systems.change') !== 'all') return refuse({ code: 'not-allowed', act: 'systems.change' });
  const checked = await checkedSettings(ctx, input.kind, input.settings, {});
  if (!checked.ok) return noteRefused(ctx, input.kind, checked);
  return noteTried(
    ctx,
    input.kind,
    await tryToReach(input.kind, () =>
      ctx.connect({
        id: 'sys_tried',
        kind: input.kind,
        name: 'the new system',
        defaultCountry: null,
        connection: checked.value,
        fields: {},
        references: [],
      }),
    ),
  );
}

/** Registers a system. Until somebody switches it on, no trace goes there. */
export async function addSystem(
  ctx: Context,
  input: NewSystem,
): Promise<Result<{ id: string }, AccessRefusal | SettingsRefusal>> {
  if (reach(ctx, 'systems.change') !== 'all') return refuse({ code: 'not-allowed', act: 'systems.change' });
  const checked = await checkedSettings(ctx, input.kind, input.settings, {});
  if (!checked.ok) return noteRefused(ctx, input.kind, checked);
  const id = ctx.keys.id('sys');
  await ctx.transaction(async (h) => {
    const order = Math.max(0, ...(await listSystems(h)).map(({ sort_order }) => sort_order)) + 1;
    await insertSystem(h, {
      id,
      name: input.name,
      kind: input.kind,
      default_country: input.country || null,
      owner: input.owner,
      owner_email: input.ownerEmail || null,
      is_traced: false,
      sort_order: order,
      connection_sealed: sealed(ctx, id, checked.value),
    });
    await recordTrail(ctx, h, 'system-changed', id, `added: ${input.name}, ${input.kind}`);
  });
  return ok({ id });
}

/** Other connection settings; a secret left empty stays what it is. They are kept only once the system answers to them. */
export async function changeConnection(
  ctx: Context,
  input: { id: string; settings: Record<string, string> },
): Promise<Result<Reached, AccessRefusal | SettingsRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  const row = await ctx.transaction((h) => systemInReach(ctx, h, 'systems.change', input.id));
  if (!row) return refuse({ code: 'not-found' });
  const checked = await checkedSettings(ctx, row.kind, input.settings, connectionOfSystem(ctx, row) ?? {});
  if (!checked.ok) return noteRefused(ctx, row.id, checked);
  const reached = await tryToReach(row.kind, () =>
    ctx.connect({
      id: row.id,
      kind: row.kind,
      name: row.name,
      defaultCountry: row.default_country,
      connection: checked.value,
      fields: {},
      references: [],
    }),
  );
  if (!reached.ok) return noteTried(ctx, row.id, reached);
  await ctx.transaction(async (h) => {
    await setSystem(h, row.id, {
      connection_sealed: sealed(ctx, row.id, checked.value),
      last_reached_at: ctx.clock.now(),
      last_error: null,
    });
    await recordTrail(ctx, h, 'system-changed', row.id, 'connection changed');
  });
  return ok(reached);
}

/** A try that came to nothing is in the trail: somebody may be feeling their way around. No address, no secret. */
async function noteTried(ctx: Context, subject: string, reached: Reached): Promise<Result<Reached, never>> {
  if (!reached.ok) await ctx.transaction((h) => recordTrail(ctx, h, 'connection-try-failed', subject, reached.what));
  return ok(reached);
}

async function noteRefused<T>(
  ctx: Context,
  subject: string,
  refused: Extract<Result<T, SettingsRefusal>, { ok: false }>,
): Promise<typeof refused> {
  await ctx.transaction((h) =>
    recordTrail(
      ctx,
      h,
      'connection-try-failed',
      subject,
      `settings refused: ${Object.keys(refused.refusal.problems).join(', ')}`,
    ),
  );
  return refused;
}

function sealed(ctx: Context, id: string, connection: Record<string, string> | null): Buffer | null {
  return connection ? sealedConnection.closeUnder(ctx.keys, null, connection, id) : null;
}

/** Settings of the kind and no others, with the secrets that are kept; null where the kind needs none. */
async function checkedSettings(
  ctx: Context,
  kindId: string,
  given: Record<string, string>,
  before: Record<string, string>,
): Promise<Result<Record<string, string> | null, SettingsRefusal>> {
  const kind = kindOf(kindId);
  if (!kind) return refuse({ code: 'settings-wrong', problems: { kind: 'Choose what kind of system it is.' } });
  // Secrets are kept for the place they were given for.
  const isElsewhere = leadsElsewhere(given, before);
  const kept = isElsewhere
    ? Object.fromEntries(
        Object.entries(before).filter(([name]) => !kind.settings.some((one) => one.name === name && one.isSecret)),
      )
    : before;
  const problems = settingProblems(kind, given, Object.keys(kept));
  if (isElsewhere)
    for (const { name, isSecret } of kind.settings)
      if (isSecret && before[name] && !given[name]?.trim())
        problems[name] = 'This leads to another place: the secret has to be given again.';
  const mapping = given['mapping']?.trim() ? readRestMapping(given['mapping']) : null;
  if (kind.id === 'rest' && mapping && !mapping.ok) problems['mapping'] = mapping.refusal.message;
  const own = Object.fromEntries(
    kind.settings.flatMap(({ name }) => (given[name]?.trim() ? [[name, given[name].trim()]] : [])),
  );
  for (const [name, place] of Object.entries(await outOfReach(own, ctx.reach, ctx.folders.real)))
    problems[name] ??=
      `Bookend may not reach ${place}. List the place under Setup → Addresses first (or in BOOKEND_REACH).`;
  if (Object.keys(problems).length > 0) return refuse({ code: 'settings-wrong', problems });
  const settings = kind.settings.flatMap(({ name, isSecret }): [string, string][] => {
    const value = (given[name] ?? '').trim() || (isSecret ? kept[name] : '');
    return value ? [[name, value]] : [];
  });
  return ok(settings.length > 0 ? Object.fromEntries(settings) : null);
}
