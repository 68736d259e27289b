import type { PersonId } from '../../core/shared/ids';
import type { FoundBatch, FoundRecord, SearchKey } from '../../ports/connector';
import { choicesOf, sealedParts } from '../../db/ledger/ledger';
import { identifiersOf, personsByHash, personsById, type PersonRow } from '../../db/people/persons';
import { notesOf } from '../../db/requests/notes';
import { proposalsBySender } from '../../db/intake/proposals';
import { allRequestsOfPerson } from '../../db/requests/requests';
import { placeKey } from '../../core/ledger/trees';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { indexText } from '../people/identifierKeys';
import { vaultOf, type Vault } from '../keys/vault';
import { personIdentifier, personName } from '../people/sealed';
import { noteText } from '../requests/sealed';
import { proposalContent } from '../intake/sealed';
import { choicePart } from '../ledger/sealed';

/**
 * Bookend is a system too: people, choices and requests that the keys point at, as records like any other's.
 * Found by exact identifier: a name alone never opens somebody's ledger.
 */
export async function findOwnRecords(ctx: Context, keys: readonly SearchKey[]): Promise<FoundBatch> {
  return ctx.transaction(async (h) => {
    const hashes = keys.filter(({ kind }) => kind !== 'name').map((key) => ctx.keys.index(indexText(key)));
    const ids = [...new Set((await personsByHash(h, hashes)).map(({ person_id }) => person_id))];
    const records: FoundRecord[] = [];
    for (const id of ids) records.push(...(await recordsOf(ctx, h, id)));
    records.push(...(await messagesOf(ctx, h, hashes)));
    return { records, scanned: ids.length };
  });
}

const BARE = { text: null, files: [], refersTo: [], person: {} };

async function recordsOf(ctx: Context, h: Handle, personId: PersonId): Promise<FoundRecord[]> {
  const [row] = await personsById(h, [personId]);
  if (!row || row.erased_at) return [];
  const vault = vaultOf(ctx, h);
  return [
    await personRecord(h, vault, row),
    ...(await choiceRecords(h, vault, row)),
    ...(await requestRecords(h, vault, row)),
  ];
}

async function personRecord(h: Handle, vault: Vault, row: PersonRow): Promise<FoundRecord> {
  const name = await personName.open(vault, row.data_key_id, row.name_sealed, row.id);
  const identifiers: { kind: string; scope: string; value: string }[] = [];
  for (const { kind, scope, value_sealed } of await identifiersOf(h, [row.id])) {
    const value = (await personIdentifier.open(vault, row.data_key_id, value_sealed, row.id)) ?? '';
    identifiers.push({ kind, scope, value });
  }
  const of = (kind: string) => identifiers.filter((identifier) => identifier.kind === kind);
  const [first, ...rest] = (name ?? '').split(' ');
  return {
    ...BARE,
    collection: 'persons',
    key: row.id,
    title: name ?? 'Person',
    person: {
      givenName: first || null,
      familyName: rest.join(' ') || null,
      emails: of('email').map(({ value }) => value),
      phones: of('phone').map(({ value }) => value),
      customerNumbers: of('customer-number').map(({ scope, value }) => ({ system: scope, value })),
      country: row.country,
    },
    parent: null,
    fields: {
      name,
      country: row.country,
      language: row.language,
      ...Object.fromEntries(identifiers.map((one) => [`${one.kind} ${of(one.kind).indexOf(one) + 1}`, one.value])),
    },
  };
}

const parentOf = (row: PersonRow) => ({ collection: 'persons', key: row.id });

async function choiceRecords(h: Handle, vault: Vault, row: PersonRow): Promise<FoundRecord[]> {
  const choices = await choicesOf(h, [row.id]);
  const parts = await sealedParts(
    h,
    choices.map((choice) => choice.row),
  );
  const records: FoundRecord[] = [];
  for (const choice of choices) {
    const sealed = await choicePart.open(
      vault,
      row.data_key_id,
      parts.get(placeKey(choice.row)) ?? null,
      choice.id,
      row.id,
    );
    records.push({
      ...BARE,
      collection: 'choices',
      key: choice.id,
      title: `${choice.purpose}: ${choice.answer}`,
      parent: parentOf(row),
      fields: {
        purpose: choice.purpose,
        answer: choice.answer,
        occurredAt: choice.occurredAt,
        recordedAt: choice.recordedAt,
        system: choice.row.system_id,
        ask: choice.row.ask,
        askVersion: choice.row.ask_version === null ? null : String(choice.row.ask_version),
        language: choice.row.language,
        method: choice.row.method,
        place: sealed?.place ?? null,
        address: sealed?.address?.value ?? null,
        evidence: sealed?.evidence ? JSON.stringify(sealed.evidence) : null,
      },
    });
  }
  return records;
}

/** Requests, with the notes on them. */
async function requestRecords(h: Handle, vault: Vault, row: PersonRow): Promise<FoundRecord[]> {
  const parent = parentOf(row);
  const records: FoundRecord[] = [];
  for (const { id, ref, right, received_at, stage, outcome, data_key_id } of await allRequestsOfPerson(h, row.id)) {
    const fields = { reference: ref, right, receivedAt: received_at, stage, outcome };
    records.push({ ...BARE, collection: 'requests', key: ref, title: `${ref} ${right}`, parent, fields });
    for (const note of await notesOf(h, id)) {
      const text = await noteText.open(vault, data_key_id, note.text_sealed, note.id);
      const said = { reference: ref, at: note.at, text };
      records.push({ ...BARE, collection: 'notes', key: note.id, title: `Note on ${ref}`, parent, fields: said });
    }
  }
  return records;
}

/** Messages to the privacy mailbox that wait for a colleague and came from one of the addresses. */
async function messagesOf(ctx: Context, h: Handle, hashes: readonly Buffer[]): Promise<FoundRecord[]> {
  const vault = vaultOf(ctx, h);
  const records: FoundRecord[] = [];
  for (const row of await proposalsBySender(h, hashes)) {
    const content = await proposalContent.open(vault, row.data_key_id, row.content_sealed, row.id);
    if (!content) continue;
    const { from, subject, text } = content;
    const [givenName = '', ...rest] = (from?.name ?? '').split(' ');
    records.push({
      collection: 'messages',
      key: row.id,
      title: subject,
      person: { givenName: givenName || null, familyName: rest.join(' ') || null, emails: from ? [from.address] : [] },
      parent: null,
      refersTo: [],
      files: [],
      text,
      fields: { receivedAt: row.received_at, subject },
    });
  }
  return records;
}
