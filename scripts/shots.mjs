import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { stateFolder } from './lib/cluster.mjs';
import { ensureModules } from './lib/install.mjs';
import { ensureChromium } from './lib/packages.mjs';
import { ROOT } from './lib/run.mjs';
import { endWith, say } from './lib/say.mjs';
import { startWorld } from './lib/world.mjs';

const OUT = join(ROOT, 'docs/screenshots');
const NOW = '2026-11-24T07:40:00Z';

async function signIn(page, address, who) {
  await page.goto(`${address}/sign-in`, { waitUntil: 'networkidle0' });
  await page.type('input[name=email]', `${who}@larkmere.example`);
  await page.type('input[name=password]', 'larkmere');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => location.pathname === '/desk');
}

async function mailTo(mailPage, address, subject) {
  for (let n = 0; n < 60; n++) {
    const mails = await (await fetch(`${mailPage}/mails.json`)).json();
    const found = mails.find((mail) => mail.to.includes(address) && mail.subject === subject);
    if (found) return found;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  throw new Error(`no mail to ${address}`);
}

endWith(async () => {
  await ensureModules();
  await ensureChromium();
  const { launch } = await import('./lib/browser.mjs');
  const world = await startWorld({
    name: 'shots',
    mode: 'demo',
    durable: false,
    fresh: true,
    now: NOW,
    ports: { web: 4470, postgres: 5487 },
  });
  const browser = await launch(1280, 800);
  try {
    mkdirSync(OUT, { recursive: true });
    const page = await browser.newPage();
    // Where Larkmere is: nobody is told that their own clock shows another time.
    await page.emulateTimezone('Europe/Copenhagen');
    const shoot = async (name, path, before) => {
      say(`shot: ${name}`);
      await page.goto(`${world.address}${path}`, { waitUntil: 'networkidle0' });
      if (before) await before();
      await page.evaluate(() => document.fonts.ready);
      await page.screenshot({ path: join(OUT, `${name}.png`) });
    };
    await shoot('ask', '/ask');
    await signIn(page, world.address, 'mikkel');
    const click = (words) =>
      page.evaluate(
        (text) => [...document.querySelectorAll('button')].find((one) => one.innerText.includes(text)).click(),
        words,
      );
    const settle = () => new Promise((resolve) => setTimeout(resolve, 1500));
    await page.goto(`${world.address}/requests?state=all`, { waitUntil: 'networkidle0' });
    await page.waitForSelector('[role=grid] [role=gridcell]');
    const refs = await page.$$eval('[role=row]', (rows) => rows.map((row) => row.innerText));
    const refOf = (words) => /BK-\d{4}-\d{5}/.exec(refs.find((text) => words.every((word) => text.includes(word))))[0];
    await shoot('desk', '/desk');
    await shoot('requests', '/requests', settle);
    await shoot('review', `/requests/${refOf(['Mette', 'access'])}`, async () => {
      await settle();
      await page.evaluate(() =>
        [...document.querySelectorAll('.matches tbody tr')]
          .find((row) => row.innerText.includes('Chain guard again'))
          ?.click(),
      );
      await settle();
    });
    await shoot('clock', `/requests/${refOf(['Ines'])}`, async () => {
      await click('why this date');
      await settle();
    });
    await page.waitForFunction(async () => (await (await fetch('/requests/inbox')).text()).includes('Indsigt'), {
      timeout: 30000,
    });
    const person = await page.evaluate(async (url) => (await fetch(url)).ok, '/people');
    if (!person) throw new Error('people cannot be seen');
    await page.goto(`${world.address}/people`, { waitUntil: 'networkidle0' });
    await page.type('input[type=search]', 'mette@mail.example');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=grid] a');
    const href = await page.$eval('[role=grid] a', (link) => link.getAttribute('href'));
    await shoot('person', href);
    await shoot('ledger', '/ledger', settle);
    await shoot('import', '/ledger/imports', async () => {
      const { readdirSync } = await import('node:fs');
      await (await page.$('input[type=file]')).uploadFile(join(world.tillDrop, readdirSync(world.tillDrop)[0]));
      await click('Try it out');
      await page.waitForFunction(() => document.body.innerText.includes('This is what would happen'));
      await settle();
    });
    await shoot('overview', '/ledger/overview', settle);
    await shoot('drift', '/ledger/drift', settle);
    await shoot('audiences', '/ledger/audiences', async () => {
      const list = join(stateFolder('shots'), 'november-tours.csv');
      const contacts = (
        await (
          await fetch(`${world.urls.newsletter}/contacts?limit=200`, {
            headers: { authorization: `Bearer ${world.settings.newsletterToken}` },
          })
        ).json()
      ).items;
      writeFileSync(list, ['email', ...contacts.map(({ email }) => email), 'somebody.new@nowhere.example'].join('\n'));
      await (await page.$('section[aria-labelledby=ask] input[type=file]')).uploadFile(list);
      await click('Ask about every address');
      await page.waitForFunction(
        () =>
          [...document.querySelectorAll('tr')].some(
            (row) => row.innerText.includes('november-tours.csv') && row.innerText.includes('finished'),
          ),
        { timeout: 60000 },
      );
      await settle();
    });
    await shoot('notice', '/ledger/notices/privacy', settle);
    await shoot('choices', '/choices?lang=en', async () => {
      await page.type('input[type=email]', 'tom.marsh@inbox.example');
      await click('Send me the code');
      const mail = await mailTo(world.urls.mail, 'tom.marsh@inbox.example', 'Your choices');
      await page.goto(/http:\S+\/choices\/[\w?=-]+/.exec(mail.text)[0], { waitUntil: 'networkidle0' });
      await page.type('input[inputmode=numeric]', /Code: (\d{6})/.exec(mail.text)[1]);
      await click('Open my choices');
      await page.waitForFunction(() => document.querySelector('fieldset.choice') !== null);
      await settle();
    });
    await shoot('systems', '/systems');
    await shoot('trail', '/trail', settle);
    // Who administers systems is somebody else.
    await page.goto(`${world.address}/desk`, { waitUntil: 'networkidle0' });
    await (await page.browserContext()).deleteCookie(...(await page.browserContext().cookies()));
    await signIn(page, world.address, 'ib');
    await shoot('setup', '/setup');
    await page.goto(`${world.address}/sites/club/scan`, { waitUntil: 'networkidle0' });
    await click('Scan now');
    await page.waitForFunction(() => document.body.innerText.includes('not in order.'), { timeout: 300000 });
    await shoot('scan', '/sites/club/scan', settle);
    await page.goto(`${world.address}/sites/shop/try`, { waitUntil: 'networkidle0' });
    await click('Try it');
    await page.waitForFunction(() => document.body.innerText.includes('Open the page live'), { timeout: 60000 });
    await page.waitForFunction(() => document.querySelectorAll('figure img').length >= 6, { timeout: 300000 });
    await shoot('try', '/sites/shop/try', settle);
    say('shot: panel');
    await page.goto(`${world.urls.site.replace('127.0.0.1', 'shop.localhost')}/blog`, { waitUntil: 'networkidle0' });
    await page.evaluate(() =>
      [...document.querySelector('[data-bookend]').shadowRoot.querySelectorAll('button')]
        .find(({ textContent }) => textContent === 'Choose')
        .click(),
    );
    await page.screenshot({ path: join(OUT, 'panel.png') });
  } finally {
    await browser.close();
    await world.stop();
  }
  rmSync(stateFolder('shots'), { recursive: true, force: true });
});
