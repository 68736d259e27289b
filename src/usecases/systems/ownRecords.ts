import type { PersonRecord } from '../../core/people/record';
import type { FoundBatch, FoundRecord, SearchKey } from '../../ports/connector';
import { choicesOf, sealedParts } from '../../db/ledger/ledger';
import { identifiersOf, personsByHash, personsById } from '../../db/people/persons';
import { notesOf } from '../../db/requests/notes';
import { proposalsBySender } from '../../db/intake/proposals';
import { allRequestsOfPerson } from '../../db/requests/requests';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { indexText } from '../people/identifierKeys';
import { vaultOf } from '../keys/vault';
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

async function recordsOf(ctx: Context, h: Handle, personId: string): Promise<FoundRecord[]> {
  const [row] = await personsById(h, [personId]);
  if (!row || row.erased_at) return [];
  const vault = vaultOf(ctx, h);
  const name = await personName.open(vault, row.data_key_id, row.name_sealed, row.id);
  const identifiers: { kind: string; scope: string; value: string }[] = [];
  for (const identifier of await identifiersOf(h, [row.id]))
    identifiers.push({
      kind: identifier.kind,
      scope: identifier.scope,
      value: (await personIdentifier.open(vault, row.data_key_id, identifier.value_sealed, row.id)) ?? '',
    });
  const of = (kind: string) => identifiers.filter((identifier) => identifier.kind === kind);
  const [first, ...rest] = (name ?? '').split(' ');
  const person: PersonRecord = {
    givenName: first || null,
    familyName: rest.join(' ') || null,
    emails: of('email').map(({ value }) => value),
    phones: of('phone').map(({ value }) => value),
    customerNumbers: of('customer-number').map(({ scope, value }) => ({ system: scope, value })),
    country: row.country,
  };
  const bare = { text: null, files: [], refersTo: [] };
  const own: FoundRecord = {
    ...bare,
    collection: 'persons',
    key: row.id,
    title: name ?? 'Person',
    person,
    parent: null,
    fields: {
      name,
      country: row.country,
      language: row.language,
      ...Object.fromEntries(
        identifiers.map(({ kind, value }, i) => [
          `${kind} ${identifiers.slice(0, i).filter((other) => other.kind === kind).length + 1}`,
          value,
        ]),
      ),
    },
  };
  const parent = { collection: 'persons', key: row.id };
  const choices = await choicesOf(h, [row.id]);
  const parts = await sealedParts(
    h,
    choices.map(({ seq }) => seq),
  );
  const records = [own];
  for (const choice of choices) {
    const sealed = await choicePart.open(vault, row.data_key_id, parts.get(choice.seq) ?? null, choice.id, row.id);
    records.push({
      ...bare,
      collection: 'choices',
      key: choice.id,
      title: `${choice.purpose}: ${choice.answer}`,
      person: {},
      parent,
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
  for (const request of await allRequestsOfPerson(h, row.id)) {
    records.push({
      ...bare,
      collection: 'requests',
      key: request.ref,
      title: `${request.ref} ${request.right}`,
      person: {},
      parent,
      fields: {
        reference: request.ref,
        right: request.right,
        receivedAt: request.received_at,
        stage: request.stage,
        outcome: request.outcome,
      },
    });
    for (const note of await notesOf(h, request.id))
      records.push({
        ...bare,
        collection: 'notes',
        key: note.id,
        title: `Note on ${request.ref}`,
        person: {},
        parent,
        fields: {
          reference: request.ref,
          at: note.at,
          text: await noteText.open(vault, request.data_key_id, note.text_sealed, note.id),
        },
      });
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
