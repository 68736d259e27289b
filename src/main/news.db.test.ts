import pg from 'pg';
import { testWorld, type TestWorld } from '../../test/support/database';
import { ANYTHING, newsOf } from './news';

let world: TestWorld;
beforeAll(async () => void (world = await testWorld('news')));
afterAll(() => world.close());

const until = async (what: string, test: () => boolean) => {
  for (let n = 0; n < 200; n++) {
    if (test()) return;
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  throw new Error(`waited in vain: ${what}`);
};
const move = async () => {
  await world.knex.raw("update runs set state = state where id = 'none'");
};

test('whoever follows is told which kind of thing moved, and nothing of it', async () => {
  const news = newsOf(world.url);
  const heard: string[] = [];
  const stop = news.follow((what) => heard.push(what));
  await until('the first news', () => (void move(), heard.includes('runs')));
  // What may have moved before it listened is said first, as what it is not known to be.
  expect(new Set(heard)).toEqual(new Set([ANYTHING, 'runs']));
  stop();
  const before = heard.length;
  await move();
  await new Promise((resolve) => setTimeout(resolve, 150));
  expect(heard.length).toBe(before);
  await news.close();
});

test('a database that goes away is listened to again, and what may have been missed is said', async () => {
  const news = newsOf(world.url);
  const heard: string[] = [];
  news.follow((what) => heard.push(what));
  await until('the first news', () => (void move(), heard.includes('runs')));
  heard.length = 0;
  const admin = new pg.Client({ connectionString: world.url });
  await admin.connect();
  await admin.query(
    "select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'bookend news' and datname = current_database()",
  );
  await admin.end();
  await until('it is back', () => heard.includes(ANYTHING));
  heard.length = 0;
  await until('news again', () => (void move(), heard.includes('runs')));
  await news.close();
});
