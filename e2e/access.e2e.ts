import { createHash } from 'node:crypto';
import type { Browser, Page } from 'puppeteer-core';
import yauzl from 'yauzl';
import {
  goOnWithoutOwners,
  decideToFulfil,
  judgeEachByKey,
  outsider,
  proveByCode,
  traceToEnd,
} from './support/journeys';
import {
  fill,
  go,
  holds,
  launch,
  mailTo,
  press,
  query,
  seen,
  signedIn,
  textOf,
  valued,
  wait,
  WORLD,
} from './support/world';

let browser: Browser;
let page: Page;
beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, 'signe');
});
afterAll(() => browser.close());

function unzip(bytes: Buffer): Promise<Map<string, Buffer>> {
  return new Promise((resolve, reject) => {
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
      if (error || !zip) return reject(error);
      const files = new Map<string, Buffer>();
      zip.on('entry', (entry: { fileName: string }) => {
        zip.openReadStream(entry as never, (failure, stream) => {
          if (failure || !stream) return reject(failure);
          const parts: Buffer[] = [];
          stream.on('data', (part: Buffer) => parts.push(part));
          stream.on('end', () => {
            files.set(entry.fileName, Buffer.concat(parts));
            zip.readEntry();
          });
        });
      });
      zip.on('end', () => resolve(files));
      zip.readEntry();
    });
  });
}

test('public form → identity → trace → review by keys → decision → pack → hand-over', async () => {
  // 1. A person asks, without an account.
  const outside = await outsider(browser);
  await go(outside, '/ask');
  await press(outside, 'Send my request');
  await seen(outside, 'Choose what you ask for.');
  await outside.click('input[value=access]');
  await fill(outside, 'Given name', 'Mette');
  await fill(outside, 'Family name', 'Holmgaard');
  await fill(outside, 'E-mail', 'not an address');
  await press(outside, 'Send my request');
  await seen(outside, 'does not look like an e-mail address');
  await valued(outside, 'givenName', 'Mette');
  await fill(outside, 'E-mail', 'mette@mail.example');
  await press(outside, 'Send my request');
  await seen(outside, 'We have your request');
  const ref = /BK-2026-\d{5}/.exec(await textOf(outside))![0];
  await mailTo('mette@mail.example', new RegExp(`We have your request \\(${ref}\\)`));

  // 2. Identity, by a code to the address on file.
  const { link, digits } = await proveByCode(page, outside, ref, 'mette@mail.example');
  await go(outside, link);
  await fill(outside, 'Code', digits);
  await press(outside, 'Go on');
  await seen(outside, 'This link has been used');

  // 3. Trace, over systems that run.
  await traceToEnd(page);
  const found = await textOf(page);
  for (const name of ['Web shop', 'Newsletter service', 'Support mailbox', 'Bookend'])
    expect(found).toMatch(new RegExp(`✓ ${name} \\d+ found`));

  // 4. Review by keyboard alone.
  expect(await judgeEachByKey(page)).toBeGreaterThanOrEqual(7);
  await page.keyboard.press('z');
  await wait(300);
  await page.keyboard.press('t');
  await holds(
    page,
    'nothing unsure',
    () => !document.querySelector('[aria-label=Matches] tr:is([data-verdict=open], [data-verdict=unsure])'),
  );
  await seen(page, 'Decide to fulfil');

  // 5. Decision with its ground and reason.
  await goOnWithoutOwners(page);
  await press(page, 'Decide to fulfil');
  await seen(page, 'Choose the ground.');
  await decideToFulfil(page, 'Identity is proven; nothing stands against it.');
  await press(page, 'Build the pack');
  await press(page, 'Send the pack and close');
  await press(page, 'Send it and close');
  await seen(page, 'The second word');
  const secret = await page.$eval('[data-word]', (words) => words.textContent);
  await press(page, 'It is noted');
  await seen(page, 'answered in time');

  // 6. Hand-over: a scanner's GET uses nothing up; the second word opens; the link works once.
  const mail = await mailTo('mette@mail.example', new RegExp(`Your data is ready \\(${ref}\\)`));
  expect(mail.text).not.toContain(secret);
  const handOver = /http:\/\/[^\s]+\/hand-over\/[\w-]+/.exec(mail.text)![0];
  for (let n = 0; n < 3; n++) expect((await fetch(handOver)).status).toBe(200);
  await go(outside, handOver);
  await fill(outside, 'Second word', 'wrong-word');
  await press(outside, 'Open');
  await seen(outside, 'This is not the word. 4 tries left.');
  await fill(outside, 'Second word', secret);
  await press(outside, 'Open');
  await seen(outside, 'Download my data');
  const cookies = (await outside.browserContext().cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
  const download = async () => fetch(`${WORLD.address}/hand-over/file`, { headers: { cookie: cookies } });
  await (await download()).arrayBuffer();
  const response = await download();
  expect(response.headers.get('content-disposition')).toContain(`${ref}.zip`);
  const files = await unzip(Buffer.from(await response.arrayBuffer()));
  await press(outside, 'I have the file');
  await seen(outside, 'used up');
  expect((await download()).status).toBe(410);
  await go(outside, handOver);
  await seen(outside, 'This link has been used');

  // 7. The file itself: every sum, her order and mail, nothing of anybody else.
  const manifest = JSON.parse(files.get('manifest.json')!.toString('utf8')) as {
    files: { path: string; sha256: string; bytes: number }[];
  };
  expect(manifest.files.map(({ path }) => path).sort()).toEqual(
    [...files.keys()].filter((path) => path !== 'manifest.json').sort(),
  );
  for (const { path, sha256, bytes } of manifest.files) {
    expect(files.get(path)!.length).toBe(bytes);
    expect(createHash('sha256').update(files.get(path)!).digest('hex')).toBe(sha256);
  }
  expect(files.get('cover-letter.pdf')!.subarray(0, 5).toString()).toBe('%PDF-');
  const all = [...files]
    .filter(([path]) => !path.endsWith('.pdf') && !path.endsWith('.png'))
    .map(([, body]) => body.toString('utf8'))
    .join('\n');
  const [order] = await query<{ order_no: string }>(
    WORLD.shop,
    "select order_no from orders o join customers c on c.id = o.customer_id where c.customer_no = '48213' limit 1",
  );
  expect(all).toContain(order!.order_no);
  expect(all).toContain('Photo of the broken clip');
  expect([...files.keys()].some((path) => path.endsWith('clip.png'))).toBe(true);
  for (const other of ['jonas', '10 77 88 99', 'mh@post.example', '49877', 'Jens Toft'])
    expect(all.toLowerCase()).not.toContain(other.toLowerCase());
  expect(files.get('withheld.csv')!.toString('utf8')).toContain('Re: Chain guard again');
}, 240_000);
