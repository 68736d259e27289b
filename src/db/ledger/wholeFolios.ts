import { readRows, type Column, type Value } from '../shared/copyOut';
import type { Handle } from '../shared/handle';
import type { ChoiceRow } from './ledger';

/** A choice as it is stored, with its sealed part (null where that was removed). */
export interface StoredChoice extends Omit<ChoiceRow, 'tree' | 'folio'> {
  sealed: Buffer | null;
}

export interface WholeFolio {
  root: Buffer;
  size: number;
  choices: StoredChoice[];
}

// In the order of the query below.
const COLUMNS = [
  ['folio', 'int8'],
  ['seq', 'int8'],
  ['id', 'text'],
  ['person_id', 'text'],
  ['system_id', 'text'],
  ['purpose', 'text'],
  ['answer', 'text'],
  ['occurred_at', 'time'],
  ['occurred_on::text', 'text'],
  ['recorded_at', 'time'],
  ['confirms', 'text'],
  ['ask', 'text'],
  ['ask_version', 'int4'],
  ['notice', 'text'],
  ['notice_version', 'int4'],
  ['method', 'text'],
  ['country', 'text'],
  ['language', 'text'],
  ['channel', 'text'],
  ['is_told', 'bool'],
  ['person_no', 'int4'],
  ['purpose_no', 'int2'],
  ['shape', 'int2'],
  ['terms_no', 'int4'],
  ['leaf_index', 'int4'],
  ['leaf', 'bytes'],
  ['sealed_hash', 'bytes'],
] as const satisfies readonly (readonly [string, Column])[];
const TYPES: readonly Column[] = [...COLUMNS.map(([, type]) => type), 'bytes'];

/** The last folio of a tree's range from `from` on that holds about so many choices, at least one folio. */
export async function rangeOfFolios(
  h: Handle,
  tree: number,
  from: number,
  to: number,
  choices: number,
): Promise<number> {
  let sum = 0;
  const sizes = (await h
    .trx('folios')
    .select('folio', 'size')
    .where({ tree })
    .whereBetween('folio', [from, to])
    .orderBy('folio')) as {
    folio: number;
    size: number;
  }[];
  return sizes.find(({ size }) => (sum += size) >= choices)?.folio ?? to;
}

/** Folios of a tree's range with their choices in order; one that is missing is not there. */
export async function wholeFolios(h: Handle, tree: number, from: number, to: number): Promise<Map<number, WholeFolio>> {
  const folios = (await h
    .trx('folios')
    .select('folio', 'root', 'size')
    .where({ tree })
    .whereBetween('folio', [from, to])) as {
    folio: number;
    root: Buffer;
    size: number;
  }[];
  const found = new Map(
    folios.map(({ folio, root, size }): [number, WholeFolio] => [Number(folio), { root, size, choices: [] }]),
  );
  const [place, range] = [`tree = ${Math.trunc(tree)}`, `folio between ${Math.trunc(from)} and ${Math.trunc(to)}`];
  // Sealed parts lie in the order of the ledger: those of the range are read side by side with their choices.
  await readRows(
    h,
    `select ${COLUMNS.map(([name]) => `c.${name}`).join(', ')}, s.sealed
  from choices c left join (select seq, sealed from choice_sealed where ${place}
    and seq >= (select min(seq) from choices where ${place} and ${range})
    and seq <= (select max(seq) from choices where ${place} and ${range})) s on s.seq = c.seq
  where c.${place} and c.${range} order by c.folio, c.leaf_index`,
    TYPES,
    (row) => found.get(row[0] as number)?.choices.push(choiceOf(row)),
  );
  return found;
}

function choiceOf(row: readonly Value[]): StoredChoice {
  return {
    seq: row[1] as number,
    id: row[2] as string,
    person_id: row[3] as string,
    system_id: row[4] as string,
    purpose: row[5] as string,
    answer: row[6] as string,
    occurred_at: row[7] as string,
    occurred_on: row[8] as string | null,
    recorded_at: row[9] as string,
    confirms: row[10] as string | null,
    ask: row[11] as string | null,
    ask_version: row[12] as number | null,
    notice: row[13] as string | null,
    notice_version: row[14] as number | null,
    method: row[15] as string | null,
    country: row[16] as string | null,
    language: row[17] as string | null,
    channel: row[18] as string | null,
    is_told: row[19] as boolean,
    person_no: row[20] as number,
    purpose_no: row[21] as number,
    shape: row[22] as number,
    terms_no: row[23] as number,
    leaf_index: row[24] as number,
    leaf: row[25] as Buffer,
    sealed_hash: row[26] as Buffer,
    sealed: row[27] as Buffer | null,
  };
}
