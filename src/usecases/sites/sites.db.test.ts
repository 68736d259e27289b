import { must, refusal } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { newPurpose } from '../../core/purposes/purposes';
import { insertPurpose, insertWording } from '../../db/purposes/purposes';
import { PUBLIC } from '../../ports/actor';
import type { AddSite } from '../../core/sites/schema';
import { tryToken } from './tryToken';
import type { Context } from '../shared/context';
import { checkStanding } from '../standing/checkStanding';
import { gpcStatement } from './gpcStatement';
import { noteShown, panelOf, type PageVisitor } from './panel';
import { takePanelAnswer } from './panelAnswers';
import { addSite, changeSite, closeSite, readSite, readSites } from './sites';

let world: TestWorld;
let supervisor: Context;
let anybody: Context;
const ORIGIN = 'https://shop.larkmere.example';
const SITE: AddSite = {
  id: 'shop',
  name: 'Web shop',
  origins: ORIGIN,
  ask: 'shop-panel',
  position: 'corner',
  switches: 'counting: visits',
  held: 'ads.example/: ads',
};
const HERE: PageVisitor = { address: '10.45.0.9', gpc: false, device: 'phone', tries: null };
const from = (page: PageVisitor = HERE) => ({ siteId: 'shop', origin: ORIGIN, page });
const token = (place: string) => tryToken(anybody, 'shop', { place, gpc: false });
let n = 0;
const answer = (answers: Record<string, 'grant' | 'refuse' | 'withdraw'>, more: object = {}) => ({
  visitor: 'ab'.repeat(16),
  nonce: String(++n).padStart(32, '0'),
  version: 1,
  language: 'da',
  ago: 0,
  gpc: false,
  answers,
  ...more,
});

beforeAll(async () => {
  world = await testWorld('sites');
  supervisor = world.user('usr_sup', 'supervisor');
  anybody = world.as(PUBLIC);
  const plain = {
    words: {},
    confirmBy: 'source' as const,
    channels: [],
    categories: [],
    recipients: ['a counting service'],
    transfers: null,
    retention: 'a year',
    balancing: null,
    publishedBy: null,
    sortOrder: 1,
    plain: 'Plain words.',
  };
  await world.worker.transaction(async (h) => {
    for (const id of ['visits', 'ads'])
      await insertPurpose(h, { ...newPurpose({ id, isSale: id === 'ads' }), ...plain });
    for (const version of [1, 2])
      await insertWording(h, {
        kind: 'ask',
        id: 'shop-panel',
        version,
        // The second is published and does not hold yet.
        validFrom: version === 1 ? '2026-01-01T00:00:00Z' : '2027-06-01T00:00:00Z',
        recordedAt: '2026-01-01T00:00:00Z',
        isMaterial: false,
        method: 'panel',
        place: 'web shop',
        purposes: ['visits', 'ads'],
        words: { en: 'May we count? You can stop at any time.', da: 'Må vi tælle? Du kan stoppe når som helst.' },
      });
  });
});
afterAll(() => world.close());

test('a site is added once, by whom it may, of an ask and purposes that are there', async () => {
  expect(refusal(await addSite(world.user('usr_coo', 'coordinator'), SITE))).toBe('not-allowed');
  expect(refusal(await addSite(supervisor, { ...SITE, ask: 'none' }))).toBe('site-ask-unknown');
  expect(refusal(await addSite(supervisor, { ...SITE, held: 'ads.example/: fortune' }))).toBe('site-purpose-unknown');
  must(await addSite(supervisor, SITE));
  expect(refusal(await addSite(supervisor, SITE))).toBe('site-known');
  expect(must(await readSites(supervisor))).toMatchObject({
    sites: [{ id: 'shop', version: 1, isClosed: false, answers: 0 }],
    asks: [{ id: 'shop-panel', purposes: ['visits', 'ads'] }],
  });
  const view = must(await readSite(supervisor, { id: 'shop' }));
  expect(view).toMatchObject({ switches: 'counting: visits', held: 'ads.example/: ads' });
  expect(view.script).toMatch(/^<script src="http.*\/panel\/shop\/script\.js"><\/script>$/);
});

test('what its script knows is by the visitor’s place, in the languages of its ask', async () => {
  const config = (await panelOf(anybody, 'shop', HERE))!;
  expect(Object.keys(config.languages).sort()).toEqual(['da', 'en']);
  expect(config.languages['en']!.purposes['visits']).toEqual({
    title: 'visits',
    plain: 'Plain words.',
    who: 'a counting service · a year',
  });
  expect(config).toMatchObject({ position: 'corner', namesSale: false, gpcBinds: false, isTrying: false });
  expect(await panelOf(anybody, 'shop', { ...HERE, address: '192.0.2.4' })).toMatchObject({
    namesSale: true,
    gpcBinds: true,
  });
  expect(await panelOf(anybody, 'shop', { ...HERE, tries: token('US-CO') })).toMatchObject({
    isTrying: true,
    namesSale: true,
  });
  // Rules of elsewhere are put upon nobody by a link that somebody made up.
  for (const tries of [
    'US-CO',
    token('US-CO').replace('US-CO', 'US-CA'),
    tryToken(anybody, 'other', { place: 'US-CO', gpc: false }),
  ])
    expect(await panelOf(anybody, 'shop', { ...HERE, tries })).toMatchObject({ isTrying: false, namesSale: false });
  expect(await panelOf(anybody, 'nowhere', HERE)).toBeNull();
});

test('an answer is kept once, with its place, version and language; what was never shown is refused', async () => {
  const given = answer({ visits: 'grant', ads: 'refuse' });
  must(await takePanelAnswer(anybody, from(), given));
  // Sent again a moment later, and by two pages at once.
  must(await takePanelAnswer(anybody, from(), { ...given, ago: 900 }));
  await Promise.all([1, 2].map((ago) => takePanelAnswer(anybody, from(), { ...given, ago })));
  const rows = await world.knex('choices').where({ ask: 'shop-panel' }).orderBy('purpose');
  expect(
    rows.map(({ purpose, answer: said, country, language, ask_version, method }) => [
      purpose,
      said,
      country,
      language,
      ask_version,
      method,
    ]),
  ).toEqual([
    ['ads', 'refuse', 'DK', 'da', 1, 'panel'],
    ['visits', 'grant', 'DK', 'da', 1, 'panel'],
  ]);
  expect(must(await readSite(supervisor, { id: 'shop' })).counts).toMatchObject([
    { place: 'DK', part: 1, yes: 0, no: 0 },
  ]);
  expect(
    refusal(await takePanelAnswer(anybody, { ...from(), origin: 'https://evil.example' }, answer({ visits: 'grant' }))),
  ).toBe('panel-origin');
  expect(refusal(await takePanelAnswer(anybody, from(), answer({ visits: 'grant' }, { version: 2 })))).toBe(
    'panel-version',
  );
  expect(refusal(await takePanelAnswer(anybody, from(), answer({ post: 'grant' })))).toBe('panel-purpose');
});

test('a yes given against the signal of the browser is one that was told of it', async () => {
  const page = { ...HERE, address: '192.0.2.4', gpc: true };
  must(await takePanelAnswer(anybody, from(page), answer({ ads: 'grant' }, { gpc: true, visitor: 'ef'.repeat(16) })));
  const rows = await world.knex('choices').where({ country: 'US-CA' }).orderBy('seq');
  expect(rows.map(({ answer: said }) => said)).toEqual(['gpc-seen', 'grant']);
  const identifier = { kind: 'device-id', value: 'ef'.repeat(16) };
  const standing = must(await checkStanding(world.worker, { identifier, purpose: 'ads', systemId: 'sys_site_shop' }));
  expect(standing).toMatchObject({ permitted: true, standing: 'granted' });
});

test('many at once: each is kept once and told so, those that cannot be are told why, and the counts are right', async () => {
  const before = await world.knex('choices').count({ n: '*' }).first();
  const counted = async () => {
    const { rows } = await world.knex.raw<{ rows: { yes: number }[] }>('select sum(yes)::int as yes from site_counts');
    return rows[0]!.yes;
  };
  const yesBefore = await counted();
  const many = Array.from({ length: 120 }, (_, i) =>
    answer({ visits: 'grant', ads: 'grant' }, { visitor: i.toString(16).padStart(32, '7') }),
  );
  const bad = answer({ visits: 'grant' }, { version: 99 });
  const results = await Promise.all(
    // A third is sent twice; one is of a version that nobody saw, one of another site.
    [...many, ...many.slice(0, 40), bad]
      .map((one) => takePanelAnswer(anybody, from(), one))
      .concat(takePanelAnswer(anybody, { ...from(), siteId: 'nowhere' }, answer({ visits: 'grant' }))),
  );
  expect(results.filter(({ ok }) => ok)).toHaveLength(160);
  expect(results.slice(-2).map(refusal)).toEqual(['panel-version', 'panel-unknown']);
  const after = await world.knex('choices').count({ n: '*' }).first();
  expect(Number(after!['n']) - Number(before!['n'])).toBe(240);
  expect((await counted()) - yesBefore).toBe(120);
});

test('one that cannot be recorded takes no other with it', async () => {
  const good = answer({ visits: 'grant' }, { visitor: '8'.repeat(32) });
  // No instant can be made of it: the whole batch fails, and each is tried alone.
  const broken = answer({ visits: 'grant' }, { ago: Number.NaN });
  const [a, b] = await Promise.allSettled([
    takePanelAnswer(anybody, from(), good),
    takePanelAnswer(anybody, from(), broken),
  ]);
  expect(a).toMatchObject({ status: 'fulfilled', value: { ok: true } });
  expect(b.status).toBe('rejected');
});

test('that it was shown is counted from its own pages alone, and holds nothing of who', async () => {
  await noteShown(anybody, from(), { language: 'da', version: 1 });
  await noteShown(anybody, { ...from(), origin: 'https://evil.example' }, { language: 'da', version: 1 });
  await noteShown(anybody, from(), { language: 'xx', version: 1 });
  // A version that is not published, and what is none.
  await noteShown(anybody, from(), { language: 'da', version: 99 });
  await noteShown(anybody, from(), { language: 'da', version: Number.NaN });
  expect(must(await readSite(supervisor, { id: 'shop' })).counts.reduce((sum, { shown }) => sum + shown, 0)).toBe(1);
  expect(Object.keys((await world.knex('site_counts').first()) as object).sort()).toEqual([
    'day',
    'device',
    'language',
    'no',
    'part',
    'place',
    'shown',
    'site_id',
    'version',
    'withdrawn',
    'yes',
  ]);
});

test('it is changed for pages that are opened from then on, and taken out of use for good', async () => {
  expect(await gpcStatement(anybody, 'shop')).toEqual({
    gpc: true,
    lastUpdate: expect.stringMatching(/^\d{4}-/) as string,
  });
  expect(await gpcStatement(anybody, 'nowhere')).toBeNull();
  must(await changeSite(supervisor, { ...SITE, switches: 'counting: visits\nfollowing: ads, visits' }));
  expect((await panelOf(anybody, 'shop', HERE))!.rules.switches).toEqual({
    counting: ['visits'],
    following: ['ads', 'visits'],
  });
  must(await closeSite(supervisor, { id: 'shop' }));
  expect(await panelOf(anybody, 'shop', HERE)).toBeNull();
  expect(refusal(await takePanelAnswer(anybody, from(), answer({ visits: 'grant' })))).toBe('panel-unknown');
  expect(refusal(await changeSite(supervisor, SITE))).toBe('site-closed');
  expect(await world.knex('choices').where({ ask: 'shop-panel' })).not.toHaveLength(0);
  expect(await world.knex('trail').where({ act: 'site-changed', subject: 'shop' })).toHaveLength(3);
});
