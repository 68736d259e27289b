import { WITHHELD, PACK_WORDS, COVER_WORDS } from '../../core/words/sections';
import { registerWorld } from '../../../demo/systems';
import { REGISTER_WORDS, sayInLanguages } from '../../../demo/words';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { seedLedger } from '../../../test/support/ledger';
import { must } from '../../../test/support/must';
import { packOf } from '../../../test/support/packs';
import { certificateLetter } from '../../core/erasure/certificate';

import { completionText } from '../../core/letters/completion';
import { wordsOf } from '../../core/letters/frame';
import { letterText } from '../../core/letters/letter';
import { LANGUAGES, type Language } from '../../core/letters/mailings';

import { fieldTitle } from '../../core/packs/fieldTitles';

import { RIGHTS } from '../../core/requests/rights';
import { insertUser } from '../../db/access/users';
import type { Connector, FoundRecord } from '../../ports/connector';
import type { Context } from '../shared/context';
import { decide } from '../requests/decide';
import { proveAtCounter } from '../identity/identity';
import { openRequest } from '../intake/openRequest';
import { requestView } from '../requests/requestView';
import { saidRegister } from '../systems/phrasebookOf';
import { readRegisterWords, sayInLanguage } from '../systems/registerWords';
import { giveVerdicts } from '../trace/review';
import { traceView } from '../trace/traceView';
import { startTrace } from '../trace/startTrace';
import { startPack } from './buildPack';

const EMAIL = 'karin@mail.example';
const PERSON = { givenName: 'Karin', familyName: 'Dahl', emails: [EMAIL] };

let world: TestWorld;
let signe: Context;

/** Fields as the demo's systems call them; values that are no words of any language. */
const FIELDS: Record<string, Record<string, Record<string, string>>> = {
  sys_shop: {
    customers: {
      id: '7',
      customer_no: 'K-7',
      first_name: 'Karin',
      last_name: 'Dahl',
      email: EMAIL,
      birth_date: '1980-05-06',
      country: 'DK',
      newsletter_flag: 'true',
      is_restricted: 'false',
      created_at: '2021-03-04T10:00:00Z',
    },
    addresses: { id: '1', customer_id: '7', street: 'Kystvej 4', postcode: '8000', city: 'Aarhus', country: 'DK' },
    orders: {
      id: '3',
      order_no: 'O-3',
      customer_id: '7',
      placed_at: '2025-12-02T03:19:39.313Z',
      status: 'delivered',
      ship_to: 'Kystvej 4',
    },
    order_lines: { id: '9', order_id: '3', product_id: '2', quantity: '2', price_cents: '129900' },
    invoices: {
      id: '4',
      invoice_no: 'F-4',
      order_id: '3',
      issued_on: '2025-12-03',
      total_cents: '259800',
      billing_name: 'Karin Dahl',
      billing_address: 'Kystvej 4',
    },
    reviews: { id: '5', customer_id: '7', product_id: '2', stars: '4', body: 'OK', written_at: '2026-01-02T10:00:00Z' },
    wish_lists: { id: '6', customer_id: '7', product_id: '2', added_at: '2026-01-03T10:00:00Z' },
  },
  sys_newsletter: {
    contacts: {
      id: '8',
      name: 'Karin Dahl',
      email: EMAIL,
      subscribed: 'true',
      country: 'DK',
      opened_at: '2026-02-03T10:00:00Z',
    },
  },
  sys_mailbox: { messages: { date: '2026-02-04T10:00:00Z', from: EMAIL, to: 'hej@larkmere.example', subject: 'K-7' } },
  sys_office: {
    camp: { name: 'Karin Dahl', email: EMAIL, born: '1980-05-06' },
    letters: { file: 'K-7.pdf' },
    waivers: { name: 'Karin Dahl', born: '1980-05-06', signed_on: '2026-05-06' },
    quotes: { name: 'Karin Dahl', total: '12.50', currency: 'DKK' },
  },
  sys_rides: { files: { device_id: 'X-1', ip: '192.0.2.4', at: '2026-03-05T10:00:00Z', lat: '56.1', lon: '10.2' } },
};
const PARENT: Record<string, string> = {
  addresses: 'customers/7',
  orders: 'customers/7',
  order_lines: 'orders/3',
  invoices: 'orders/3',
  reviews: 'customers/7',
  wish_lists: 'customers/7',
};

function connectorOf(system: string): Connector {
  const records = Object.entries(FIELDS[system] ?? {}).map(([collection, fields]): FoundRecord => {
    const [parentCollection, parentKey] = (PARENT[collection] ?? '').split('/');
    return {
      collection,
      key: fields['id'] ?? collection,
      title: Object.values(fields).slice(0, 3).join(' · '),
      fields,
      person: parentKey ? {} : PERSON,
      parent: parentKey ? { collection: parentCollection!, key: parentKey } : null,
      refersTo: [],
      text: collection === 'messages' ? '4711' : null,
      files:
        collection === 'messages'
          ? [{ name: 'K-7.txt', mediaType: 'text/plain', base64: Buffer.from('4711').toString('base64') }]
          : [],
    };
  });
  return {
    describe: async () => ({ collections: [] }),
    async *search() {
      yield { scanned: records.length, records };
    },
    read: async () => null,
    isErased: async () => true,
    can: () => ({ erase: true, anonymise: true }),
    close: async () => {},
  };
}

beforeAll(async () => {
  world = await testWorld('languages');
  await seedLedger(world);
  await registerWorld(world.worker, {
    shopUrl: 'postgres://127.0.0.1/none',
    signInUrl: '',
    signInSecret: '',
    newsletterUrl: 'http://127.0.0.1',
    newsletterToken: 't',
    webhookSecret: 's',
    mailboxPath: '/nowhere',
    tills: '/nowhere',
    office: '/nowhere',
    rides: '/nowhere',
  });
  await world.worker.transaction(async (h) => {
    for (const [id, role] of [
      ['usr_signe', 'coordinator'],
      ['usr_ib', 'administrator'],
    ] as const)
      await insertUser(h, {
        id,
        email: `${id}@x.example`,
        name: id,
        password_hash: 'x',
        roles: [role],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      });
  });
  // What is done by hand is asked of people, who are not here.
  await world.knex('systems').where({ kind: 'by-hand' }).update({ is_traced: false });
  const connect = world.worker.connect;
  world.worker.connect = (system) => (FIELDS[system.id] ? connectorOf(system.id) : connect(system));
  signe = { ...world.user('usr_signe', 'coordinator'), connect: world.worker.connect };
});
afterAll(() => world.close());

const wordsIn = (text: string): Set<string> =>
  new Set([...text.toLowerCase().matchAll(/\p{L}{3,}/gu)].map(([word]) => word));

/** All that ships or was written in one language: letters, packs, titles, and the register as it says it. */
async function catalogueOf(language: Language): Promise<Set<string>> {
  const said: string[] = [];
  const collect = (value: unknown): void => {
    if (typeof value === 'string') said.push(value);
    else if (typeof value === 'function') said.push(String((value as (...given: unknown[]) => unknown)(1, 2, 3, 4)));
    else if (value && typeof value === 'object') for (const inner of Object.values(value)) collect(inner);
  };
  collect([wordsOf(language), COVER_WORDS[language], PACK_WORDS[language], WITHHELD[language]]);
  said.push(...RIGHTS.map((right) => completionText(right, { receivedOn: '2026-11-02', language })));
  for (const field of new Set(
    Object.values(FIELDS).flatMap((collections) => Object.values(collections).flatMap((fields) => Object.keys(fields))),
  ))
    said.push(fieldTitle(field, language, null, () => null));
  await world.worker.transaction(async (h) => {
    const { entries, system } = await saidRegister(h, language);
    collect([entries, Object.keys(FIELDS).map(system)]);
  });
  return wordsIn(said.join(' '));
}

/** English words that the other language does not have, nor anybody's own data. */
async function foreignTo(language: Language): Promise<Set<string>> {
  const own = await catalogueOf(language);
  const data = wordsIn(
    `${JSON.stringify(FIELDS)} Larkmere Cycles & Touring Havnegade Aarhus Denmark privacy example newsletter Bookend GDPR CSV JSON`,
  );
  return new Set([...(await catalogueOf('en'))].filter((word) => !own.has(word) && !data.has(word)));
}

async function packed(language: Language, sayMissing = false): Promise<Map<string, string>> {
  world.pass(60);
  const { ref } = must(
    await openRequest(signe, {
      right: 'access',
      regimes: ['eu-gdpr'],
      receivedAt: world.worker.clock.now(),
      channel: 'phone',
      person: PERSON,
      text: null,
      language,
    }),
  );
  must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
  must(await startTrace(signe, { ref }));
  await world.drain();
  const { matches } = must(await traceView(signe, { ref }))!;
  must(
    await giveVerdicts(signe, {
      ref,
      verdicts: matches.filter(({ parent }) => !parent).map(({ id }) => ({ matchId: id, verdict: 'theirs' as const })),
    }),
  );
  must(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-15', reason: 'It is their right.' }));
  if (sayMissing)
    expect(must(await requestView(signe, { ref })).pack.missing.join()).toContain(
      `no ${language === 'da' ? 'Danish' : language} for`,
    );
  must(await startPack(signe, { ref, sayMissing }));
  await world.drain();
  const texts = new Map<string, string>();
  for (const [name, bytes] of await packOf(world, ref))
    texts.set(name, name.endsWith('.pdf') ? await world.worker.fileReader.words(name, bytes) : bytes.toString('utf8'));
  return texts;
}

test('what nobody has said in a language stops the pack, or is said to be not recorded; never is it said in another one', async () => {
  const files = await packed('da', true);
  const letter = files.get('følgebrev.pdf')!;
  expect(letter.replace(/\s+/g, ' ')).toContain('Endnu ikke registreret for: ');
  expect(letter).not.toMatch(/three years after delivery|what you bought/);
  expect([...wordsIn(letter)].filter((word) => ['running', 'until', 'customer', 'delivering'].includes(word))).toEqual(
    [],
  );
});

test('an administrator says it, sees how much is missing, and takes it back; nobody else may', async () => {
  const ib = world.user('usr_ib', 'administrator');
  const missing = async () => must(await readRegisterWords(ib, { language: 'da' })).missing.da!;
  const before = await missing();
  must(await sayInLanguage(ib, { phrase: 'Web shop · orders', language: 'da', words: ' Webbutik · ordrer ' }));
  expect(await missing()).toBe(before - 1);
  expect(
    must(await readRegisterWords(ib, { language: 'da' })).lines.find(({ phrase }) => phrase === 'Web shop · orders'),
  ).toMatchObject({ own: 'Webbutik · ordrer', shipped: null, kind: 'title' });
  must(await sayInLanguage(ib, { phrase: 'Web shop · orders', language: 'da', words: '' }));
  expect(await missing()).toBe(before);
  expect(await sayInLanguage(ib, { phrase: 'nobody says this', language: 'da', words: 'x' })).toMatchObject({
    refusal: { code: 'not-found' },
  });
  expect(await sayInLanguage(ib, { phrase: 'Web shop', language: 'da', words: 'x'.repeat(301) })).toMatchObject({
    refusal: { code: 'words-too-long' },
  });
  expect(await sayInLanguage(signe, { phrase: 'Web shop', language: 'da', words: 'x' })).toMatchObject({
    refusal: { code: 'not-allowed' },
  });
  expect(await world.knex('trail').where({ act: 'register-words-changed' })).toHaveLength(2);
});

describe('in every language', () => {
  beforeAll(() => sayInLanguages(world.worker));

  test('the demo’s register is said whole', async () => {
    const { missing, lines } = must(await readRegisterWords(world.user('usr_ib', 'administrator'), { language: 'da' }));
    expect(
      lines
        .filter(({ kind, own, shipped }) => kind !== 'field' && own === null && shipped === null)
        .map(({ phrase }) => phrase),
    ).toEqual([]);
    expect(missing).toEqual({ da: 0, de: 0, nl: 0 });
    expect(new Set(REGISTER_WORDS.map(([phrase]) => phrase)).size).toBe(REGISTER_WORDS.length);
  });

  test.each(['da', 'de', 'nl'] as const)('the letters in %s have no word of English', async (language) => {
    const foreign = await foreignTo(language);
    expect(foreign.size).toBeGreaterThan(200);
    const words = wordsOf(language);
    const certificate = certificateLetter(
      { ref: 'BK-1', language, organisation: '', receivedOn: '2026-11-02', finishedOn: '2026-11-20', signature: '' },
      {
        done: [
          { system: 'a', collection: 'b', action: 'erase', count: 2 },
          { system: 'a', collection: 'b', action: 'anonymise', count: 1 },
        ],
        residue: ['hold', 'retention', 'unclear', 'open', 'kept-apart'].map((rule) => ({
          system: 'a',
          collection: 'b',
          count: 1,
          rule,
          why: 'A law obliges us to keep it.',
          law: null,
          until: '2030-01-01',
          restricted: 1,
        })),
        recipientsTold: [{ recipient: '', toldOn: '2026-11-10' }],
        keysDestroyed: true,
        planFingerprint: '',
        planFrozenOn: '2026-11-12',
        receivedAt: '',
      },
      { place: () => '', recipient: () => '' },
    );
    const said = [
      ...Object.values(words.templates).map((text) => text.replace(/\{\{[^}]*\}\}/g, '')),
      letterText(certificate),
      ...RIGHTS.map((right) => completionText(right, { receivedOn: '2026-11-02', language })),
    ].join('\n');
    expect([...wordsIn(said)].filter((word) => foreign.has(word))).toEqual([]);
  });

  test.each(['da', 'de', 'nl'] as const)(
    'a pack in %s has no word of English, and its files bear names of its language',
    async (language) => {
      const foreign = await foreignTo(language);
      const files = await packed(language);
      const { names } = PACK_WORDS[language];
      const isData = (name: string) => name === 'manifest.json' || /\.json$|\/[^/]*\.csv$/.test(name);
      for (const [name, text] of files)
        if (!isData(name))
          expect({ name, foreign: [...wordsIn(`${name} ${text}`)].filter((word) => foreign.has(word)) }).toEqual({
            name,
            foreign: [],
          });
      expect([...files.keys()]).toEqual(
        expect.arrayContaining([names.readme, names.cover, names.report, names.withheld, 'manifest.json']),
      );
      // What the page that says where to begin names is there, and the other way round.
      const named = files.get(names.readme)!;
      for (const name of files.keys())
        expect({
          name,
          isNamed:
            name === names.readme ||
            named.includes(name) ||
            named.includes(`${name.split('/')[0]}/`) ||
            named.includes(`${name.replace(/\.json$/, '')}.csv`),
        }).toEqual({ name, isNamed: true });
    },
  );

  test('a Danish report is for reading: an overview, a timeline, fields in words, what hangs on a record under it', async () => {
    const report = (await packed('da')).get('rapport.pdf')!.replace(/\s+/g, ' ');
    for (const said of [
      'Overblik',
      'Indhold',
      'Hvad der skete hvornår',
      'Side 1 af',
      'Webbutik · ordrer',
      'Ordrelinjer'.toLowerCase(),
      '2. december 2025',
      '1.299,00',
      'leveret',
      'Danmark',
      'Fødselsdato',
      '6. maj 1980',
      'Vedhæftet',
    ])
      expect(report.toLowerCase()).toContain(said.toLowerCase());
    expect(report).not.toMatch(/2025-12-02T|placed_at|order_id|\bOrdrer O-3 .*product_id/);
  });
});

test.each(LANGUAGES)('the complaint goes to an authority by its own name (%s)', async (language) => {
  const files = await packed(language);
  expect([...files].find(([name]) => name === PACK_WORDS[language].names.cover)![1].replace(/\s+/g, ' ')).toContain(
    'Datatilsynet, Carl Jacobsens Vej 35, 2500 Valby',
  );
});
