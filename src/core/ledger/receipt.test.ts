import jsonld from 'jsonld';
import { receiptOf, type ReceiptFacts } from './receipt';

const FACTS: ReceiptFacts = {
  id: 'cho_1',
  occurredAt: '2026-01-01T00:00:00Z',
  recordedAt: '2026-01-01T00:00:01Z',
  answer: 'grant',
  person: 'per_1',
  organisation: {
    name: 'Larkmere',
    contact: 'privacy@larkmere.example',
    address: 'Havnegade 4',
    authority: 'the authority of Denmark',
  },
  ask: { id: 'form', version: 2, language: 'da', wordingHash: Uint8Array.of(1, 2) },
  notice: { id: 'privacy', version: 5, wordingHash: null },
  purpose: {
    id: 'news',
    version: 3,
    title: 'News',
    kind: 'consent',
    categories: ['e-mail'],
    recipients: ['processor'],
    transfers: 'none',
    retention: 'two years',
    standing: 'granted',
  },
  country: 'DK',
  validUntil: '2028-01-01',
  method: 'tick-box',
  channel: 'email',
  withdrawAt: 'https://x.example/choices',
  proof: {
    tree: 0,
    folio: 3,
    leaf: 1,
    leafHash: Uint8Array.of(255),
    head: { size: 9, root: Uint8Array.of(1), signedAt: '2026-01-02T00:00:00Z', signature: 'abc' },
  },
};

/** How many properties with a value there are, at any depth. */
function properties(value: unknown): number {
  if (Array.isArray(value)) return value.reduce<number>((sum, one) => sum + properties(one), 0);
  if (typeof value !== 'object' || value === null) return 0;
  return Object.entries(value).reduce(
    (sum, [key, one]) =>
      sum + (key.startsWith('@') || one === null ? 0 : 1) + (key === '@context' ? 0 : properties(one)),
    0,
  );
}

test('a processor of JSON-LD expands every property to an absolute IRI and drops none', async () => {
  const receipt = receiptOf(FACTS);
  const expanded = await jsonld.expand(receipt, {
    safe: true,
    documentLoader: () => Promise.reject(new Error('nothing is fetched')),
  } as never);
  expect(properties(expanded)).toBe(properties(receipt));
  const keys = (value: unknown): string[] =>
    Array.isArray(value)
      ? value.flatMap(keys)
      : typeof value === 'object' && value !== null
        ? Object.entries(value).flatMap(([key, one]) => [...(key.startsWith('@') ? [] : [key]), ...keys(one)])
        : [];
  for (const key of keys(expanded))
    expect(key).toMatch(/^(https:\/\/w3id\.org\/dpv|http:\/\/purl\.org\/dc\/terms\/|urn:bookend:receipt:)/);
});

test.each([
  ['grant', 'granted', 'dpv:ConsentGiven'],
  ['grant', 'awaiting-confirmation', 'dpv:ConsentRequested'],
  ['refuse', 'refused', 'dpv:ConsentRefused'],
  ['withdraw', 'withdrawn', 'dpv:ConsentWithdrawn'],
  ['gpc-seen', 'opted-out', undefined],
] as const)('%s, now %s: %s', (answer, standing, status) => {
  const found = receiptOf({ ...FACTS, answer, purpose: { ...FACTS.purpose, standing } }) as {
    'dpv:hasConsentStatus': { '@id': string } | null;
  };
  expect(found['dpv:hasConsentStatus']?.['@id']).toBe(status);
});

test('it says where it counts, until when, on what it rests, what the person may do, and how to withdraw', () => {
  expect(receiptOf(FACTS)).toMatchObject({
    'dpv:hasJurisdiction': { '@id': 'loc:DK' },
    'dct:valid': '2028-01-01',
    'schema:withdrawAt': { '@id': 'https://x.example/choices' },
    'dpv:hasRight': expect.arrayContaining([{ '@id': 'eu-gdpr:A7-3' }, { '@id': 'eu-gdpr:A77' }]),
    'dpv:hasPurpose': { 'dct:hasVersion': 3, 'dpv:hasLegalBasis': { '@id': 'eu-gdpr:A6-1-a' } },
  });
  expect(receiptOf({ ...FACTS, purpose: { ...FACTS.purpose, kind: 'opt-out' } })).toMatchObject({
    'dpv:hasPurpose': { 'dpv:hasLegalBasis': null },
  });
});

test('it names no person and everything else', () => {
  const text = JSON.stringify(receiptOf(FACTS));
  for (const part of ['cho_1', 'per_1', '27560', '0102', 'two years', '"schema:folio":3', '"schema:leafHash":"ff"'])
    expect(text).toContain(part);
});
