import type { PersonId, PlanId, RequestId, RequestRef, SystemId, TraceId } from '../../core/shared/ids';
import type { Hold, OpenRule, PlanRule, PlanRules, RetentionRule } from '../../core/erasure/types';
import type { Handle } from '../shared/handle';

export interface PlanRow {
  id: PlanId;
  request_id: RequestId;
  trace_id: TraceId;
  frozen_on: string;
  fingerprint: string;
  /** `stopped`: a hold was placed while it ran; what was done is done, the rest is planned anew. */
  state: 'draft' | 'executing' | 'stopped' | 'finished' | 'replaced';
  phase: 'draft' | 'outside' | 'proof' | 'letter' | 'own' | 'finished';
  erase: number;
  anonymise: number;
  keep: number;
  systems: number;
  k: number | null;
  k_accepted_sealed: Buffer | null;
  confirmed_by: string | null;
  confirmed_at: string | null;
  proof_trace_id: string | null;
  /** When Bookend's own part began: the certificate's time, the same at every try. */
  own_at: string | null;
  finished_at: string | null;
  error: string | null;
  created_at: string;
}

export interface PlanLineRow {
  plan_id: PlanId;
  position: number;
  system_id: SystemId;
  collection: string;
  record_key: string;
  action: 'erase' | 'anonymise' | 'keep';
  doer: 'connector' | 'helper' | 'bookend';
  rule: PlanRule;
  keep_until: string | null;
  law: string | null;
  clear_first: string[];
  released_by: string[];
  together: string[];
  restrict: boolean;
  reasons_sealed: Buffer;
  title_sealed: Buffer | null;
}

export interface OperationRow {
  idempotency_key: string;
  plan_id: PlanId;
  position: number;
  kind: 'erase' | 'anonymise' | 'restrict';
  state: 'intended' | 'accepted' | 'done' | 'failed';
  token: string | null;
  tries: number;
  detail: string | null;
  intended_at: string;
  done_at: string | null;
}

interface RetentionRow {
  id: string;
  system_id: SystemId;
  collection: string;
  from_field: string;
  years: number;
  law: string;
  state_field: string | null;
  state_values: string[] | null;
  anchor: RetentionRule['anchor'];
  months: number;
  days: number;
}

function ruleOf(row: RetentionRow): RetentionRule {
  return {
    id: row.id,
    system: row.system_id,
    collection: row.collection,
    from: row.from_field,
    anchor: row.anchor ?? 'event',
    years: row.years,
    months: row.months,
    days: row.days,
    law: row.law,
    ...(row.state_field ? { states: { field: row.state_field, values: row.state_values ?? [] } } : {}),
  };
}

/** @param personIds whom the plan is about: holds on them, and those on everybody */
export async function planRules(
  h: Handle,
  personIds: readonly PersonId[],
  settings: Pick<PlanRules, 'financialYearEnd' | 'zone'>,
): Promise<PlanRules> {
  const retention = (await h.trx('retention_rules').orderBy('id')) as RetentionRow[];
  const holds = (await h
    .trx('holds')
    .whereNull('closed_at')
    .where((of) => void of.whereIn('person_id', [...personIds]).orWhereNull('person_id'))) as {
    id: string;
    matter: string;
    system_id: SystemId | null;
    collection: string | null;
  }[];
  return {
    retention: retention.map(ruleOf),
    open: await listOpenRules(h),
    holds: holds.map((row): Hold => ({
      id: row.id,
      matter: row.matter,
      system: row.system_id,
      collection: row.collection,
    })),
    neededForTotals: [],
    ...settings,
  };
}

export async function insertPlan(
  h: Handle,
  plan: Omit<
    PlanRow,
    | 'confirmed_by'
    | 'confirmed_at'
    | 'proof_trace_id'
    | 'own_at'
    | 'finished_at'
    | 'error'
    | 'state'
    | 'phase'
    | 'k_accepted_sealed'
  >,
  lines: readonly PlanLineRow[],
): Promise<void> {
  await h
    .trx('plans')
    .where({ request_id: plan.request_id })
    .whereIn('state', ['draft', 'stopped'])
    .update({ state: 'replaced' });
  await h.trx('plans').insert({ ...plan, state: 'draft' });
  await h.trx.batchInsert('plan_lines', lines, 1000);
}

export async function lastPlan(h: Handle, requestId: RequestId): Promise<PlanRow | undefined> {
  return h
    .trx('plans')
    .where({ request_id: requestId })
    .whereNot('state', 'replaced')
    .orderBy('created_at', 'desc')
    .first();
}

export async function planById(h: Handle, id: string): Promise<PlanRow | undefined> {
  return h.trx('plans').where({ id }).first();
}

export async function setPlan(h: Handle, id: string, change: Partial<PlanRow>): Promise<void> {
  await h.trx('plans').where({ id }).update(change);
}

export async function planLines(h: Handle, planId: PlanId): Promise<PlanLineRow[]> {
  return h.trx('plan_lines').where({ plan_id: planId }).orderBy('position').limit(50_000);
}

export async function insertOperations(
  h: Handle,
  rows: readonly Pick<OperationRow, 'idempotency_key' | 'plan_id' | 'position' | 'kind' | 'token' | 'intended_at'>[],
): Promise<void> {
  if (rows.length > 0)
    await h.trx.batchInsert(
      'operations',
      rows.map((row) => ({ ...row, state: 'intended' })),
      1000,
    );
}

export async function operationsOf(h: Handle, planId: PlanId): Promise<OperationRow[]> {
  return h.trx('operations').where({ plan_id: planId }).orderBy('position').limit(50_000);
}

export interface PlanGroupRow {
  system_id: SystemId;
  collection: string;
  erase: number;
  anonymise: number;
  keep: number;
  intended: number;
  accepted: number;
  done: number;
  failed: number;
}

/** The lines of a plan counted by system and collection, in the order in which they are carried out. */
export async function planGroups(h: Handle, planId: PlanId): Promise<PlanGroupRow[]> {
  const { rows } = await h.trx.raw<{ rows: PlanGroupRow[] }>(
    `select l.system_id, l.collection,
            count(*) filter (where l.action = 'erase')::int as erase,
            count(*) filter (where l.action = 'anonymise')::int as anonymise,
            count(*) filter (where l.action = 'keep')::int as keep,
            count(*) filter (where o.state = 'intended')::int as intended,
            count(*) filter (where o.state = 'accepted')::int as accepted,
            count(*) filter (where o.state = 'done')::int as done,
            count(*) filter (where o.state = 'failed')::int as failed
       from plan_lines l left join operations o on o.plan_id = l.plan_id and o.position = l.position
      where l.plan_id = ? group by l.system_id, l.collection order by min(l.position)`,
    [planId],
  );
  return rows;
}

/** How many lines lose the person without being kept apart. */
export async function countAnonymous(h: Handle, planId: PlanId): Promise<number> {
  const row = (await h
    .trx('plan_lines')
    .where({ plan_id: planId, action: 'anonymise' })
    .whereNot('rule', 'kept-apart')
    .count('* as n')
    .first()) as { n: string };
  return Number(row.n);
}

/** Some lines of one group, from behind a position, each with the state of its operation. */
export async function planLinesOf(
  h: Handle,
  planId: PlanId,
  group: { system: string; collection: string; after: number },
  limit: number,
): Promise<(PlanLineRow & { state: OperationRow['state'] | null })[]> {
  return h
    .trx('plan_lines as l')
    .leftJoin('operations as o', (join) => void join.on('o.plan_id', 'l.plan_id').andOn('o.position', 'l.position'))
    .where({ 'l.plan_id': planId, 'l.system_id': group.system, 'l.collection': group.collection })
    .where('l.position', '>', group.after)
    .orderBy('l.position')
    .limit(limit)
    .select('l.*', 'o.state');
}

/** The run of a plan is as far as its operations are: told after each change of theirs. */
export async function countOperations(h: Handle, planId: PlanId): Promise<void> {
  await h.trx.raw(
    `update runs set done = (select count(*) from operations where plan_id = ? and state = 'done') where id = ?`,
    [planId, planId],
  );
}

export async function setOperation(h: Handle, key: string, change: Partial<OperationRow>): Promise<void> {
  await h.trx('operations').where({ idempotency_key: key }).update(change);
}

/** What was done stays as counts in the certificate; the lines themselves point at the person. */
export async function forgetPlanLines(h: Handle, planId: PlanId): Promise<void> {
  await h.trx('plan_lines').where({ plan_id: planId }).delete();
  await h.trx('operations').where({ plan_id: planId }).delete();
}

export interface ResidueRow {
  id: string;
  request_ref: string;
  system_id: SystemId;
  collection: string;
  count: number;
  rule: PlanRule;
  /** How many of them their system has marked as only kept. */
  restricted: number;
  why: string;
  law: string | null;
  until: string | null;
  keys_sealed: Buffer;
  created_at: string;
}

export async function insertResidue(h: Handle, rows: readonly ResidueRow[]): Promise<void> {
  if (rows.length > 0) await h.trx('residue').insert(rows);
}

export async function listResidue(h: Handle): Promise<ResidueRow[]> {
  return h.trx('residue').whereNull('gone_at').orderByRaw('until nulls last, id').limit(500);
}

export interface CertificateRow {
  id: string;
  request_ref: string;
  content: Record<string, unknown>;
  signature: Buffer;
  issued_at: string;
}

export async function insertCertificate(h: Handle, row: CertificateRow): Promise<void> {
  await h
    .trx('certificates')
    .insert({ ...row, content: JSON.stringify(row.content) })
    .onConflict('request_ref')
    .ignore();
}

export async function certificateOf(h: Handle, ref: RequestRef): Promise<CertificateRow | undefined> {
  return h.trx('certificates').where({ request_ref: ref }).first();
}

export async function listRetentionRules(h: Handle): Promise<RetentionRule[]> {
  return [...(await planRules(h, [], {})).retention];
}

export async function insertRetentionRule(h: Handle, rule: RetentionRule): Promise<void> {
  await h
    .trx('retention_rules')
    .insert({
      id: rule.id,
      system_id: rule.system,
      collection: rule.collection,
      from_field: rule.from,
      anchor: rule.anchor ?? 'event',
      years: rule.years,
      months: rule.months ?? 0,
      days: rule.days ?? 0,
      law: rule.law,
      state_field: rule.states?.field ?? null,
      state_values: rule.states ? [...rule.states.values] : null,
    })
    .onConflict('id')
    .merge();
}

export async function deleteRetentionRule(h: Handle, id: string): Promise<void> {
  await h.trx('retention_rules').where({ id }).delete();
}

export async function listOpenRules(h: Handle): Promise<OpenRule[]> {
  const rows: { system_id: SystemId; collection: string; field: string; open_values: string[] }[] = await h
    .trx('open_rules')
    .orderBy(['system_id', 'collection', 'field']);
  return rows.map((row) => ({
    system: row.system_id,
    collection: row.collection,
    field: row.field,
    openValues: row.open_values,
  }));
}

/** @returns whether there was one */
export async function deleteOpenRule(
  h: Handle,
  { system, collection, field }: Pick<OpenRule, 'system' | 'collection' | 'field'>,
): Promise<boolean> {
  return (await h.trx('open_rules').where({ system_id: system, collection, field }).delete()) > 0;
}

export async function insertOpenRule(h: Handle, rule: OpenRule): Promise<void> {
  await h
    .trx('open_rules')
    .insert({
      system_id: rule.system,
      collection: rule.collection,
      field: rule.field,
      open_values: [...rule.openValues],
    })
    .onConflict(['system_id', 'collection', 'field'])
    .merge();
}
