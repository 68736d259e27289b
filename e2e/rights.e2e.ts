import type { Browser } from 'puppeteer-core';
import { api, at, go, launch, query, seen, signedIn, WORLD } from './support/world';

let browser: Browser;
beforeAll(async () => void (browser = await launch()));
afterAll(() => browser.close());

test('a request of which a coordinator is no member does not exist for them', async () => {
  const [row] = await query<{ id: string; ref: string; match: string }>(
    WORLD.database,
    'select r.id, r.ref, m.id as match from requests r join traces t on t.request_id = r.id join matches m on m.trace_id = t.id where r.closed_at is null order by r.ref limit 1',
  );
  const { id, ref, match } = row!;
  const [signe, mikkel] = [await signedIn(browser, 'signe'), await signedIn(browser, 'mikkel')];
  const status = async (page: typeof signe, path: string) => (await page.goto(`${WORLD.address}${path}`))!.status();
  const paths = [`/requests/${ref}`, `/api/staff/matches/${match}`];
  const members = await query<{ user_id: string }>(
    WORLD.database,
    'delete from request_members where request_id = $1 returning user_id',
    [id],
  );
  try {
    for (const path of paths)
      expect([path, await status(signe, path), await status(mikkel, path)]).toEqual([path, 404, 200]);
  } finally {
    for (const { user_id } of members)
      await query(WORLD.database, 'insert into request_members (request_id, user_id) values ($1, $2)', [id, user_id]);
  }
  expect(members.map(({ user_id }) => user_id)).toContain('usr_signe');
  for (const path of paths) expect([path, await status(signe, path)]).toEqual([path, 200]);
});

test('a key does what its scopes say, and nothing without one', async () => {
  const body = { identifier: { kind: 'email', value: 'x@mail.example' }, purpose: 'newsletter' };
  expect((await api('/standing', body, 'wrong')).status).toBe(401);
  expect((await api('/standing', body)).status).toBe(200);
  await query(
    WORLD.database,
    "update api_keys set scopes = array_remove(scopes, 'standing:read') where id = 'api_shop'",
  );
  try {
    expect(await api('/standing', body)).toMatchObject({
      status: 403,
      body: { code: 'scope-missing' },
      type: 'application/problem+json',
    });
  } finally {
    await query(
      WORLD.database,
      "update api_keys set scopes = array_append(scopes, 'standing:read') where id = 'api_shop'",
    );
  }
});

test('an administrator keeps a colleague out: their session ends at once, and they may come again when let in', async () => {
  const [ib, pia] = [await signedIn(browser, 'ib'), await signedIn(browser, 'pia')];
  const pressFor = (name: string, words: string) =>
    ib.evaluate(
      (who, say) =>
        [
          ...[...document.querySelectorAll<HTMLElement>('[role=row]')]
            .find((row) => row.innerText.includes(who))!
            .querySelectorAll('button'),
        ]
          .find((button) => button.innerText === say)!
          .click(),
      name,
      words,
    );
  await go(ib, '/setup/colleagues');
  await seen(ib, 'Pia Rask');
  await pressFor('Pia Rask', 'Keep out');
  await seen(ib, '– kept out');
  await go(pia, '/desk');
  await at(pia, '/sign-in');
  await pressFor('Pia Rask', 'Let in');
  await seen(ib, /Pia Rask[^✓–]*✓ active/);
  await signedIn(browser, 'pia');
});
