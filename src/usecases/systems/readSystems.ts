import type { AccessRefusal } from '../../core/access/refusals';
import type { RegisterEntry } from '../../core/packs/cover';
import { kindOf } from '../../core/systems/kinds';
import type { SystemView } from '../../core/systems/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { fieldsOf } from '../../db/systems/fields';
import { endsOf, referencesOf } from '../../db/systems/references';
import { insertRegisterEntry, insertSystem, registerEntries } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { connectionOfSystem } from './openConnector';
import { systemInReach, systemsInReach } from './systemsInReach';
import { connection } from './sealed';

export interface SystemLine {
  id: string;
  name: string;
  kind: string;
  owner: string | null;
  country: string | null;
  isTraced: boolean;
  reachedAt: string | null;
  error: string | null;
  collections: RegisterEntry[];
}

/** The systems' register: what holds personal data, for what, for how long, and whether it can be reached. */
export async function readSystems(
  ctx: Context,
): Promise<Result<{ systems: SystemLine[]; mayTest: boolean; mayAdd: boolean }, AccessRefusal>> {
  if (!reach(ctx, 'systems.see')) return refuse({ code: 'not-allowed', act: 'systems.see' });
  return ctx.transaction(async (h) => {
    const entries = await registerEntries(h);
    const systems = (await systemsInReach(ctx, h, 'systems.see')).map((row) => ({
      id: row.id,
      name: row.name,
      kind: row.kind,
      owner: row.owner,
      country: row.default_country,
      isTraced: row.is_traced,
      reachedAt: row.last_reached_at,
      error: row.last_error,
      collections: entries.filter(({ system }) => system === row.id),
    }));
    return ok({
      systems,
      mayTest: reach(ctx, 'systems.change') !== null,
      mayAdd: reach(ctx, 'systems.change') === 'all',
    });
  });
}

/** One system with its settings (never a secret), its fields and its register. */
export async function readSystem(ctx: Context, input: { id: string }): Promise<Result<SystemView, AccessRefusal>> {
  if (!reach(ctx, 'systems.see')) return refuse({ code: 'not-allowed', act: 'systems.see' });
  return ctx.transaction(async (h) => {
    const row = await systemInReach(ctx, h, 'systems.see', input.id);
    if (!row) return refuse({ code: 'not-found' });
    const mayChange = (await systemInReach(ctx, h, 'systems.change', input.id)) !== null;
    const secrets = (kindOf(row.kind)?.settings ?? []).filter(({ isSecret }) => isSecret).map(({ name }) => name);
    const connection = mayChange ? (connectionOfSystem(ctx, row) ?? {}) : {};
    const fields = (await fieldsOf(h, row.id)).map(
      ({ collection, field, type, proposed, because, contains, holds, proposed_role, role, confirmed_at }) => ({
        role: confirmed_at ? role : proposed_role,
        collection,
        field,
        type,
        proposed,
        because,
        contains,
        holds,
        isConfirmed: confirmed_at !== null,
      }),
    );
    const references = (await referencesOf(h, row.id)).map((reference) => ({
      ...endsOf(reference),
      origin: reference.origin,
      because: reference.because,
      meaning: reference.confirmed_at ? reference.meaning : reference.proposed,
      isConfirmed: reference.confirmed_at !== null,
    }));
    return ok({
      id: row.id,
      name: row.name,
      kind: row.kind,
      owner: row.owner,
      ownerEmail: row.owner_email,
      country: row.default_country,
      isTraced: row.is_traced,
      searchesInactive: row.searches_inactive,
      inactive: row.inactive_rule,
      reachedAt: row.last_reached_at,
      error: row.last_error,
      readAt: row.read_at,
      mayChange,
      fields,
      references,
      register: (await registerEntries(h)).filter(({ system }) => system === row.id),
      settings: Object.fromEntries(Object.entries(connection).filter(([name]) => !secrets.includes(name))),
      sealed: Object.keys(connection).filter((name) => secrets.includes(name)),
    });
  });
}

/** Registers a system with its connection sealed, and what its collections hold. */
export async function registerSystem(
  ctx: Context,
  input: {
    id: string;
    name: string;
    kind: string;
    country: string | null;
    owner: string;
    ownerEmail?: string;
    isTraced: boolean;
    connection: Record<string, string> | null;
    collections: Omit<RegisterEntry, 'system'>[];
    order: number;
  },
): Promise<void> {
  await ctx.transaction(async (h) => {
    await insertSystem(h, {
      id: input.id,
      name: input.name,
      kind: input.kind,
      default_country: input.country,
      owner: input.owner,
      owner_email: input.ownerEmail ?? null,
      is_traced: input.isTraced,
      sort_order: input.order,
      connection_sealed: input.connection ? connection.closeUnder(ctx.keys, null, input.connection, input.id) : null,
    });
    for (const entry of input.collections) await insertRegisterEntry(h, { ...entry, system: input.id });
    await recordTrail(ctx, h, 'system-changed', input.id, 'registered');
  });
}
