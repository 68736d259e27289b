import type { SystemId } from '../../core/shared/ids';
import { choiceLeaf, headBytes, type PublicPart } from '../../core/ledger/leaf';
import { leafHash, merkleRoot, rootOf } from '../../core/ledger/merkle';
import { nodesOf } from '../../core/ledger/nodes';
import { addFolio } from '../../core/ledger/verify';
import { choiceOf, insertFolio, type ChoiceRow, type TreeEnd } from '../../db/ledger/ledger';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import type { AssignedPerson } from './assignPersons';
import { numbersOf } from '../standing/choiceNumbers';
import type { PreparedChoice } from './prepareChoice';
import type { SealedChoice } from '../standing/updateFolds';
import { choicePart } from './sealed';

export interface ChoiceToSeal {
  id: string;
  item: Extract<PreparedChoice, { ok: true }>;
  person: AssignedPerson;
}

/** The public part of a stored choice: the same bytes at sealing and at every verification. */
export function publicPartOf(row: UnsealedRow): PublicPart {
  return {
    id: row.id,
    seq: row.seq,
    person: row.person_id,
    system: row.system_id,
    purpose: row.purpose,
    answer: row.answer,
    occurredAt: row.occurred_on ?? row.occurred_at,
    recordedAt: row.recorded_at,
    confirms: row.confirms,
    ask: row.ask,
    askVersion: row.ask_version,
    notice: row.notice,
    noticeVersion: row.notice_version,
    method: row.method,
    country: row.country,
    language: row.language,
    channel: row.channel,
    ...(row.is_told ? { told: true as const } : {}),
  };
}

type UnsealedRow = Omit<ChoiceRow, 'tree' | 'folio' | 'leaf_index' | 'leaf' | 'sealed_hash'>;

/** Seals choices into one folio, adds it to the growing tree and signs the head. The tree's row is locked by the caller. */
export async function sealChoices(
  ctx: Context,
  h: Handle,
  end: TreeEnd,
  systemId: SystemId,
  choices: readonly ChoiceToSeal[],
  now: string,
): Promise<SealedChoice[]> {
  if (choices.length === 0) return [];
  await ctx.words.ensure(
    h,
    choices.map(({ item }) => item.input.purpose),
    choices.map(({ item }) => item.terms),
  );
  // The clock may step back; a tree's own time never does.
  const recordedAt =
    end.lastRecordedAt && Date.parse(end.lastRecordedAt) > Date.parse(now)
      ? end.lastRecordedAt
      : new Date(now).toISOString();
  const { tree } = end;
  const folio = end.frontier.size + 1;
  const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
  const rows: ChoiceRow[] = [];
  const sealed: { tree: number; seq: number; sealed: Buffer }[] = [];
  const done: SealedChoice[] = [];
  for (const [i, choice] of choices.entries()) {
    const { item, person } = choice;
    const row = rowOf(ctx, choice, { seq: end.nextSeq + i, systemId, recordedAt });
    const part = choicePart.closeUnder(ctx.keys, person.key, personalPartOf(item), row.id, person.id);
    const sealedHash = ctx.keys.hash(part);
    const leaf = Buffer.from(choiceLeaf(hash, publicPartOf(row), sealedHash));
    rows.push({ ...row, tree, folio, leaf_index: i, leaf, sealed_hash: sealedHash });
    sealed.push({ tree, seq: row.seq, sealed: part });
    done.push({ choice: choiceOf(row, item.addressHash?.toString('hex') ?? null), person });
  }
  const leaves = rows.map(({ leaf }) => leaf);
  const root = Buffer.from(merkleRoot(hash, leaves));
  await insertFolio(
    h,
    { tree, folio, root, size: rows.length, sealed_at: recordedAt },
    headAfter(ctx, end, root, recordedAt),
    rows,
    nodesOf(hash, end.frontier, leafHash(hash, root)),
    { sealed, ...besideOf(systemId, choices) },
  );
  return done;
}

function personalPartOf({ input }: ChoiceToSeal['item']) {
  return {
    address: input.address,
    place: input.place ?? null,
    evidence: input.evidence,
    externalId: input.externalId ?? null,
  };
}

function rowOf(
  ctx: Context,
  { id, item, person }: ChoiceToSeal,
  { seq, systemId, recordedAt }: { seq: number; systemId: SystemId; recordedAt: string },
): UnsealedRow {
  const { input } = item;
  const isDay = input.occurredAt.length === 10;
  const isTold = input.toldOfConflict ?? false;
  return {
    seq,
    id,
    person_id: person.id,
    system_id: systemId,
    purpose: input.purpose,
    answer: input.answer,
    occurred_at: new Date(isDay ? `${input.occurredAt}T00:00:00Z` : input.occurredAt).toISOString(),
    occurred_on: isDay ? input.occurredAt : null,
    recorded_at: recordedAt,
    confirms: input.confirms ?? null,
    ask: input.ask ?? null,
    ask_version: input.askVersion ?? null,
    notice: input.notice ?? null,
    notice_version: input.noticeVersion ?? null,
    method: input.method ?? null,
    country: input.country ?? null,
    language: input.language ?? null,
    channel: input.address?.channel ?? null,
    is_told: isTold,
    person_no: person.no,
    ...numbersOf(ctx.words, {
      purpose: input.purpose,
      answer: input.answer,
      terms: item.terms,
      isDay,
      hasAddress: item.addressHash !== null,
      isTold,
    }),
  };
}

/** The signed head of a tree with one folio more. */
function headAfter(ctx: Context, { tree, frontier: before }: TreeEnd, folioRoot: Buffer, signedAt: string) {
  const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
  const frontier = addFolio(hash, before, folioRoot);
  const root = Buffer.from(rootOf(hash, frontier));
  return {
    tree,
    size: frontier.size,
    root,
    peaks: frontier.peaks.map((peak) => Buffer.from(peak)),
    signed_at: signedAt,
    signature: ctx.keys.sign(headBytes({ tree, size: frontier.size, root }, signedAt)),
  };
}

/** What is looked up by keyed hashes beside the choices: addresses, and what was handed in before. */
function besideOf(systemId: SystemId, choices: readonly ChoiceToSeal[]) {
  return {
    addresses: choices.flatMap(({ id, item, person }) =>
      item.addressHash ? [{ choice_id: id, person_id: person.id, hash: item.addressHash }] : [],
    ),
    dedup: choices.map(({ id, item, person }) => ({
      system_id: systemId,
      external_hash: item.externalHash,
      content_hash: item.contentHash,
      choice_id: id,
      person_id: person.id,
    })),
  };
}
