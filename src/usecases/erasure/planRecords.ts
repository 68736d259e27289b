import type { PlanRecord } from '../../core/erasure/types';
import type { Handle } from '../../db/shared/handle';
import type { RequestRow } from '../../db/requests/requests';
import { listSystems, type SystemRow } from '../../db/systems/systems';
import { matchesOf, sealedRecords } from '../../db/trace/matches';
import type { Connector } from '../../ports/connector';
import type { Context } from '../shared/context';
import { connectionOfSystem } from '../systems/openConnector';
import { BY_HAND } from '../trace/startTrace';
import { vaultOf } from '../keys/vault';
import { OWN_SYSTEM } from './ownPart';
import { matchRecord } from '../trace/sealed';

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
    const record = await matchRecord.open(vault, request.data_key_id, sealed, match.id);
    if (!record) continue;
    const id = planId(match.system_id, match.collection, match.record_key);
    titles.set(id, record.title);
    records.push({
      id,
      system: match.system_id,
      collection: match.collection,
      key: match.record_key,
      facts: record.fields,
      isShared: match.is_shared,
      isOthersToo: record.isOthersToo ?? false,
      refersTo: record.refersTo.map((ref) => ({
        id: planId(match.system_id, ref.collection, ref.key),
        nullable: ref.nullable,
      })),
      ...whoDoes(system, match.collection),
    });
  }
  // The request itself is a record of the person as well, whether or not the trace has come upon it.
  const own = planId(OWN_SYSTEM, 'requests', request.ref);
  if (!titles.has(own)) {
    titles.set(own, `${request.ref} ${request.right}`);
    records.push({
      id: own,
      system: OWN_SYSTEM,
      collection: 'requests',
      key: request.ref,
      facts: {},
      isShared: false,
      refersTo: [],
      can: { erase: true, anonymise: true },
      doer: 'bookend',
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
    const connector = system.kind === BY_HAND ? null : connectorOf(system.id);
    const can = connector?.can(collection);
    return can?.erase
      ? {
          can: { ...can, restrict: Boolean(connector!.restrict), together: Boolean(connector!.eraseTogether) },
          doer: 'connector',
        }
      : { can: all, doer: 'helper' };
  }

  function connectorOf(id: string): Connector {
    const system = systems.get(id)!;
    const connector =
      connectors.get(id) ??
      ctx.connect({
        id,
        kind: system.kind,
        name: system.name,
        defaultCountry: system.default_country,
        connection: connectionOfSystem(ctx, system),
        fields: {},
        references: [],
      });
    connectors.set(id, connector);
    return connector;
  }
}
