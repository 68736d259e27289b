import type { SystemId } from '../../core/shared/ids';
import { confirmedFields } from '../../db/systems/fields';
import { confirmedReferences } from '../../db/systems/references';
import { systemById, type SystemRow } from '../../db/systems/systems';
import { isInactive } from '../../core/systems/inactive';
import { ConnectorError, type Connector, type FoundRecord } from '../../ports/connector';
import type { Context } from '../shared/context';
import { outOfReach } from './withinReach';
import { connection } from './sealed';

/**
 * The connector of a registered system, its connection settings unsealed. The caller closes it. `isLeftOut` tells
 * records of people who are no longer active, where those are not searched.
 */
export async function openConnector(
  ctx: Context,
  systemId: SystemId,
): Promise<{
  connector: Connector;
  country: string | null;
  name: string;
  isLeftOut: (record: FoundRecord) => boolean;
}> {
  const { row, fields, references } = await ctx.transaction(async (h) => ({
    row: await systemById(h, systemId),
    fields: await confirmedFields(h, systemId),
    references: await confirmedReferences(h, systemId),
  }));
  if (!row) throw new ConnectorError('not-allowed', `There is no system ${systemId}.`);
  const connection = connectionOfSystem(ctx, row);
  // Looked at each time: a link may have been put in the way since the settings were checked.
  const [place] = Object.values(await outOfReach(connection ?? {}, ctx.reach, ctx.folders.real));
  if (place)
    throw new ConnectorError(
      'not-allowed',
      `Bookend may not reach ${place}. List the place under Setup → Addresses first (or in BOOKEND_REACH).`,
    );
  return {
    connector: ctx.connect({
      id: row.id,
      kind: row.kind,
      name: row.name,
      defaultCountry: row.default_country,
      connection,
      fields,
      references,
    }),
    country: row.default_country,
    name: row.name,
    isLeftOut: (record) => !row.searches_inactive && isInactive(row.inactive_rule, record),
  };
}

/** Connection settings, unsealed; null where a system has none. */
export function connectionOfSystem(ctx: Context, row: SystemRow): Record<string, string> | null {
  return row.connection_sealed ? connection.openUnder(ctx.keys, null, row.connection_sealed, row.id) : null;
}
