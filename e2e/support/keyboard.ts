import type { KeyInput, Page } from 'puppeteer-core';
import { wait } from './world';

// Hands that never leave the keyboard: Tab, Enter, arrows, letters. The mouse is taken away, so that none of it is used by mistake.

/** Tabs after which something cannot be reached by any patience. */
const MOST_TABS = 160;
/** What is shown a moment later is looked for again so long, milliseconds. */
const PATIENCE_MS = 60_000;

export function withoutMouse<P extends Page>(page: P): P {
  for (const act of ['click', 'move', 'down', 'up', 'wheel'] as const)
    page.mouse[act] = () => Promise.reject(new Error(`the mouse was used: ${act}`));
  return page;
}

export async function chord(page: Page, modifier: KeyInput, key: KeyInput): Promise<void> {
  await page.keyboard.down(modifier);
  await page.keyboard.press(key);
  await page.keyboard.up(modifier);
}

/** The name of what has the focus, as those who listen are told it; empty where nothing has. */
export function focused(page: Page): Promise<string> {
  return page.evaluate(() => {
    const one = document.activeElement as HTMLElement | null;
    if (!one || one === document.body) return '';
    const named = (one.getAttribute('aria-labelledby') ?? '')
      .split(' ')
      .map((id) => document.getElementById(id)?.textContent ?? '')
      .join(' ')
      .trim();
    const labels = [...((one as HTMLInputElement).labels ?? [])].map(({ textContent }) => textContent).join(' ');
    return (one.getAttribute('aria-label') ?? (named || labels || one.innerText)).replace(/\s+/g, ' ').trim();
  });
}

const fits = (name: string, wanted: string | RegExp) =>
  typeof wanted === 'string' ? name.startsWith(wanted) : wanted.test(name);

/**
 * Goes on by Tab until what is named so has the focus; where it is not there yet, it is waited for.
 *
 * @returns how many Tabs it took
 */
export async function tabTo(page: Page, wanted: string | RegExp): Promise<number> {
  if (fits(await focused(page), wanted)) return 0;
  let seen: string[] = [];
  for (const end = Date.now() + PATIENCE_MS; Date.now() < end; await wait(250)) {
    seen = [];
    for (let tabs = 1; tabs <= MOST_TABS; tabs++) {
      await page.keyboard.press('Tab');
      const name = await focused(page);
      if (fits(name, wanted)) return tabs;
      // Once around: it is not there yet.
      if (name !== '' && name === seen[0] && tabs > 20) break;
      seen.push(name);
    }
  }
  throw new Error(
    `“${wanted}” cannot be reached by Tab; on the way were: ${[...new Set(seen)].map((name) => name.slice(0, 30)).join(' | ')}`,
  );
}

export async function actByKey(page: Page, wanted: string | RegExp): Promise<void> {
  await tabTo(page, wanted);
  await page.keyboard.press('Enter');
}

export async function typeByKey(page: Page, label: string, text: string): Promise<void> {
  await tabTo(page, label);
  await chord(page, 'Control', 'a');
  await page.keyboard.type(text);
}

/** Opens a list by Enter and takes an option by arrows and Enter. */
export async function chooseByKey(page: Page, label: string, option: string | RegExp): Promise<void> {
  await tabTo(page, label);
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role=option]');
  for (let n = 0; n < 80 && !fits(await focused(page), option); n++) await page.keyboard.press('ArrowDown');
  if (!fits(await focused(page), option)) throw new Error(`“${option}” is not among the options of ${label}`);
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role=option]', { hidden: true });
}

/** `E` leads to the next act of the page, and Enter does it. */
export async function nextAct(page: Page, expected: string | RegExp): Promise<void> {
  for (const end = Date.now() + PATIENCE_MS; Date.now() < end; await wait(250)) {
    await page.keyboard.press('e');
    if (fits(await focused(page), expected)) return page.keyboard.press('Enter');
  }
  throw new Error(`E does not lead to “${expected}” but to “${await focused(page)}”`);
}

/** Through the palette: a few of its letters and Enter. */
export async function byPalette(page: Page, words: string): Promise<void> {
  await chord(page, 'Control', 'k');
  await page.waitForSelector('[role=dialog] input');
  await page.keyboard.type(words);
  await page.waitForSelector('[role=option][aria-selected=true]');
  await page.keyboard.press('Enter');
}
