import { createServer } from 'node:http';
import { siteWorld, listening, type SiteWorld } from '../../../test/support/siteWorld';
import type { TestWorld } from '../../../test/support/database';
import { must, refusal } from '../../../test/support/must';
import { LOGIN, PLANTED } from '../../../standins/site/club';
import type { Hit } from '../../../standins/site/site';
import { looker } from '../../connectors/browser/looker';
import { phasesOf } from '../../core/sites/trackers';
import { scanPages, type ScanSeenRow } from '../../db/sites/scans';
import type { Context } from '../shared/context';
import { readScan } from './readScan';
import { readTrackerList } from './trackerList';
import { planScan, sayTracker, startDueScans, startScan } from './startScan';

let world: TestWorld;
let supervisor: Context;
let port: number;
let answersArrived: string[];

const MANY = `<script>
for (var i = 0; i < 5000; i++) {
  document.cookie = 'c-' + i.toString(36) + 'q=1';
  localStorage['k' + i.toString(36) + 'q'] = 1;
}
</script>`;

let club: SiteWorld;
beforeAll(async () => {
  club = await siteWorld('scan');
  ({ world, supervisor, port, answersArrived } = club);
});
afterAll(() => club.close());

const addClub = (id: string, origins: string) => club.addClub(id, origins);
const hits = async () => (await (await fetch(`http://127.0.0.1:${port}/hits`)).json()) as Hit[];
const seen = (runId: string) => world.knex('scan_seen').where({ run_id: runId }) as Promise<ScanSeenRow[]>;
const named = ({ kind, host, name }: { kind: string; host: string; name: string }) => `${kind} ${host} ${name}`;

test('the sign-in is the site’s own, and complete', async () => {
  const plan = {
    id: 'club',
    everyDays: 7,
    pages: 20,
    signInUrl: `http://club.localhost:${port}/login`,
    user: '',
    password: '',
  };
  expect(refusal(await planScan(supervisor, { ...plan, signInUrl: 'https://else.example/login' }))).toBe(
    'scan-sign-in-elsewhere',
  );
  expect(refusal(await planScan(supervisor, plan))).toBe('scan-sign-in-incomplete');
  must(await planScan(supervisor, { ...plan, user: 'mira@club.example', password: 'chain and ring' }));
  // What is not typed again stays, as long as it goes into the same form.
  must(await planScan(supervisor, { ...plan, user: 'mira@club.example' }));
  expect(refusal(await planScan(supervisor, { ...plan, user: 'other@club.example' }))).toBe('scan-sign-in-incomplete');
  expect(JSON.stringify(await world.knex('sites'))).not.toContain('chain and ring');
});

test('every planted tracker is found in the looks in which it is there, and nothing else', async () => {
  const { runId } = must(await startScan(supervisor, { id: 'club' }));
  expect(refusal(await startScan(supervisor, { id: 'club' }))).toBe('scan-running');
  await world.drain();
  const found = (await seen(runId)).map((row) => `${named(row)}: ${phasesOf(row.phases).join(' ')}`).sort();
  expect(found).toEqual(PLANTED.map((one) => `${named(one)}: ${one.when}`).sort());
  // The panel stands between a page and what it calls: it is not the one who calls.
  const known = (await seen(runId)).find((row) => named(row) === 'call partners.localhost /known');
  expect(known?.by_host).toBe('replay.localhost');
  expect((await seen(runId)).filter(({ by_host }) => by_host === '127.0.0.1')).toEqual([]);
  expect(new Set(PLANTED.map(({ kind }) => kind)).size).toBeGreaterThanOrEqual(30);
}, 400_000);

test('nothing was set off, asked of programs’ closed pages, or answered in anybody’s name', async () => {
  expect(answersArrived).toEqual([]);
  expect(await world.knex('choices')).toEqual([]);
  const pages = await world.worker.transaction((h) => scanPages(h, 'x', 'before'));
  expect(pages).toEqual([]);
  const looked = (await world.knex('scan_pages').where({ phase: 'before' })) as { url: string; state: string }[];
  expect(looked.map(({ url }) => new URL(url).pathname).sort()).toEqual(['/', '/account', '/join', '/login', '/rides']);
  expect(looked.every(({ state }) => state === 'done')).toBe(true);
  expect((await hits()).length).toBeGreaterThan(50);
});

test('what is wrong is said of each, and what a colleague says of it counts', async () => {
  const view = must(await readScan(supervisor, { id: 'club' }));
  const codes = (kind: string, host: string, name = '') =>
    view.trackers.find((one) => named(one) === `${kind} ${host}.localhost ${name}`)!.findings.map(({ code }) => code);
  expect(codes('cookie', 'club', 'session')).toEqual([]);
  expect(codes('cookie', 'club', 'bookend_club')).toEqual([]);
  expect(codes('form-read', 'replay', 'email')).toContain('reads-forms');
  expect(codes('script', 'ads', '/tag.js')).toEqual(['before-answer', 'after-no', 'sale-not-tied']);
  expect(codes('script', 'trial', '/trial.js')).toEqual(['not-described']);
  const words = {
    host: 'trial.localhost',
    name: '',
    owner: 'Halfway Trials',
    use: 'testing',
    keepsDays: 30,
    isSale: false,
  } as const;
  expect(refusal(await sayTracker(world.user('usr_c', 'coordinator'), words))).toBe('not-allowed');
  must(await sayTracker(supervisor, words));
  const after = must(await readScan(supervisor, { id: 'club' }));
  expect(after.trackers.find(({ host }) => host === 'trial.localhost')).toMatchObject({
    words: { owner: 'Halfway Trials' },
    findings: [],
  });
});

test('visitors read what is kept and called in their language, with what was said of it', async () => {
  const list = (await readTrackerList(world.worker, { siteId: 'club', language: 'da' }))!;
  expect(list.title).toBe('Hvad The club gemmer og henter');
  expect(list.rows).toHaveLength(PLANTED.length);
  expect(list.rows).toContainEqual({
    what: 'gemt på din enhed: visits_no',
    whose: 'Tallymark Counting',
    why: 'tæller besøg',
    howLong: '365 dage',
  });
  expect(list.rows).toContainEqual(expect.objectContaining({ whose: 'Halfway Trials', why: 'afprøver varianter' }));
  expect(list.rows).toContainEqual(expect.objectContaining({ what: 'læst af det, du gør: email' }));
  // A language that nobody has words for is answered in English.
  expect((await readTrackerList(world.worker, { siteId: 'club', language: 'xx' }))!.language).toBe('en');
  expect(await readTrackerList(world.worker, { siteId: 'none', language: 'en' })).toBeNull();
});

test('after a kill it goes on with what was not looked at, and finds the same; nothing is new, nothing gone', async () => {
  must(await planScan(supervisor, { id: 'club', everyDays: null, pages: 1, signInUrl: '', user: '', password: '' }));
  const whole = must(await startScan(supervisor, { id: 'club' })).runId;
  await world.drain();
  const { runId } = must(await startScan(supervisor, { id: 'club' }));
  const own = world.worker.looker!;
  let looks = 0;
  world.worker.looker = {
    ...own,
    visitor: async (settings) => {
      const visitor = await own.visitor(settings);
      return {
        ...visitor,
        look: (url, options) => (++looks === 2 ? Promise.reject(new Error('killed')) : visitor.look(url, options)),
      };
    },
  };
  await world.drainOnce(0).catch(() => {});
  world.worker.looker = own;
  expect(await world.knex('scan_pages').where({ run_id: runId, state: 'done' })).toHaveLength(1);
  await world.worker.jobs.enqueue(undefined as never, 'scan-site', { runId: runId as never });
  await world.drain();
  const [before, after] = [await seen(whole), await seen(runId)];
  expect(after.map(named).sort()).toEqual(before.map(named).sort());
  expect(after.length).toBeGreaterThan(15);
  const view = must(await readScan(supervisor, { id: 'club' }));
  expect(view.trackers.filter(({ isNew }) => isNew)).toEqual([]);
  expect(view.gone).toEqual([]);
}, 400_000);

test('a scan comes by itself when its day is there, once', async () => {
  const plan = { id: 'club', pages: 1, signInUrl: '', user: '', password: '' };
  must(await planScan(supervisor, { ...plan, everyDays: 7 }));
  // The last one was today, however it ended.
  const { runId } = must(await startScan(supervisor, { id: 'club' }));
  await world.knex('runs').where({ id: runId }).update({ state: 'cancelled' });
  const count = async () => (await world.knex('runs').where({ kind: 'scan-site', subject: 'club' })).length;
  const before = await count();
  await startDueScans(world.worker);
  expect(await count()).toBe(before);
  world.pass(7 * 86_400);
  await startDueScans(world.worker);
  await startDueScans(world.worker);
  expect(await count()).toBe(before + 1);
  // A site that is slow is left after a while; what was not looked at by then is not looked at.
  world.pass(3 * 3600);
  await world.drain();
  const last = (await world
    .knex('runs')
    .where({ kind: 'scan-site', subject: 'club' })
    .orderBy('no', 'desc')
    .first()) as {
    id: string;
    state: string;
    done: number;
  };
  expect(last).toMatchObject({ state: 'failed', cause: 'site-no-page', done: 0 });
  expect(await world.knex('scan_pages').where({ run_id: last.id })).toEqual([]);
  must(await planScan(supervisor, { ...plan, everyDays: null }));
  world.pass(30 * 86_400);
  await startDueScans(world.worker);
  expect(await count()).toBe(before + 1);
}, 60_000);

test('a page that breaks the browser is said, and the scan goes on with a new one', async () => {
  must(await planScan(supervisor, { id: 'club', everyDays: null, pages: 1, signInUrl: '', user: '', password: '' }));
  const { runId } = must(await startScan(supervisor, { id: 'club' }));
  const own = world.worker.looker!;
  const broken = async () => Promise.reject(new Error('Protocol error: Target closed'));
  let browsers = 0;
  world.worker.looker = {
    ...own,
    visitor: async (settings) => {
      browsers++;
      return { ...(await own.visitor(settings)), look: broken };
    },
  };
  await expect(world.drainOnce(0)).rejects.toMatchObject({ code: 'browser-broke' });
  expect(await world.knex('runs').where({ id: runId }).first()).toMatchObject({
    state: 'running',
    cause: 'browser-broke',
  });
  await world.worker.jobs.enqueue(undefined as never, 'scan-site', { runId: runId as never });
  await world.drain();
  world.worker.looker = own;
  // The only page that was planned is the one that broke it: nothing was seen, and it is not opened again.
  expect(browsers).toBe(1);
  const pages = await world.knex('scan_pages').where({ run_id: runId });
  expect(pages).toMatchObject([{ state: 'failed', fault: 'browser-broke' }]);
  expect(await world.knex('runs').where({ id: runId }).first()).toMatchObject({
    state: 'failed',
    cause: 'site-no-page',
  });
}, 60_000);

test('a password is not typed where the sign-in leads elsewhere', async () => {
  const arrived: string[] = [];
  const elsewhere = createServer((request, response) => {
    arrived.push(request.url ?? '');
    response.writeHead(200, { 'content-type': 'text/html' }).end(LOGIN);
  }).listen(0, '127.0.0.1');
  const other = `elsewhere.localhost:${await listening(elsewhere)}`;
  const leading = createServer((_, response) => response.writeHead(302, { location: `http://${other}/` }).end());
  const own = `leading.localhost:${await listening(leading.listen(0, '127.0.0.1'))}`;
  const visitor = await looker.visitor({
    ownHosts: ['leading.localhost'],
    site: 'leading',
    bookend: supervisor.baseUrl,
    reach: [own, other],
    tries: null,
    language: null,
    gpc: false,
  });
  expect(await visitor.signIn(`http://${own}/login`, 'mira', 'chain and ring')).toBe(false);
  await visitor.close();
  expect(arrived.filter((url) => url !== '/favicon.ico')).toEqual(['/']);
  for (const server of [elsewhere, leading]) {
    server.closeAllConnections();
    server.close();
  }
}, 60_000);

describe('bad sites', () => {
  test.each([
    ['away', 'http://gone.localhost:59998', 'site-unreachable'],
    ['elsewhere', 'http://other.localhost:59997', 'site-out-of-reach'],
    ['inner', 'http://127.0.0.1:5432', 'site-out-of-reach'],
  ])('%s ends with its cause', async (id, origin, cause) => {
    await addClub(id, origin);
    const { runId } = must(await startScan(supervisor, { id }));
    await world.drain();
    expect(await world.knex('runs').where({ id: runId }).first()).toMatchObject({ state: 'failed', cause });
  });

  test('one in a circle, without a sitemap, of 50 MB, with 5,000 cookies, that throws', async () => {
    const hostile = createServer((request, response) => {
      const html = (body: string) => void response.writeHead(200, { 'content-type': 'text/html' }).end(body);
      if (request.url === '/')
        return html(
          '<a href="/circle">a</a><a href="/huge">b</a><a href="/cookies">c</a><a href="/throws">d</a><a href="/file">e</a>',
        );
      if (request.url === '/circle') return void response.writeHead(302, { location: '/circle' }).end();
      if (request.url === '/huge') {
        response.writeHead(200, { 'content-type': 'text/html' });
        let left = 50;
        const more = () => {
          if (left-- <= 0 || response.destroyed) return void response.end();
          if (response.write('x'.repeat(1_000_000))) setImmediate(more);
          else response.once('drain', more);
        };
        return more();
      }
      if (request.url === '/cookies') return html(MANY);
      if (request.url === '/throws')
        return html(
          '<script>alert("stop"); window.onerror = null; Object.prototype.then = 1; throw new Error("no")</script>',
        );
      if (request.url === '/file')
        return void response
          .writeHead(200, { 'content-type': 'application/octet-stream', 'content-disposition': 'attachment' })
          .end('x');
      response.writeHead(404).end();
    }).listen(0, '127.0.0.1');
    const own = `hostile.localhost:${await listening(hostile)}`;
    for (const ctx of [world.worker, supervisor]) Object.defineProperty(ctx, 'reach', { value: [own] });
    await addClub('hostile', `http://${own}`);
    const { runId } = must(await startScan(supervisor, { id: 'hostile' }));
    await world.drain();
    hostile.closeAllConnections();
    hostile.close();
    const pages = (await world.knex('scan_pages').where({ run_id: runId, phase: 'before' })) as {
      url: string;
      state: string;
      fault: string | null;
    }[];
    expect(
      Object.fromEntries(
        pages.map(({ url, state, fault }) => [new URL(url).pathname, `${state} ${fault ?? ''}`.trim()]),
      ),
    ).toEqual({
      '/': 'done',
      '/circle': 'failed redirects',
      '/huge': 'done too-large',
      '/cookies': 'done',
      '/throws': 'done',
      '/file': 'failed no-page',
    });
    expect((await seen(runId)).length).toBeLessThanOrEqual(700);
    expect(await world.knex('runs').where({ id: runId }).first()).toMatchObject({ state: 'finished' });
  }, 240_000);
});
