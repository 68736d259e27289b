import type { PlanRecord } from '../../core/erasure/types';
import type { Handle } from '../../db/handle';
import type { RequestRow } from '../../db/requests/requests';
import { listSystems, type SystemRow } from '../../db/systems/systems';
import { matchesOf, sealedRecords } from '../../db/trace/matches';
import type { Connector, FoundRecord } from '../../ports/connector';
import type { Context } from '../context';
import { connectionOfSystem } from '../systems/openConnector';
import { BY_HAND } from '../trace/startTrace';
import { vaultOf } from '../shared/vault';

export interface PlanInput {
  records: PlanRecord[];
  titles: Map<string, string>;
  /** How many records would look like this one once anonymised; null where its system cannot say. */
  alike(id: string): Promise<number | null>;
  close(): Promise<void>;
}

export const planId = (system: string, collection: string, key: string): string => `${system}/${collection}/${key}`;

/** The accepted matches of a trace as a plan reads them. */
export async function planRecords(ctx: Context, h: Handle, request: RequestRow, traceId: string): Promise<PlanInput> {
  const vault = vaultOf(ctx, h);
  const systems = new Map((await listSystems(h)).map((system) => [system.id, system]));
  const connectors = new Map<string, Connector>();
  const records: PlanRecord[] = [];
  const titles = new Map<string, string>();
  const theirs = (await matchesOf(h, traceId)).filter(({ verdict, is_outside }) => verdict === 'theirs' && !is_outside);
  for await (const [match, sealed] of sealedRecords(h, theirs)) {
    const system = systems.get(match.system_id)!;
    const text = await vault.unseal(request.data_key_id, sealed, `record:${match.id}`);
    if (!text || (system.kind === 'bookend' && match.collection === 'requests' && match.record_key === request.ref)) continue;
    const record = JSON.parse(text) as FoundRecord;
    const id = planId(match.system_id, match.collection, match.record_key);
    titles.set(id, record.title);
    records.push({
      id, system: match.system_id, collection: match.collection, key: match.record_key, facts: record.fields, isShared: match.is_shared,
      refersTo: record.refersTo.map((ref) => ({ id: planId(match.system_id, ref.collection, ref.key), nullable: ref.nullable })),
      ...whoDoes(system, match.collection),
    });
  }
  return {
    records,
    titles,
    async alike(id) {
      const record = records.find((own) => own.id === id);
      const connector = record && record.doer === 'connector' ? connectorOf(record.system) : null;
      return connector?.alike && record ? connector.alike({ collection: record.collection, key: record.key }) : null;
    },
    async close() {
      for (const connector of connectors.values()) await connector.close();
    },
  };

  /** Bookend itself, the system through its connector, or its owner by hand where the connector only reads. */
  function whoDoes(system: SystemRow, collection: string): Pick<PlanRecord, 'can' | 'doer'> {
    const all = { erase: true, anonymise: true };
    if (system.kind === 'bookend') return { can: all, doer: 'bookend' };
    const can = system.kind === BY_HAND ? null : connectorOf(system.id).can(collection);
    return can?.erase ? { can, doer: 'connector' } : { can: all, doer: 'helper' };
  }

  function connectorOf(id: string): Connector {
    const system = systems.get(id)!;
    const connector = connectors.get(id) ?? ctx.connect({ id, kind: system.kind, name: system.name, defaultCountry: system.default_country, connection: connectionOfSystem(ctx, system), fields: {} });
    connectors.set(id, connector);
    return connector;
  }
}
