import type { Frontier } from '../../core/ledger/merkle';
import type { TreeNode } from '../../core/ledger/nodes';
import { shapesOf } from '../../core/ledger/shape';
import type { Answer, Choice } from '../../core/ledger/types';
import { lock, type Handle } from '../shared/handle';
import { insertRows } from '../shared/insertRows';

export interface ChoiceRow {
  seq: number;
  id: string;
  person_id: string;
  system_id: string;
  purpose: string;
  answer: string;
  occurred_at: string;
  occurred_on: string | null;
  recorded_at: string;
  confirms: string | null;
  ask: string | null;
  ask_version: number | null;
  notice: string | null;
  notice_version: number | null;
  method: string | null;
  country: string | null;
  language: string | null;
  channel: string | null;
  is_told: boolean;
  person_no: number;
  purpose_no: number;
  shape: number;
  terms_no: number;
  folio: number;
  leaf_index: number;
  leaf: Buffer;
  sealed_hash: Buffer;
}

export interface HeadRow {
  size: number;
  root: Buffer;
  peaks: Buffer[];
  signed_at: string;
  signature: Buffer;
}

/**
 * The one lock under which sequence and time of record are given: nothing is later inserted below a `knownAt`.
 */
export async function lockLedger(h: Handle): Promise<void> {
  await lock(h, 'ledger');
}

/** Holds recording off, but not others who only hold it off: for work on different people side by side. */
export async function holdLedger(h: Handle): Promise<void> {
  await h.trx.raw("select pg_advisory_xact_lock_shared(hashtextextended('ledger', 0))");
}

/** Takes the lock and says where the ledger ends. */
export async function openLedgerEnd(
  h: Handle,
): Promise<{ nextSeq: number; frontier: Frontier; lastRecordedAt: string | null }> {
  await lockLedger(h);
  const head = (await h.trx('ledger_heads').select('size', 'peaks').orderBy('size', 'desc').first()) as
    Pick<HeadRow, 'size' | 'peaks'> | undefined;
  const last = (await h.trx('choices').select('seq', 'recorded_at').orderBy('seq', 'desc').first()) as
    { seq: number; recorded_at: string } | undefined;
  return {
    nextSeq: (last?.seq ?? 0) + 1,
    frontier: { size: head?.size ?? 0, peaks: head?.peaks ?? [] },
    lastRecordedAt: last?.recorded_at ?? null,
  };
}

const CHOICE_COLUMNS = [
  'seq',
  'id',
  'person_id',
  'system_id',
  'purpose',
  'answer',
  'occurred_at',
  'occurred_on',
  'recorded_at',
  'confirms',
  'ask',
  'ask_version',
  'notice',
  'notice_version',
  'method',
  'country',
  'language',
  'channel',
  'is_told',
  'person_no',
  'purpose_no',
  'shape',
  'terms_no',
  'folio',
  'leaf_index',
  'leaf',
  'sealed_hash',
] as const satisfies readonly (keyof ChoiceRow)[];

/** Writes one folio: its choices, sealed parts, addresses, de-duplication, root and signed head. */
export async function insertFolio(
  h: Handle,
  folio: { folio: number; root: Buffer; size: number; sealed_at: string },
  head: HeadRow,
  choices: readonly ChoiceRow[],
  nodes: readonly TreeNode[],
  parts: {
    sealed: readonly { seq: number; sealed: Buffer }[];
    addresses: readonly { choice_id: string; person_id: string; hash: Buffer }[];
    dedup: readonly DedupRow[];
  },
): Promise<void> {
  await h.trx('folios').insert(folio);
  await insertRows(h, 'choices', CHOICE_COLUMNS, choices);
  await insertRows(h, 'choice_sealed', ['seq', 'sealed'], parts.sealed);
  await insertRows(h, 'choice_addresses', ['choice_id', 'person_id', 'hash'], parts.addresses);
  await insertRows(
    h,
    'choice_dedup',
    ['system_id', 'external_hash', 'content_hash', 'choice_id', 'person_id'],
    parts.dedup,
  );
  await insertNodes(h, nodes);
  await h.trx('ledger_heads').insert(head);
}

export async function insertNodes(h: Handle, nodes: readonly TreeNode[]): Promise<void> {
  await insertRows(
    h,
    'ledger_nodes',
    ['level', 'index', 'hash'],
    nodes.map((node) => ({ ...node, hash: Buffer.from(node.hash) })),
  );
}

/** Hashes of perfect subtrees, by `level/index`. */
export async function nodeHashes(
  h: Handle,
  wanted: readonly Pick<TreeNode, 'level' | 'index'>[],
): Promise<Map<string, Buffer>> {
  if (wanted.length === 0) return new Map();
  const { rows }: { rows: { level: number; index: number; hash: Buffer }[] } = await h.trx.raw(
    `select n.level, n.index, n.hash from ledger_nodes n
  join unnest(?::smallint[], ?::bigint[]) as w(level, index) on w.level = n.level and w.index = n.index`,
    [wanted.map(({ level }) => level), wanted.map(({ index }) => index)],
  );
  return new Map(rows.map(({ level, index, hash }) => [`${level}/${index}`, hash]));
}

export async function storedLeaves(h: Handle): Promise<number> {
  const row = (await h.trx('ledger_nodes').where({ level: 0 }).max('index as last').first()) as { last: number | null };
  return row.last === null ? 0 : Number(row.last) + 1;
}

/** Roots of folios in order, from one on. */
export async function folioRoots(h: Handle, from: number, limit: number): Promise<Buffer[]> {
  const rows = (await h.trx('folios').select('root').where('folio', '>=', from).orderBy('folio').limit(limit)) as {
    root: Buffer;
  }[];
  return rows.map(({ root }) => root);
}

/** Leaf hashes of one folio, in order. */
export async function folioLeaves(h: Handle, folio: number): Promise<Buffer[]> {
  const rows = (await h.trx('choices').select('leaf').where({ folio }).orderBy('leaf_index')) as { leaf: Buffer }[];
  return rows.map(({ leaf }) => leaf);
}

export async function choiceById(h: Handle, id: string): Promise<ChoiceRow | undefined> {
  return h.trx('choices').where({ id }).first();
}

export async function lastHead(h: Handle): Promise<HeadRow | undefined> {
  return h.trx('ledger_heads').orderBy('size', 'desc').first();
}

export interface DedupRow {
  system_id: string;
  external_hash: Buffer;
  content_hash: Buffer;
  choice_id: string;
  person_id: string;
}

export async function dedupOf(h: Handle, systemId: string, externalHashes: readonly Buffer[]): Promise<DedupRow[]> {
  if (externalHashes.length === 0) return [];
  return h
    .trx('choice_dedup')
    .where('system_id', systemId)
    .whereRaw('external_hash = any(?)', [externalHashes as Buffer[]]);
}

interface JoinedChoice extends ChoiceRow {
  address_hash: Buffer | null;
}

export type PersonsChoice = Choice & { personId: string; row: ChoiceRow };

/** The choices of some people, as standing reads them. */
export async function choicesOf(h: Handle, personIds: readonly string[]): Promise<PersonsChoice[]> {
  if (personIds.length === 0) return [];
  const rows = (await h
    .trx('choices')
    .leftJoin('choice_addresses', 'choice_addresses.choice_id', 'choices.id')
    .select('choices.*', 'choice_addresses.hash as address_hash')
    .whereRaw('choices.person_no = any(array(select no from persons where id = any(?)))', [personIds as string[]])
    .orderBy('seq')) as JoinedChoice[];
  return rows.map((row) => ({
    personId: row.person_id,
    row,
    ...choiceOf(row, row.address_hash?.toString('hex') ?? null),
  }));
}

/** Whose each choice is, by the choice's id. */
export async function personsOfChoices(h: Handle, ids: readonly string[]): Promise<Map<string, string>> {
  const rows = (await h
    .trx('choices')
    .whereRaw('id = any(?)', [ids as string[]])
    .select('id', 'person_id')) as unknown as { id: string; person_id: string }[];
  return new Map(rows.map(({ id, person_id }) => [id, person_id]));
}

/** The sealed parts and addresses of these people's choices go; the choices stay, and stay proven. */
export async function forgetSealedParts(h: Handle, personIds: readonly string[]): Promise<void> {
  if (personIds.length === 0) return;
  await h.trx.raw(
    `delete from choice_sealed where seq in (select seq from choices
  where person_no = any(array(select no from persons where id = any(?))))`,
    [personIds as string[]],
  );
  await h
    .trx('choice_addresses')
    .whereRaw('person_id = any(?)', [personIds as string[]])
    .delete();
}

/** A stored choice as standing reads it. */
export function choiceOf(
  row: Omit<ChoiceRow, 'folio' | 'leaf_index' | 'leaf' | 'sealed_hash'>,
  address: string | null,
): Choice {
  return {
    id: row.id,
    seq: row.seq,
    purpose: row.purpose,
    answer: row.answer as Choice['answer'],
    occurredAt: row.occurred_on ?? row.occurred_at,
    recordedAt: row.recorded_at,
    confirms: row.confirms,
    address,
    terms: {
      ask: row.ask,
      askVersion: row.ask_version,
      notice: row.notice,
      noticeVersion: row.notice_version,
      country: row.country,
    },
    isTold: row.is_told,
  };
}

export async function choiceExists(h: Handle, id: string, answer: string): Promise<boolean> {
  return Boolean(await h.trx('choices').select('id').where({ id, answer }).first());
}

/** Sealed parts by sequence number; one that was removed is not there. */
export async function sealedParts(h: Handle, seqs: readonly number[]): Promise<Map<number, Buffer>> {
  const rows = (await h.trx('choice_sealed').whereRaw('seq = any(?)', [seqs as number[]])) as unknown as {
    seq: number;
    sealed: Buffer;
  }[];
  return new Map(rows.map((row) => [row.seq, row.sealed]));
}

export interface StreamFilter {
  purpose: string | null;
  answer: Answer | null;
  system: string | null;
  personIds: readonly string[] | null;
  /** Instants; the later one is not included. */
  from: string | null;
  to: string | null;
  before: number | null;
  after: number | null;
  limit: number;
}

export const EVERY_CHOICE: Omit<StreamFilter, 'limit'> = {
  purpose: null,
  answer: null,
  system: null,
  personIds: null,
  from: null,
  to: null,
  before: null,
  after: null,
};

/** The ledger, keyset-paged by sequence: newest first, or oldest first after a sequence number. Public parts only. */
export async function streamChoices(h: Handle, filter: StreamFilter): Promise<ChoiceRow[]> {
  const query = h
    .trx('choices')
    .select('*')
    .orderBy('seq', filter.after === null ? 'desc' : 'asc')
    .limit(filter.limit);
  if (filter.purpose)
    query.whereRaw("purpose_no = (select no from dictionary where kind = 'purpose' and value = ?)", [filter.purpose]);
  if (filter.answer) query.whereRaw('shape = any(?)', [shapesOf(filter.answer)]);
  if (filter.system) query.where('system_id', filter.system);
  if (filter.personIds)
    query.whereRaw('person_no = any(array(select no from persons where id = any(?)))', [filter.personIds as string[]]);
  if (filter.from) query.where('occurred_at', '>=', filter.from);
  if (filter.to) query.where('occurred_at', '<', filter.to);
  if (filter.before !== null) query.where('seq', '<', filter.before);
  if (filter.after !== null) query.where('seq', '>', filter.after);
  return query;
}

export async function ledgerSize(h: Handle): Promise<{ choices: number; folios: number; head: HeadRow | null }> {
  const head = (await h.trx('ledger_heads').orderBy('size', 'desc').first()) as HeadRow | undefined;
  const last = (await h.trx('choices').max('seq as seq').first()) as { seq: number | null };
  return { choices: last.seq ?? 0, folios: head?.size ?? 0, head: head ?? null };
}

export async function headOfSize(h: Handle, size: number): Promise<HeadRow | undefined> {
  return h.trx('ledger_heads').where({ size }).first();
}
