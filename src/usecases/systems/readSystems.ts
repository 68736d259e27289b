import { reachOf } from '../../core/access/roles';
import type { RegisterEntry } from '../../core/letters/cover';
import { ok, refuse, type Result } from '../../core/shared/result';
import { insertRegisterEntry, insertSystem, listSystems, markReached, registerEntries } from '../../db/systems/systems';
import { ConnectorError } from '../../ports/connector';
import type { Context } from '../context';
import { reach, type AccessRefusal } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { openConnector } from './openConnector';

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
export async function readSystems(ctx: Context): Promise<Result<{ systems: SystemLine[]; mayTest: boolean }, AccessRefusal>> {
  if (!reach(ctx, 'systems.see')) return refuse({ code: 'not-allowed', act: 'systems.see' });
  return ctx.transaction(async (h) => {
    const entries = await registerEntries(h);
    const systems = (await listSystems(h)).map((row) => ({ id: row.id, name: row.name, kind: row.kind, owner: row.owner, country: row.default_country, isTraced: row.is_traced, reachedAt: row.last_reached_at, error: row.last_error, collections: entries.filter(({ system }) => system === row.id) }));
    return ok({ systems, mayTest: ctx.actor.kind === 'user' && reachOf(ctx.actor.roles, 'systems.change') !== null });
  });
}

/** Reaches one system and says what came of it. */
export async function testSystem(ctx: Context, input: { id: string }): Promise<Result<{ collections: number }, AccessRefusal | { code: 'system-unreachable'; kind: string; message: string }>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  const { connector } = await openConnector(ctx, input.id);
  try {
    const { collections } = await connector.describe();
    await ctx.transaction(async (h) => {
      await markReached(h, input.id, ctx.clock.now(), null);
      await recordTrail(ctx, h, 'system-changed', input.id, 'connection tested');
    });
    return ok({ collections: collections.length });
  } catch (error) {
    if (!(error instanceof ConnectorError)) throw error;
    await ctx.transaction((h) => markReached(h, input.id, ctx.clock.now(), `${error.kind}: ${error.message.slice(0, 200)}`));
    return refuse({ code: 'system-unreachable', kind: error.kind, message: error.message });
  } finally {
    await connector.close();
  }
}

/** Registers a system with its connection sealed, and what its collections hold. */
export async function registerSystem(ctx: Context, input: { id: string; name: string; kind: string; country: string | null; owner: string; ownerEmail?: string; isTraced: boolean; connection: Record<string, string> | null; collections: Omit<RegisterEntry, 'system'>[]; order: number }): Promise<void> {
  await ctx.transaction(async (h) => {
    await insertSystem(h, { id: input.id, name: input.name, kind: input.kind, default_country: input.country, owner: input.owner, owner_email: input.ownerEmail ?? null, is_traced: input.isTraced, sort_order: input.order, connection_sealed: input.connection ? ctx.keys.sealOwn(JSON.stringify(input.connection), `connection:${input.id}`) : null });
    for (const entry of input.collections) await insertRegisterEntry(h, { ...entry, system: input.id });
    await recordTrail(ctx, h, 'system-changed', input.id, 'registered');
  });
}
