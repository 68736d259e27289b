import type { Page } from 'puppeteer-core';
import { ask, ASK_MS, PATIENCE_MS, within } from './ask';
import { FIELDS } from './pageWords';

/** What is typed into fields: nobody’s, and known again wherever it goes. */
export interface Honey {
  mail: string;
  text: string;
  phone: string;
}

export async function move(page: Page): Promise<void> {
  await within(
    (async () => {
      await page.mouse.move(200, 300);
      await page.mouse.move(420, 380, { steps: 5 });
    })(),
  );
}

export async function fillForms(page: Page, words: Honey): Promise<void> {
  const types = (await ask<string[]>(page.mainFrame(), FIELDS)) ?? [];
  for (const [i, type] of types.entries()) {
    const word = type === 'email' ? words.mail : type === 'tel' ? words.phone : words.text;
    await within(page.type(`[data-scan-field="${i}"]`, word));
  }
  if (types.length > 0) await within(page.evaluate('document.activeElement?.blur()'));
}

/** @returns whether nobody is asked for a password any more */
export async function signIn(page: Page, url: string, user: string, password: string): Promise<boolean> {
  await page.goto(url, { waitUntil: 'load', timeout: PATIENCE_MS }).catch(() => null);
  // It leads elsewhere: a password that was given for one site is not typed into another.
  if (!page.url().startsWith(`${new URL(url).origin}/`)) return false;
  const isAsked = await ask<boolean>(
    page.mainFrame(),
    `(() => {
      const secret = document.querySelector('input[type=password]');
      const fields = [...(secret?.form ?? document).querySelectorAll('input')].filter((one) =>
        ['text', 'email', 'tel'].includes(one.type) && one.getClientRects().length > 0);
      fields[0]?.setAttribute('data-scan-user', '');
      secret?.setAttribute('data-scan-secret', '');
      return Boolean(secret && fields[0]);
    })()`,
  );
  if (!isAsked) return false;
  await page.type('[data-scan-user]', user);
  await page.type('[data-scan-secret]', password);
  await Promise.all([
    page.waitForNavigation({ waitUntil: 'load', timeout: ASK_MS }).catch(() => null),
    page.keyboard.press('Enter'),
  ]);
  return (await ask<boolean>(page.mainFrame(), "document.querySelector('input[type=password]') === null")) ?? false;
}
