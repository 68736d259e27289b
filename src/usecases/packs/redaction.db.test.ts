import { readFileSync } from 'node:fs';
import { choice, seedLedger } from '../../../test/support/ledger';
import { must } from '../../../test/support/must';
import { packOf } from '../../../test/support/packs';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { insertUser } from '../../db/access/users';
import { insertRegisterEntry, insertSystem } from '../../db/systems/systems';
import type { Connector, FoundRecord } from '../../ports/connector';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { decide } from '../requests/decide';
import { proveAtCounter } from '../identity/identity';
import { openRequest } from '../intake/openRequest';
import { requestView } from '../requests/requestView';
import { redact } from '../trace/redact';
import { giveVerdicts, openMatch } from '../trace/review';
import { traceView } from '../trace/traceView';
import { startTrace } from '../trace/startTrace';
import { startPack } from './buildPack';

const EMAIL = 'maja@mail.example';
const THREAD =
  'Hello Maja,\n\nAnother rider solved it, see below.\n\nOn Tue Nov 03 2026, Jonas Vind ' +
  '<jonas@inbox.example> wrote:\n> The same clip broke on my bike last spring in Odense.\n> Jonas Vind';

let world: TestWorld;
let signe: Context;
let messages: { key: string; subject: string; text: string; collection?: string; files?: FoundRecord['files'] }[] = [];

const mailbox: Connector = {
  describe: async () => ({ collections: [] }),
  async *search() {
    yield {
      scanned: messages.length,
      records: messages.map(({ key, subject, text, collection = 'messages', files }): FoundRecord => ({
        collection,
        key,
        title: subject,
        fields: {
          from: 'support@larkmere.example',
          to: `Maja Lund <${EMAIL}>`,
          cc: null,
          subject,
          date: null,
          attachments: 'note.txt',
        },
        person: { givenName: 'Maja', familyName: 'Lund', emails: [EMAIL] },
        parent: null,
        refersTo: [],
        text,
        files: files ?? [
          { name: 'note.txt', mediaType: 'text/plain', base64: Buffer.from('Jonas Vind was here').toString('base64') },
        ],
      })),
    };
  },
  read: async () => null,
  isErased: async () => true,
  can: () => ({ erase: true, anonymise: true }),
  close: async () => {},
};

beforeAll(async () => {
  world = await testWorld('redaction');
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_mail',
      kind: 'letters',
      name: 'Mailbox',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: true,
      owner: null,
      sort_order: 3,
    });
    await insertUser(h, {
      id: 'usr_signe',
      email: 's@x.example',
      name: 'Signe',
      password_hash: 'x',
      roles: ['coordinator'],
      active: true,
      created_at: '2026-01-01T00:00:00Z',
    });
  });
  const connect = world.worker.connect;
  world.worker.connect = (system) => (system.kind === 'letters' ? mailbox : connect(system));
  signe = { ...world.user('usr_signe', 'coordinator'), connect: world.worker.connect };
});
afterAll(() => world.close());

async function reviewed(
  regime?: string,
  right: 'access' | 'portability' = 'access',
): Promise<{ ref: string; match(title: string): string }> {
  world.pass(60);
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: EMAIL }],
        name: { givenName: 'Maja', familyName: 'Lund' },
        externalId: `m-${world.worker.clock.now()}`,
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
  const { ref } = must(
    await openRequest(signe, {
      right,
      ...(regime ? { regimes: [regime] } : {}),
      receivedAt: world.worker.clock.now(),
      channel: 'phone',
      person: { givenName: 'Maja', familyName: 'Lund', emails: [EMAIL] },
      text: null,
      language: 'en',
    }),
  );
  must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
  must(await startTrace(signe, { ref }));
  await world.drain();
  const { matches } = must(await traceView(signe, { ref }))!;
  for (const { id, parent } of matches)
    if (!parent) must(await giveVerdicts(signe, { ref, verdicts: [{ matchId: id, verdict: 'theirs' }] }));
  return { ref, match: (title) => matches.find((match) => match.title === title)!.id };
}

async function packed(ref: string, ground = 'art-15'): Promise<Map<string, string>> {
  must(await decide(signe, { ref, outcome: 'fulfil', ground, reason: 'It is their right.' }));
  must(await startPack(signe, { ref, sayMissing: true }));
  await world.drain();
  const files = await packOf(world, ref).catch((error: Error) => new Map([['state', Buffer.from(error.message)]]));
  return new Map(
    [...files].map(([name, bytes]) => [name, bytes.toString(/\.(pdf|docx)$/.test(name) ? 'latin1' : 'utf8')]),
  );
}

test(
  'a message that quotes somebody is withheld whole, until its passages are redacted; then its text ' +
    'goes without them, and nothing attached',
  async () => {
    messages = [
      { key: '1', subject: 'Re: clip', text: THREAD },
      { key: '2', subject: 'Jonas Vind says', text: THREAD },
    ];
    const { ref, match } = await reviewed();
    const opened = must(await openMatch(signe, { id: match('Re: clip') }));
    expect(opened).toMatchObject({ redacted: null, others: expect.arrayContaining(['jonas@inbox.example']) });
    expect(opened.proposed.map(({ why }) => why)).toEqual(['quoted-words']);
    must(
      await redact(signe, {
        ref,
        matchId: match('Re: clip'),
        passages: [...opened.proposed, { start: 0, end: 1_000_000, why: 'reviewer' }],
      }),
    );
    expect(must(await openMatch(signe, { id: match('Re: clip') })).redacted).toHaveLength(1);
    const sealed = await world.knex('redactions').first();
    expect(sealed.passages_sealed.toString('utf8')).not.toContain('quoted-words');
    const files = await packed(ref);
    const all = [...files.values()].join('\n');
    expect(all).not.toMatch(/jonas@inbox|last spring in Odense/);
    const [text] = [...files].find(([name]) => name.endsWith('message.txt'))!.slice(1);
    expect(text).toContain('Another rider solved it, see below.\n\n[removed]');
    expect([...files.keys()].filter((name) => name.includes('note'))).toEqual([]);
    expect(files.get('withheld.csv')).toMatch(/Re: clip: note.txt.*Attached to a message/);
    expect(files.get('withheld.csv')).toMatch(/Jonas Vind says.*Other people/);
  },
);

test('a passage that was removed here and stands elsewhere stops the pack, which says where', async () => {
  messages = [
    { key: '1', subject: 'Re: clip', text: THREAD },
    {
      key: '2',
      subject: 'Odense',
      text: 'Hello Maja, he wrote: “The same clip broke on my bike last spring in Odense.”',
    },
  ];
  const { ref, match } = await reviewed();
  must(
    await redact(signe, {
      ref,
      matchId: match('Re: clip'),
      passages: must(await openMatch(signe, { id: match('Re: clip') })).proposed,
    }),
  );
  expect((await packed(ref)).get('state')).toMatch(/^failed: A redacted passage stands in .* as well/);
  expect(must(await requestView(signe, { ref })).pack).toMatchObject({
    state: 'none',
    error: expect.stringContaining('nothing was handed over'),
  });
});

test('under California’s law, numbers that open doors are only said to be held, and nothing is attached', async () => {
  messages = [
    { key: '1', subject: 'My card', text: 'Hello, my card is 4111 1111 1111 1111 and my SSN 536-90-4399. Maja' },
  ];
  const files = await packed((await reviewed('us-ca')).ref);
  const all = [...files.values()].join('\n');
  expect(all).toContain('my card is [payment card is held] and my SSN [national id is held]. Maja');
  expect(all).not.toMatch(/4111|536-90/);
  expect(files.get('withheld.csv')).toMatch(/note.txt.*7024\(d\)/);
});

test('a redaction is taken back; not after the decision, and not of what has no text', async () => {
  messages = [{ key: '1', subject: 'Re: clip', text: THREAD }];
  const { ref, match } = await reviewed();
  const passages = must(await openMatch(signe, { id: match('Re: clip') })).proposed;
  must(await redact(signe, { ref, matchId: match('Re: clip'), passages }));
  must(await redact(signe, { ref, matchId: match('Re: clip'), passages: [] }));
  expect(must(await openMatch(signe, { id: match('Re: clip') })).redacted).toBeNull();
  must(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-15', reason: 'It is their right.' }));
  expect(await redact(signe, { ref, matchId: match('Re: clip'), passages })).toMatchObject({
    ok: false,
    refusal: { code: 'already-decided' },
  });
});

describe('documents', () => {
  const document = (name: string): FoundRecord['files'] => [
    {
      name,
      mediaType: 'application/octet-stream',
      base64: readFileSync(`test/fixtures/documents/${name}`).toString('base64'),
      isRecord: true,
    },
  ];
  const words = (name: string, latin1: string) => world.worker.fileReader.words(name, Buffer.from(latin1, 'latin1'));
  const found = async (name: string) => ({
    key: name,
    subject: name,
    text: await words(name, readFileSync(`test/fixtures/documents/${name}`, 'latin1')),
    collection: 'letters',
    files: document(name),
  });
  const passageOf = (text: string, what: string) => ({
    start: text.indexOf(what),
    end: text.indexOf(what) + what.length,
    why: 'reviewer' as const,
  });
  const accepted = async () => {
    const { ref } = await reviewed();
    return { ref, view: must(await traceView(signe, { ref }))! };
  };

  test('a document that speaks of somebody is handed over with it covered: a PDF as pictures, anything else typeset anew', async () => {
    messages = [await found('letter.pdf'), await found('letter.docx')];
    const { ref, view } = await accepted();
    for (const { id, title } of view.matches.filter(({ collection }) => collection === 'letters')) {
      const { text } = messages.find(({ subject }) => subject === title)!;
      must(
        await redact(signe, {
          ref,
          matchId: id,
          passages: [
            passageOf(text, 'Ida Kirkegaard, Ålborgvej 12, 8900 Randers'),
            passageOf(text, 'ida.kirkegaard@mail.example'),
            passageOf(text, '+45 20 30 40 50'),
          ],
        }),
      );
    }
    const files = await packed(ref);
    const documents = [...files.keys()].filter((name) => name.startsWith('documents/')).sort();
    expect(documents.map((name) => name.replace(/^documents\/\d+-/, ''))).toEqual([
      'letter-redacted.pdf',
      'letter-redacted.pdf',
    ]);
    const read = await Promise.all(documents.map((name) => words(name, files.get(name)!)));
    expect(read.map((text) => /Kind regards/.test(text)).sort()).toEqual([false, true]);
    for (const text of [...read, ...files.values()]) expect(text).not.toMatch(/kirkegaard|Ålborgvej|20 30 40 50/i);
    expect(read.find((text) => text !== '')).toContain('To [removed]');
    expect([...files.values()].join('\n')).not.toContain('Attached to a message');
  });

  test('what was removed is sought in every file that is handed over, packed ones too', async () => {
    messages = [
      await found('letter.pdf'),
      {
        key: '9',
        subject: 'Quote',
        text: 'See what is attached, Maja',
        files: document('letter.docx').map(({ isRecord: _, ...file }) => file),
      },
    ];
    const { ref, view } = await accepted();
    const letter = view.matches.find(({ title }) => title === 'letter.pdf')!;
    must(
      await redact(signe, {
        ref,
        matchId: letter.id,
        passages: ['Ida Kirkegaard, Ålborgvej 12, 8900 Randers', 'ida.kirkegaard@mail.example', '+45 20 30 40 50'].map(
          (what) => passageOf(messages[0]!.text, what),
        ),
      }),
    );
    expect((await packed(ref)).get('state')).toMatch(
      /^failed: A redacted passage stands in messages\/.*letter\.docx as well/,
    );
  });
});

describe('beside the data', () => {
  const entry = {
    title: 'Letters',
    purposes: ['answering'],
    categories: ['what you wrote'],
    recipients: [],
    retention: 'three years',
    source: 'you',
    transfers: null,
    automatedDecisions: null,
    nothing: [],
  };
  const two = () =>
    void (messages = [
      { key: '1', subject: 'Bell', text: 'Dear shop, the bell rings too softly. Maja', files: [] },
      {
        key: 'k',
        subject: 'Score',
        text: 'Maja Lund is a good customer, says the machine',
        collection: 'scores',
        files: [],
      },
    ]);

  test('a report to read, with every record', async () => {
    two();
    const files = await packed((await reviewed()).ref);
    const report = await world.worker.fileReader.words('report.pdf', Buffer.from(files.get('report.pdf')!, 'latin1'));
    for (const words of ['Your data, to read', 'the bell rings too softly', 'says the machine'])
      expect(report.replace(/\s+/g, ' ')).toContain(words);
    expect(files.has('data.jsonld')).toBe(false);
  });

  test('a portable copy holds only what the person gave, also as linked data, and says how much it leaves out', async () => {
    await world.worker.transaction(async (h) => {
      await insertRegisterEntry(h, { ...entry, system: 'sys_mail', collection: 'messages', isGiven: true });
      await insertRegisterEntry(h, { ...entry, system: 'sys_mail', collection: 'scores', isGiven: false });
    });
    two();
    const files = await packed((await reviewed(undefined, 'portability')).ref, 'art-20');
    expect([...files.values()].join('\n')).not.toContain('says the machine');
    const { '@context': context, '@graph': graph } = JSON.parse(files.get('data.jsonld')!) as {
      '@context': object;
      '@graph': Record<string, string>[];
    };
    expect(context).toHaveProperty('schema');
    expect(graph.find(({ '@type': type }) => type === 'messages')).toMatchObject({
      'schema:text': 'Dear shop, the bell rings too softly. Maja',
    });
    const cover = await world.worker.fileReader.words(
      'cover-letter.pdf',
      Buffer.from(files.get('cover-letter.pdf')!, 'latin1'),
    );
    expect(cover.replace(/\s+/g, ' ')).toMatch(
      /Letters: 1 record .*\d+ records are not part of it because you did not give them/,
    );
  });
});
