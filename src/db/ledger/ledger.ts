import type { ChoiceId, PersonId, SystemId } from '../../core/shared/ids';
import type { Frontier } from '../../core/ledger/merkle';
import type { TreeNode } from '../../core/ledger/nodes';
import { shapesOf } from '../../core/ledger/shape';
import type { Answer, Choice } from '../../core/ledger/types';
import { byRecord, placeKey, type Place, type Reached } from '../../core/ledger/trees';
import type { Handle } from '../shared/handle';
import { insertRows } from '../shared/insertRows';

export interface ChoiceRow {
  tree: number;
  seq: number;
  id: ChoiceId;
  person_id: PersonId;
  system_id: SystemId;
  purpose: string;
  answer: string;
  occurred_at: string;
  occurred_on: string | null;
  recorded_at: string;
  confirms: ChoiceId | null;
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
  tree: number;
  size: number;
  root: Buffer;
  peaks: Buffer[];
  signed_at: string;
  signature: Buffer;
}

/** Where a tree ends, at which a folio is added. */
export interface TreeEnd {
  tree: number;
  nextSeq: number;
  frontier: Frontier;
  lastRecordedAt: string | null;
}

/** Where a tree ends. Its row is locked by the caller. */
export async function treeEnd(h: Handle, tree: number): Promise<TreeEnd> {
  const head = (await h.trx('ledger_heads').where({ tree }).select('size', 'peaks').orderBy('size', 'desc').first()) as
    Pick<HeadRow, 'size' | 'peaks'> | undefined;
  const last = (await h.trx('choices').where({ tree }).select('seq', 'recorded_at').orderBy('seq', 'desc').first()) as
    { seq: number; recorded_at: string } | undefined;
  return {
    tree,
    nextSeq: (last?.seq ?? 0) + 1,
    frontier: { size: head?.size ?? 0, peaks: head?.peaks ?? [] },
    lastRecordedAt: last?.recorded_at ?? null,
  };
}

const CHOICE_COLUMNS = [
  'tree',
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

/** Writes one folio of a tree: its choices, sealed parts, addresses, de-duplication, root and signed head. */
export async function insertFolio(
  h: Handle,
  folio: { tree: number; folio: number; root: Buffer; size: number; sealed_at: string },
  head: HeadRow,
  choices: readonly ChoiceRow[],
  nodes: readonly TreeNode[],
  parts: {
    sealed: readonly { tree: number; seq: number; sealed: Buffer }[];
    addresses: readonly { choice_id: ChoiceId; person_id: PersonId; hash: Buffer }[];
    dedup: readonly DedupRow[];
  },
): Promise<void> {
  await h.trx('folios').insert(folio);
  await insertRows(h, 'choices', CHOICE_COLUMNS, choices);
  await insertRows(h, 'choice_sealed', ['tree', 'seq', 'sealed'], parts.sealed);
  await insertRows(h, 'choice_addresses', ['choice_id', 'person_id', 'hash'], parts.addresses);
  await insertRows(
    h,
    'choice_dedup',
    ['system_id', 'external_hash', 'content_hash', 'choice_id', 'person_id'],
    parts.dedup,
  );
  await insertNodes(h, folio.tree, nodes);
  await h.trx('ledger_heads').insert(head);
}

export async function insertNodes(h: Handle, tree: number, nodes: readonly TreeNode[]): Promise<void> {
  await insertRows(
    h,
    'ledger_nodes',
    ['tree', 'level', 'index', 'hash'],
    nodes.map((node) => ({ ...node, tree, hash: Buffer.from(node.hash) })),
  );
}

/** Hashes of perfect subtrees of a tree, by `level/index`. */
export async function nodeHashes(
  h: Handle,
  tree: number,
  wanted: readonly Pick<TreeNode, 'level' | 'index'>[],
): Promise<Map<string, Buffer>> {
  if (wanted.length === 0) return new Map();
  const { rows }: { rows: { level: number; index: number; hash: Buffer }[] } = await h.trx.raw(
    `select n.level, n.index, n.hash from ledger_nodes n
  join unnest(?::smallint[], ?::bigint[]) as w(level, index) on w.level = n.level and w.index = n.index
  where n.tree = ?`,
    [wanted.map(({ level }) => level), wanted.map(({ index }) => index), tree],
  );
  return new Map(rows.map(({ level, index, hash }) => [`${level}/${index}`, hash]));
}

export async function storedLeaves(h: Handle, tree: number): Promise<number> {
  const row = (await h.trx('ledger_nodes').where({ tree, level: 0 }).max('index as last').first()) as {
    last: number | null;
  };
  return row.last === null ? 0 : Number(row.last) + 1;
}

/** Roots of a tree's folios in order, from one on. */
export async function folioRoots(h: Handle, tree: number, from: number, limit: number): Promise<Buffer[]> {
  const rows = (await h
    .trx('folios')
    .select('root')
    .where({ tree })
    .where('folio', '>=', from)
    .orderBy('folio')
    .limit(limit)) as {
    root: Buffer;
  }[];
  return rows.map(({ root }) => root);
}

/** Leaf hashes of one folio, in order. */
export async function folioLeaves(h: Handle, tree: number, folio: number): Promise<Buffer[]> {
  const rows = (await h.trx('choices').select('leaf').where({ tree, folio }).orderBy('leaf_index')) as {
    leaf: Buffer;
  }[];
  return rows.map(({ leaf }) => leaf);
}

export async function choiceById(h: Handle, id: string): Promise<ChoiceRow | undefined> {
  return h.trx('choices').where({ id }).first();
}

/** Choices by their ids, in no order. */
export async function choicesById(h: Handle, ids: readonly string[]): Promise<ChoiceRow[]> {
  return h.trx('choices').whereRaw('id = any(?)', [ids as string[]]);
}

/** The number of the last choice of a tree; 0 before the first. */
export async function lastSeq(h: Handle, tree: number): Promise<number> {
  const last = (await h.trx('choices').where({ tree }).max('seq as seq').first()) as { seq: number | null } | undefined;
  return last?.seq ?? 0;
}

export async function lastHead(h: Handle, tree: number): Promise<HeadRow | undefined> {
  return h.trx('ledger_heads').where({ tree }).orderBy('size', 'desc').first();
}

/** The newest head of every tree that has one, in order. */
export async function lastHeads(h: Handle): Promise<HeadRow[]> {
  return h
    .trx('ledger_heads')
    .distinctOn('tree')
    .orderBy([{ column: 'tree' }, { column: 'size', order: 'desc' }]);
}

export interface DedupRow {
  system_id: SystemId;
  external_hash: Buffer;
  content_hash: Buffer;
  choice_id: ChoiceId;
  person_id: PersonId;
}

export async function dedupOf(h: Handle, systemId: SystemId, externalHashes: readonly Buffer[]): Promise<DedupRow[]> {
  if (externalHashes.length === 0) return [];
  return h
    .trx('choice_dedup')
    .where('system_id', systemId)
    .whereRaw('external_hash = any(?)', [externalHashes as Buffer[]]);
}

interface JoinedChoice extends ChoiceRow {
  address_hash: Buffer | null;
}

export type PersonsChoice = Choice & { personId: PersonId; row: ChoiceRow };

/** The choices of some people in the order of record, as standing reads them. */
export async function choicesOf(h: Handle, personIds: readonly PersonId[]): Promise<PersonsChoice[]> {
  if (personIds.length === 0) return [];
  const rows = (await h
    .trx('choices')
    .leftJoin('choice_addresses', 'choice_addresses.choice_id', 'choices.id')
    .select('choices.*', 'choice_addresses.hash as address_hash')
    .whereRaw('choices.person_no = any(array(select no from persons where id = any(?)))', [personIds as string[]])
    .orderBy(['recorded_at', 'tree', 'seq'])) as JoinedChoice[];
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
    .select('id', 'person_id')) as unknown as { id: string; person_id: PersonId }[];
  return new Map(rows.map(({ id, person_id }) => [id, person_id]));
}

/** The sealed parts and addresses of these people's choices go; the choices stay, and stay proven. */
export async function forgetSealedParts(h: Handle, personIds: readonly PersonId[]): Promise<void> {
  if (personIds.length === 0) return;
  await h.trx.raw(
    `delete from choice_sealed where (tree, seq) in (select tree, seq from choices
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
  row: Omit<ChoiceRow, 'tree' | 'folio' | 'leaf_index' | 'leaf' | 'sealed_hash'>,
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

/** Sealed parts by {@link placeKey}; one that was removed is not there. */
export async function sealedParts(h: Handle, places: readonly Place[]): Promise<Map<string, Buffer>> {
  const { rows }: { rows: (Place & { sealed: Buffer })[] } = await h.trx.raw(
    `select s.* from choice_sealed s join unnest(?::smallint[], ?::bigint[]) as w(tree, seq)
  on s.tree = w.tree and s.seq = w.seq`,
    [places.map(({ tree }) => tree), places.map(({ seq }) => seq)],
  );
  return new Map(rows.map((row) => [placeKey(row), row.sealed]));
}

export interface StreamFilter {
  purpose: string | null;
  answer: Answer | null;
  system: string | null;
  personIds: readonly PersonId[] | null;
  /** Instants; the later one is not included. */
  from: string | null;
  to: string | null;
  before: Reached | null;
  after: Reached | null;
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

/**
 * The ledger, keyset-paged by place: newest first, or oldest first after what was read of each tree. Public parts only. The trees
 * are read one by one and laid together by time of record, so that each could lie elsewhere.
 */
export async function streamChoices(h: Handle, trees: number, filter: StreamFilter): Promise<ChoiceRow[]> {
  const rows: ChoiceRow[] = [];
  for (let tree = 0; tree < trees; tree++) rows.push(...(await streamOfTree(h, tree, filter)));
  if (trees === 1) return rows;
  rows.sort((a, b) => (filter.after === null ? byRecord(b, a) : byRecord(a, b)));
  return rows.slice(0, filter.limit);
}

async function streamOfTree(h: Handle, tree: number, filter: StreamFilter): Promise<ChoiceRow[]> {
  const query = h
    .trx('choices')
    .select('*')
    .where({ tree })
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
  const [before, after] = [filter.before?.get(tree), filter.after?.get(tree)];
  if (before !== undefined) query.where('seq', '<', before);
  if (after !== undefined) query.where('seq', '>', after);
  return query;
}

/** Choices and folios of all trees. */
export async function ledgerSize(h: Handle, trees: number): Promise<{ choices: number; folios: number }> {
  const size = { choices: 0, folios: 0 };
  for (let tree = 0; tree < trees; tree++) {
    const { nextSeq, frontier } = await treeEnd(h, tree);
    size.choices += nextSeq - 1;
    size.folios += frontier.size;
  }
  return size;
}

export async function headOfSize(h: Handle, tree: number, size: number): Promise<HeadRow | undefined> {
  return h.trx('ledger_heads').where({ tree, size }).first();
}
