import { siteWorld, type SiteWorld } from '../../../test/support/siteWorld';
import { must, refusal } from '../../../test/support/must';
import { sideBySide } from '../../core/sites/tryOut';
import { readTry, readTryPicture, startTry } from './trySite';
import { readTryToken } from './tryToken';

let club: SiteWorld;
beforeAll(async () => {
  club = await siteWorld('try');
});
afterAll(() => club.close());

test('a page is tried as from elsewhere: before, after a no and after a yes, side by side, and nothing of it is recorded', async () => {
  const { supervisor, world, port, answersArrived } = club;
  const asked = { id: 'club', url: `http://club.localhost:${port}/`, place: 'DK', language: 'da', gpc: false };
  expect(refusal(await startTry(supervisor, { ...asked, url: 'https://else.example/' }))).toBe('try-elsewhere');
  expect(refusal(await startTry(world.user('usr_bo', 'system-owner'), asked))).toBe('not-allowed');
  const arrived = answersArrived.length;
  must(await startTry(supervisor, asked));
  expect(refusal(await startTry(supervisor, asked))).toBe('try-running');
  await world.drain();
  const { looks, run, liveLink } = must(await readTry(supervisor, { id: 'club' }));
  expect(run).toMatchObject({ state: 'finished', done: 3, total: 3 });
  expect(looks.map(({ state, fault }) => [state, fault])).toEqual([
    ['before', null],
    ['none', null],
    ['all', null],
  ]);
  expect(looks.map(({ panel }) => [panel?.isAsking, panel?.language, panel?.permitted])).toEqual([
    // The page says its own language, which outweighs the visitor's.
    [true, 'en', ['orders']],
    [false, 'en', ['orders']],
    [false, 'en', ['orders', 'usage']],
  ]);
  const rows = sideBySide(looks);
  // Something waits until the yes, and is there after it.
  expect(rows.some(({ group, cells }) => group === 'waits' && cells[0] !== '' && cells[2] === '')).toBe(true);
  const picture = must(await readTryPicture(supervisor, { id: 'club', state: 'all' }));
  expect(picture!.subarray(0, 2).toString('hex')).toBe('ffd8');
  expect(answersArrived.length).toBe(arrived);
  expect(await world.knex('site_counts')).toEqual([]);
  // The live way is a link that is good for this site alone.
  const token = new URL(liveLink!).searchParams.get('bookend-try');
  expect(readTryToken(supervisor, 'club', token)).toEqual({ place: 'DK', gpc: false });
  expect(readTryToken(supervisor, 'other', token)).toBeNull();
}, 120_000);
