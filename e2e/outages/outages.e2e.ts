import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { acceptAll, decideToFulfil, openAtCounter, tellRecipients, traceToEnd } from '../support/journeys';
import {
  api,
  fill,
  go,
  launch,
  mails,
  misbehave,
  press,
  query,
  seen,
  signedIn,
  textOf,
  until,
  wait,
  WORLD,
} from '../support/world';

// The database, the storage and the mail server are really taken away, each for a while, with everything under way at once: messages and
// files that come in, requests by the interface, letters, the daily work and an erasure. Then all of it has to be there, once.

const SECONDS = (process.env['OUTAGE_SECONDS'] ?? '5').split(' ').map(Number);
/** How long what waits may take to be done after the service is back: a letter that failed waits for its next try. */
const CATCH_UP_SECONDS = 700;

const control = async (act: string) => {
  const response = await fetch(`${WORLD.worker}/${act}`);
  if (!response.ok) throw new Error(`${act}: ${await response.text()}`);
};
const SERVICES = {
  database: { begin: () => control('database/away'), end: () => control('database/back'), says: 'database' },
  storage: { begin: () => control('storage/away'), end: () => control('storage/back'), says: 'storage' },
  'mail server': { begin: () => misbehave('mail', 'away'), end: () => misbehave('mail', 'none'), says: 'mail' },
} as const;

let browser: Browser;
let page: Page;
let customers: { first_name: string; last_name: string; email: string }[];
/** Messages that the demo had already, and those that were put there since. */
let messages = 0;
beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, 'signe');
  customers = await query(
    WORLD.shop,
    "select min(first_name) first_name, min(last_name) last_name, email from customers c where country = 'DK' and not exists (select 1 from orders o where o.customer_id = c.id) group by email having count(*) = 1 order by email",
  );
  messages = await proposals();
});
afterAll(() => browser.close());

const db = <T extends object>(sql: string, values: unknown[] = []) => query<T>(WORLD.database, sql, values);
const proposals = async () => Number((await db<{ n: string }>('select count(*) n from mail_proposals'))[0]!.n);
const health = async (): Promise<Record<string, string | number>> => {
  const response = await fetch(`${WORLD.address}/api/v1/health`);
  const told = (await response.json()) as Record<string, string>;
  return { ...told, code: response.status };
};

/** An erasure whose plan is made; pressing one more button begins it. Of somebody of whom no colleague has to erase anything by hand. */
async function prepareErasure(): Promise<{ ref: string; email: string }> {
  const { first_name, last_name, email } = customers.pop()!;
  const ref = await openAtCounter(page, { givenName: first_name, familyName: last_name, email }, 'erasure');
  await traceToEnd(page);
  await acceptAll(page);
  await decideToFulfil(page, 'Nothing needs the data any more.');
  await press(page, 'Make the erasure plan');
  await seen(page, 'This cannot be undone');
  if (
    (
      await db(
        "select 1 from plan_lines l join plans p on p.id = l.plan_id join requests r on r.id = p.request_id where r.ref = $1 and l.doer = 'helper'",
        [ref],
      )
    ).length > 0
  )
    return prepareErasure();
  if ((await textOf(page)).includes('How many look alike is not known'))
    await fill(page, 'How many look alike is not known', 'Only the town stays in it.');
  await fill(page, 'Reference', ref);
  return { ref, email };
}

const LINES = 30;
const tillFile = (tag: string) =>
  [
    'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick',
    ...Array.from(
      { length: LINES },
      (_, n) => `${tag}-${n};2026-11-23;Aarhus;;Ida;Outage${n};${tag}.${n}@inbox.example;;DK;newsletter;J`,
    ),
  ].join('\r\n') + '\r\n';
const message = (tag: string) =>
  `From: Ida Outage <${tag}@inbox.example>\r\nTo: privacy@larkmere.example\r\nSubject: Access please ${tag}\r\nMessage-ID: <${tag}@inbox.example>\r\nDate: Mon, 23 Nov 2026 08:00:00 +0100\r\n\r\nPlease send me a copy of all my data.\r\n`;

/** As a program does it that puts a file into a folder: under another name first. */
function drop(folder: string, name: string, text: string): void {
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, '..', `.${name}`), text);
  renameSync(join(folder, '..', `.${name}`), join(folder, name));
}

const ask = (tag: string, person: { givenName: string; familyName: string; emails: string[] }) =>
  api(
    '/requests',
    { right: 'access', receivedAt: '2026-11-24T07:00:00Z', channel: 'api', person, language: 'en' },
    WORLD.shopKey,
    { 'idempotency-key': tag },
  );

describe.each(
  SECONDS.flatMap((seconds) =>
    Object.keys(SERVICES).map((service) => [service as keyof typeof SERVICES, seconds] as const),
  ),
)('the %s is away for %d seconds', (service, seconds) => {
  const { begin, end, says } = SERVICES[service];
  const tag = `${says}${seconds}`;

  test(
    'nothing is lost, each is done once, and health says it while it lasts',
    async () => {
      const { ref: erasure, email } = await prepareErasure();
      expect(await health()).toMatchObject({ code: 200, status: 'ok' });
      await db("delete from claims where scope like 'daily:%'");

      await press(page, /^Erase \d+ records? in \d systems?/);
      await until(
        'the erasure is under way',
        async () =>
          (
            await db(
              "select 1 from operations o join plans p on p.id = o.plan_id join requests r on r.id = p.request_id where r.ref = $1 and o.state <> 'planned'",
              [erasure],
            )
          ).length > 0,
      );
      const told: Awaited<ReturnType<typeof health>>[] = [];
      await begin();
      const since = Date.now();
      let [first, toldByChecks] = [null as Awaited<ReturnType<typeof ask>> | null, ''];
      try {
        drop(join(WORLD.privacyMailbox, 'new'), `${tag}.m`, message(tag));
        drop(WORLD.watched, `${tag}.csv`, tillFile(tag));
        first = await ask(tag, { givenName: 'Ole', familyName: 'Outage', emails: [`ole.${tag}@inbox.example`] });
        for (; Date.now() - since < seconds * 1000; await wait(500)) told.push(await health());
        toldByChecks = ((await (await fetch(`${WORLD.checks}/health`)).json()) as { status: string }).status;
      } finally {
        await end();
      }
      await control('alive');
      expect(toldByChecks).toBe(service === 'database' ? 'down' : 'degraded');
      expect(first.status).toBe(service === 'database' ? 503 : 201);
      // Not at once for what is noticed only when it is used, but long before the end of it, and until its end.
      expect(told.at(-1)).toMatchObject({
        code: service === 'database' ? 503 : 200,
        status: service === 'database' ? 'down' : 'degraded',
        [says]: service === 'mail server' ? 'failing' : 'unreachable',
      });
      expect(told.filter(({ status }) => status === 'ok').length).toBeLessThan(told.length / 2);

      // Who was told that it failed asks again with the same key; who was told nothing wrong may do so too.
      await until(
        'the request is taken',
        async () =>
          (await ask(tag, { givenName: 'Ole', familyName: 'Outage', emails: [`ole.${tag}@inbox.example`] })).status ===
          201,
      );
      const byApi = String(
        (await ask(tag, { givenName: 'Ole', familyName: 'Outage', emails: [`ole.${tag}@inbox.example`] })).body['ref'],
      );
      if (first.status === 201) expect(first.body['ref']).toBe(byApi);

      const planOf = async () =>
        (
          await db<{ state: string; phase: string }>(
            'select p.state, p.phase from plans p join requests r on r.id = p.request_id where r.ref = $1',
            [erasure],
          )
        )[0]!;
      await until(
        'the erasure is proved',
        async () => ['letter', 'own', 'finished'].includes((await planOf()).phase),
        CATCH_UP_SECONDS,
      );
      await go(page, `/requests/${erasure}`);
      if ((await planOf()).phase === 'letter') await tellRecipients(page);
      await until('the erasure is finished', async () => (await planOf()).state === 'finished', CATCH_UP_SECONDS);
      await until(
        'every letter is sent',
        async () =>
          (await db("select 1 from letters where state <> 'sent'")).length +
            (await db("select 1 from outbox where state <> 'sent'")).length ===
          0,
        CATCH_UP_SECONDS,
      );
      await until(
        'the file is in the ledger',
        async () => (await db("select 1 from imports where state = 'finished' and recorded = $1", [LINES])).length > 0,
        CATCH_UP_SECONDS,
      );
      await until(
        'the day’s work is done',
        async () => {
          const runs = await db<{ state: string }>("select state from claims where scope like 'daily:%'");
          return runs.length === 7 && runs.every(({ state }) => state === 'done');
        },
        CATCH_UP_SECONDS,
      );
      await until('health is well again', async () => (await health()).status === 'ok', CATCH_UP_SECONDS);

      // Each once.
      expect(await db<{ n: string }>('select count(*) n from requests where ref = $1', [byApi])).toEqual([{ n: '1' }]);
      expect(await proposals()).toBe(++messages);
      expect(
        await db('select recorded, duplicate, quarantined, conflict from imports order by created_at desc limit 1'),
      ).toEqual([{ recorded: LINES, duplicate: 0, quarantined: 0, conflict: 0 }]);
      for (const one of [0, LINES - 1])
        expect(
          (
            await api('/standing', {
              identifier: { kind: 'email', value: `${tag}.${one}@inbox.example` },
              purpose: 'newsletter',
            })
          ).body,
        ).toMatchObject({ permitted: true });
      // Colleagues are told of it too, by other mails.
      const sent = (await mails()).filter(
        ({ messageId, subject }) =>
          messageId.startsWith('<let_') && (subject.includes(erasure) || subject.includes(byApi)),
      );
      const letters = await db<{ message_id: string }>(
        'select message_id from letters l join requests r on r.id = l.request_id where r.ref in ($1, $2)',
        [erasure, byApi],
      );
      expect([...new Set(sent.map(({ messageId }) => messageId))].sort()).toEqual(
        letters.map(({ message_id }) => message_id).sort(),
      );
      const journal = readFileSync(WORLD.journal, 'utf8')
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as { id: string; ref?: string; requestRef?: string });
      expect(new Set(journal.map(({ id }) => id)).size).toBe(journal.length);
      expect(await query(WORLD.shop, 'select 1 from customers where email = $1', [email])).toEqual([]);
      await control('alive');
      const certificate = await page.evaluate(
        async (path) => (await fetch(path)).status,
        `/requests/${erasure}/certificate`,
      );
      expect(certificate).toBe(200);
    },
    (seconds + 8 * CATCH_UP_SECONDS) * 1000,
  );
});
