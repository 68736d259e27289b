import { systemById, type SystemRow } from '../../db/systems/systems';
import { ConnectorError, type Connector } from '../../ports/connector';
import type { Context } from '../context';

/** The connector of a registered system, its connection settings unsealed. The caller closes it. */
export async function openConnector(ctx: Context, systemId: string): Promise<{ connector: Connector; country: string | null; name: string }> {
  const row = await ctx.transaction((h) => systemById(h, systemId));
  if (!row) throw new ConnectorError('not-allowed', `There is no system ${systemId}.`);
  return { connector: ctx.connect({ id: row.id, kind: row.kind, name: row.name, defaultCountry: row.default_country, connection: connectionOfSystem(ctx, row) }), country: row.default_country, name: row.name };
}

/** Connection settings, unsealed; null where a system has none. */
export function connectionOfSystem(ctx: Context, row: SystemRow): Record<string, string> | null {
  return row.connection_sealed ? (JSON.parse(ctx.keys.unsealOwn(row.connection_sealed, `connection:${row.id}`)) as Record<string, string>) : null;
}
