import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { choice } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { must, refusal } from '../../../test/support/must';
import { looker } from '../../connectors/browser/looker';
import type { NoticeAnswers, NoticeDraft } from '../../core/notices/schema';
import { insertRegisterEntry, insertSystem } from '../../db/systems/systems';
import { takeExample } from '../installation/takeExample';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { previewNotice, publishNotice } from './publishNotice';
import { countNotice, readNotice, readNotices, readPublicNotice } from './readNotices';
import { readWatchedPages, startReading } from './readPage';
import { readNoticeFile } from './readNoticeFile';
import { startTelling } from './tellNotice';
import { checkNotice, returnNotice, saveNotice, sendNotice, startNotice } from './writeNotice';

let world: TestWorld;
let signe: Context;
let mikkel: Context;
let site: Server;
let port: number;
let page = '';
const SURE: NoticeAnswers = {
  places: ['EEA'],
  children: 'no',
  age: null,
  transfers: 'yes',
  safeguards: 'standard contractual clauses',
  automated: 'no',
  marketing: 'yes',
  sells: 'no',
};

beforeAll(async () => {
  world = await testWorld('notices');
  signe = world.user('usr_signe', 'coordinator');
  mikkel = world.user('usr_mikkel', 'supervisor');
  site = createServer((_, response) => {
    response.writeHead(page ? 200 : 404, { 'content-type': 'text/html' }).end(page);
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => site.once('listening', resolve));
  port = (site.address() as AddressInfo).port;
  for (const ctx of [world.worker, signe, mikkel])
    Object.defineProperty(ctx, 'reach', { value: [`old.localhost:${port}`] });
  world.worker.looker = { ...looker, pauseMs: 0 };
  must(await takeExample(world.user('usr_ib', 'administrator', 'supervisor')));
  await world.worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_shop',
      name: 'Web shop',
      kind: 'sql',
      default_country: null,
      owner: null,
      owner_email: null,
      is_traced: true,
      sort_order: 1,
      connection_sealed: null,
    });
    await insertRegisterEntry(h, {
      system: 'sys_shop',
      collection: 'orders',
      title: 'Web shop · orders',
      purposes: ['orders'],
      categories: ['what you bought'],
      recipients: ['Kestrel Parcels'],
      retention: '',
      source: 'you',
      transfers: 'United States',
      automatedDecisions: null,
      isGiven: true,
      nothing: ['automatedDecisions'],
    });
  });
});
afterAll(async () => {
  site.closeAllConnections();
  site.close();
  await world.close();
});

const seen = async (id: string) => must(await readNotice(mikkel, { id }));
const draftOf = async (id: string, more: Partial<NoticeDraft> = {}): Promise<NoticeDraft> => {
  const { answers, texts, save } = await seen(id);
  return { id, answers, texts, basedOn: save, ...more };
};
const at = async (id: string) => ({ id, basedOn: (await seen(id)).save, note: '' });

test('what was taken over with the example is a notice, and what it does not say is found', async () => {
  const { notices } = must(await readNotices(signe));
  expect(notices).toMatchObject([{ id: 'privacy', kind: 'privacy', state: 'published', version: 1 }]);
  expect(notices[0]!.untrue).toBeGreaterThan(0);
  expect(refusal(await readNotices(world.user('usr_bo', 'system-owner')))).toBe('not-allowed');
});

test('from the register to a version that a second person publishes', async () => {
  expect(refusal(await startNotice(signe, { id: 'privacy', kind: 'privacy', address: '' }))).toBe('notice-known');
  must(await startNotice(signe, { id: 'shop', kind: 'privacy', address: '' }));
  const begun = await seen('shop');
  // What the register says is answered; what it does not is left open.
  expect(Object.fromEntries(begun.prefilled.map(({ question, value }) => [question, value]))).toEqual({
    children: 'unsure',
    transfers: 'yes',
    automated: 'no',
    marketing: 'yes',
    sells: 'no',
  });
  expect(begun.check.faults).toEqual(['Nobody is sure yet about: children.']);
  expect(Object.keys(begun.check.preview).sort()).toEqual(['da', 'de', 'en', 'nl']);
  must(await sendNotice(signe, await at('shop')));
  expect(refusal(await publishNotice(mikkel, { ...(await at('shop')), isMaterial: false, reason: '' }))).toBe(
    'notice-unsure',
  );
  must(await saveNotice(signe, await draftOf('shop', { answers: SURE })));
  const { check, state } = await seen('shop');
  expect([state, check.faults, check.findings]).toEqual(['draft', [], []]);
  expect(JSON.stringify(check.preview.en)).toContain('Kestrel Parcels');
  // A review goes to somebody else, and a save takes it back.
  expect(refusal(await publishNotice(mikkel, { ...(await at('shop')), isMaterial: false, reason: '' }))).toBe(
    'notice-not-in-review',
  );
  must(await sendNotice(signe, await at('shop')));
  must(await returnNotice(mikkel, { ...(await at('shop')), note: 'Say who carries the parcels.' }));
  expect(await seen('shop')).toMatchObject({ state: 'draft', note: 'Say who carries the parcels.' });
  must(await saveNotice(mikkel, await draftOf('shop')));
  must(await sendNotice(mikkel, await at('shop')));
  expect(refusal(await publishNotice(mikkel, { ...(await at('shop')), isMaterial: false, reason: '' }))).toBe(
    'notice-second-person',
  );
  const other = world.user('usr_ada', 'supervisor');
  expect(refusal(await publishNotice(signe, { ...(await at('shop')), isMaterial: false, reason: '' }))).toBe(
    'not-allowed',
  );
  const twice = await Promise.all([
    publishNotice(other, { ...(await at('shop')), isMaterial: false, reason: '' }),
    publishNotice(other, { ...(await at('shop')), isMaterial: false, reason: '' }),
  ]);
  expect(twice.filter(({ ok }) => ok)).toHaveLength(1);
  const open = await readPublicNotice(world.worker, { id: 'shop', language: 'de-AT' });
  expect(open).toMatchObject({ version: 1, language: 'de', languages: ['en', 'da', 'de', 'nl'] });
  expect(JSON.stringify(open!.body)).toContain('Kestrel Parcels');
  expect(await readPublicNotice(world.worker, { id: 'none', language: 'en' })).toBeNull();
});

test('a fact that changes names the sentences that are no longer true', async () => {
  await world.knex('system_collections').update({ recipients: ['Kestrel Parcels', 'Tollbridge Pay'] });
  const { stale, check } = await seen('shop');
  expect(stale.filter(({ language }) => language === 'en')).toMatchObject([
    { field: 'recipients', is: expect.stringContaining('Tollbridge Pay') as string },
  ]);
  // The draft is written with fields: it tells the new one by itself.
  expect(check.findings).toEqual([]);
  const { notices } = must(await readNotices(signe));
  expect(notices.find(({ id }) => id === 'shop')!.untrue).toBe(4);
});

test('hostile and untrue words: nothing runs, and what is not so needs a reason', async () => {
  const { texts } = await draftOf('shop');
  const en = `${texts.en}\n\nWe never share your data with third parties. <script>alert(1)</script>`;
  const draft = await draftOf('shop', { texts: { ...texts, en } });
  const { findings } = must(await checkNotice(signe, draft));
  expect(findings).toMatchObject([
    { code: 'third-parties-denied', sentence: 'We never share your data with third parties.' },
  ]);
  must(await saveNotice(signe, draft));
  // Of two who write at once the second is told.
  expect(refusal(await saveNotice(mikkel, draft))).toBe('notice-saved-meanwhile');
  must(await sendNotice(signe, await at('shop')));
  const unread = { ...(await at('shop')), isMaterial: true, reason: '' };
  expect(refusal(await publishNotice(mikkel, unread))).toBe('notice-untrue');
  const wrong = await draftOf('shop', { texts: { ...texts, en: 'A title\n\n{{nothing}}' } });
  expect(must(await checkNotice(signe, wrong)).faults).toEqual(['en: there is no field “nothing”']);
});

test('a material change: tried out, published, told once by mail, and asked again where the purpose says so', async () => {
  await world.knex('purposes').where({ id: 'newsletter' }).update({ ask_again_on_material: true });
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [1, 1, null].map((version, n) =>
      choice({
        identifiers: [{ kind: 'email', value: `reader${n}@mail.example` }],
        purpose: 'newsletter',
        occurredAt: world.worker.clock.now(),
        externalId: `n${n}`,
        ask: 'checkout-newsletter',
        askVersion: 1,
        notice: 'shop',
        noticeVersion: version,
      }),
    ),
  });
  const tried = must(await previewNotice(signe, { id: 'shop' }));
  expect(tried).toMatchObject({ version: 2, concerned: 3, whatIf: { altered: 3, lost: 3 } });
  must(await publishNotice(mikkel, { ...(await at('shop')), isMaterial: true, reason: 'The parcel firm is ours.' }));
  const { versions } = await seen('shop');
  expect(versions[0]).toMatchObject({ version: 2, isMaterial: true, reason: 'The parcel firm is ours.' });
  expect(versions[0]!.differences.en!.some(({ is, text }) => is === 'new' && text.includes('third parties'))).toBe(
    true,
  );
  expect(must(await countNotice(mikkel, { id: 'shop' }))).toEqual([
    { version: 1, people: 2 },
    { version: null, people: 1 },
  ]);
  expect(refusal(await startTelling(signe, { id: 'shop' }))).toBe('not-allowed');
  expect(must(await startTelling(mikkel, { id: 'shop' })).people).toBe(3);
  expect(refusal(await startTelling(mikkel, { id: 'shop' }))).toBe('notice-told-already');
  await world.drain();
  expect((await seen('shop')).versions[0]!.told).toBe(3);
  expect(await world.knex('outbox').where({ template: 'notice-changed' })).toHaveLength(3);
  expect(refusal(await startTelling(mikkel, { id: 'none' }))).toBe('not-found');
});

test('a page that lives elsewhere is taken in and watched', async () => {
  const address = `http://old.localhost:${port}/privacy`;
  const html = (words: string) =>
    `<html lang="da"><head><title>x</title><script>alert(1)</script></head><body><nav>Menu</nav><main><h1>Privatliv</h1>
     <p>${words}</p><h2>Hvem der modtager</h2><ul><li>Kestrel Parcels</li><li>Fru &amp; Herre</li></ul></main></body></html>`;
  must(await startNotice(signe, { id: 'old-page', kind: 'privacy', address }));
  await world.drain();
  expect(await seen('old-page')).toMatchObject({ readFault: 'unreachable', state: 'draft', texts: { da: '' } });
  page = html('Vi deler aldrig data med tredjepart {{contact}}.');
  must(await startReading(signe, { id: 'old-page' }));
  expect(refusal(await startReading(signe, { id: 'old-page' }))).toBe('notice-reading');
  await world.drain();
  const read = await seen('old-page');
  expect(read).toMatchObject({ readFault: null, state: 'review', writtenBy: 'the page itself' });
  // Read as text: what looks like a field of ours is none.
  expect(read.texts.da).toBe(
    'Privatliv\n\nVi deler aldrig data med tredjepart { {contact}}.\n\n## Hvem der modtager\n\n- Kestrel Parcels\n- Fru & Herre',
  );
  const codes = read.check.findings.map(({ code }) => code);
  expect(codes).toContain('third-parties-denied');
  expect(codes).toContain('recipient-unused');
  must(
    await publishNotice(mikkel, { ...(await at('old-page')), isMaterial: false, reason: 'It stands there as it is.' }),
  );
  await readWatchedPages(world.worker);
  await world.drain();
  // Nothing differs: nothing waits.
  expect((await seen('old-page')).state).toBe('published');
  world.goTo(new Date(Date.parse(world.worker.clock.now()) + 86_400_000).toISOString());
  page = html('Vi deler data med Kestrel Parcels.');
  await readWatchedPages(world.worker);
  await world.drain();
  expect(await seen('old-page')).toMatchObject({ state: 'review' });
  page = '';
  await readWatchedPages(world.worker);
  await world.drain();
  expect(await seen('old-page')).toMatchObject({ readFault: 'unreachable', state: 'review' });
  expect(refusal(await startReading(signe, { id: 'shop' }))).toBe('notice-without-address');
});

test('the words of a file are read, and nothing is kept; one without words is refused', async () => {
  const mapping = { fileName: 'terms.txt' };
  const read = (content: string, by = signe) => readNoticeFile(by, { mapping, content: Buffer.from(content) });
  expect(refusal(await read('  '))).toBe('notice-file-unread');
  expect(must(await read('Terms of the draw\n\nOne ticket each. {{organisation}}')).text).toBe(
    'Terms of the draw\n\nOne ticket each. { {organisation}}',
  );
  expect(refusal(await read('x y', world.user('usr_bo', 'auditor')))).toBe('not-allowed');
});
