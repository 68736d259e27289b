import { choiceLeaf, headBytes, type PublicPart } from '../../core/ledger/leaf';
import { leafHash, merkleRoot, rootOf, type Frontier } from '../../core/ledger/merkle';
import { nodesOf } from '../../core/ledger/nodes';
import { addFolio } from '../../core/ledger/verify';
import { choiceOf, insertFolio, type ChoiceRow } from '../../db/ledger/ledger';
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
export function publicPartOf(row: Omit<ChoiceRow, 'folio' | 'leaf_index' | 'leaf' | 'sealed_hash'>): PublicPart {
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

/** Seals choices into one folio, adds it to the growing tree and signs the head. The ledger's lock is held by the caller. */
export async function sealChoices(
  ctx: Context,
  h: Handle,
  end: { nextSeq: number; frontier: Frontier; lastRecordedAt: string | null },
  systemId: string,
  choices: readonly ChoiceToSeal[],
  now: string,
): Promise<SealedChoice[]> {
  if (choices.length === 0) return [];
  await ctx.words.ensure(
    h,
    choices.map(({ item }) => item.input.purpose),
    choices.map(({ item }) => item.terms),
  );
  // The clock may step back; the ledger's own time never does.
  const recordedAt =
    end.lastRecordedAt && Date.parse(end.lastRecordedAt) > Date.parse(now)
      ? end.lastRecordedAt
      : new Date(now).toISOString();
  const folio = end.frontier.size + 1;
  const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
  const rows: ChoiceRow[] = [];
  const sealed: { seq: number; sealed: Buffer }[] = [];
  const done: SealedChoice[] = [];
  for (const [i, { id, item, person }] of choices.entries()) {
    const { input } = item;
    const said = {
      address: input.address,
      place: input.place ?? null,
      evidence: input.evidence,
      externalId: input.externalId ?? null,
    };
    const part = choicePart.closeUnder(ctx.keys, person.key, said, id, person.id);
    const isDay = input.occurredAt.length === 10;
    const row = {
      seq: end.nextSeq + i,
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
      is_told: input.toldOfConflict ?? false,
      person_no: person.no,
      ...numbersOf(ctx.words, {
        purpose: input.purpose,
        answer: input.answer,
        terms: item.terms,
        isDay,
        hasAddress: item.addressHash !== null,
        isTold: input.toldOfConflict ?? false,
      }),
    };
    const sealedHash = ctx.keys.hash(part);
    rows.push({
      ...row,
      folio,
      leaf_index: i,
      leaf: Buffer.from(choiceLeaf(hash, publicPartOf(row), sealedHash)),
      sealed_hash: sealedHash,
    });
    sealed.push({ seq: row.seq, sealed: part });
    done.push({ choice: choiceOf(row, item.addressHash?.toString('hex') ?? null), person });
  }
  const root = Buffer.from(
    merkleRoot(
      hash,
      rows.map(({ leaf }) => leaf),
    ),
  );
  const nodes = nodesOf(hash, end.frontier, leafHash(hash, root));
  const frontier = addFolio(hash, end.frontier, root);
  const treeRoot = Buffer.from(rootOf(hash, frontier));
  await insertFolio(
    h,
    { folio, root, size: rows.length, sealed_at: recordedAt },
    {
      size: frontier.size,
      root: treeRoot,
      peaks: frontier.peaks.map((peak) => Buffer.from(peak)),
      signed_at: recordedAt,
      signature: ctx.keys.sign(headBytes(frontier.size, treeRoot, recordedAt)),
    },
    rows,
    nodes,
    {
      sealed,
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
    },
  );
  return done;
}
