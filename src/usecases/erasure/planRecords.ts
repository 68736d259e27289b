import type { TraceId } from '../../core/shared/ids';
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
export async function planRecords(ctx: Context, h: Handle, request: RequestRow, traceId: TraceId): Promise<PlanInput> {
  const vault = vaultOf(ctx, h);
  const systems = new Systems(ctx, await listSystems(h));
  const records: PlanRecord[] = [];
  const titles = new Map<string, string>();
  const theirs = (await matchesOf(h, traceId)).filter(({ verdict, is_outside }) => verdict === 'theirs' && !is_outside);
  for await (const [match, sealed] of sealedRecords(h, theirs)) {
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
      ...systems.whoDoes(match.system_id, match.collection),
    });
  }
  // The request itself is a record of the person as well, whether or not the trace has come upon it.
  const own = requestItself(request);
  if (!titles.has(own.id)) {
    titles.set(own.id, `${request.ref} ${request.right}`);
    records.push(own);
  }
  return {
    records,
    titles,
    async alike(id) {
      const record = records.find((own) => own.id === id);
      const connector = record && record.doer === 'connector' ? systems.connectorOf(record.system) : null;
      return connector?.alike && record ? connector.alike({ collection: record.collection, key: record.key }) : null;
    },
    close: () => systems.close(),
  };
}

const ALL = { erase: true, anonymise: true };

function requestItself({ ref }: RequestRow): PlanRecord {
  return {
    id: planId(OWN_SYSTEM, 'requests', ref),
    system: OWN_SYSTEM,
    collection: 'requests',
    key: ref,
    facts: {},
    isShared: false,
    refersTo: [],
    can: ALL,
    doer: 'bookend',
  };
}

/** The systems of a plan, each with one connector that is made when it is needed first. */
class Systems {
  readonly #systems: ReadonlyMap<string, SystemRow>;
  readonly #connectors = new Map<string, Connector>();

  constructor(
    private readonly ctx: Context,
    systems: readonly SystemRow[],
  ) {
    this.#systems = new Map(systems.map((system) => [system.id, system]));
  }

  /** Bookend itself, the system through its connector, or its owner by hand where the connector only reads. */
  whoDoes(id: string, collection: string): Pick<PlanRecord, 'can' | 'doer'> {
    const { kind } = this.#systems.get(id)!;
    if (kind === 'bookend') return { can: ALL, doer: 'bookend' };
    const connector = kind === BY_HAND ? null : this.connectorOf(id);
    const can = connector?.can(collection);
    if (!connector || !can?.erase) return { can: ALL, doer: 'helper' };
    const more = { restrict: Boolean(connector.restrict), together: Boolean(connector.eraseTogether) };
    return { can: { ...can, ...more }, doer: 'connector' };
  }

  connectorOf(id: string): Connector {
    const made = this.#connectors.get(id);
    if (made) return made;
    const system = this.#systems.get(id)!;
    const connector = this.ctx.connect({
      id,
      kind: system.kind,
      name: system.name,
      defaultCountry: system.default_country,
      connection: connectionOfSystem(this.ctx, system),
      fields: {},
      references: [],
    });
    this.#connectors.set(id, connector);
    return connector;
  }

  async close(): Promise<void> {
    for (const connector of this.#connectors.values()) await connector.close();
  }
}
