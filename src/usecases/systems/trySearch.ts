import type { TrySearchRefusal } from '../../core/systems/refusals';
import type { TriedSearch } from '../../core/systems/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { isConnectorError } from '../../ports/connector';
import { newWorkKey } from '../keys/workKeys';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { openConnector } from './openConnector';
import { systemInReach } from './systemsInReach';

/** A try is no trace: it ends after this, and says so. */
const MOST_RECORDS = 500;
const MOST_MS = 15_000;

/**
 * Searches one system for a test person, as a trace would: how many records of which collection point at them. Nothing of it is kept
 * and nothing of it is shown; who was looked for is in the trail.
 */
export async function trySearch(
  ctx: Context,
  input: { id: string; email: string },
): Promise<Result<TriedSearch, TrySearchRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  const key = normaliseIdentifier('email', input.email, input.id, null);
  if (!key) return refuse({ code: 'test-address-unreadable' });
  const system = await ctx.transaction(async (h) => {
    const row = await systemInReach(ctx, h, 'systems.change', input.id);
    if (!row) return null;
    const hashes = [ctx.keys.index(indexText(key))];
    const workKey = await newWorkKey(ctx, h, { kind: 'search', subject: row.id, hashes, name: '' });
    await recordTrail(ctx, h, 'search-tried', row.id, key.value, workKey);
    return row;
  });
  if (!system) return refuse({ code: 'not-found' });
  try {
    return ok(await countFound(ctx, system.id, key.value));
  } catch (error) {
    if (isConnectorError(error)) return refuse({ code: 'system-unreachable', message: error.message });
    throw error;
  }
}

async function countFound(ctx: Context, systemId: string, email: string): Promise<TriedSearch> {
  const { connector, isLeftOut } = await openConnector(ctx, systemId);
  const counts = new Map<string, number>();
  const now = () => Date.parse(ctx.clock.real());
  const until = now() + MOST_MS;
  let [found, isCut] = [0, false];
  try {
    for await (const { records } of connector.search([{ kind: 'email', value: email, scope: '' }])) {
      for (const record of records) {
        if (isLeftOut(record)) continue;
        counts.set(record.collection, (counts.get(record.collection) ?? 0) + 1);
        found++;
      }
      isCut = found >= MOST_RECORDS || now() > until;
      if (isCut) break;
    }
  } finally {
    await connector.close();
  }
  return { found: [...counts].map(([collection, count]) => ({ collection, count })), isCut };
}
