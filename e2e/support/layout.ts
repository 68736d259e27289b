import type { Page } from 'puppeteer-core';
import { wait } from './world';

/** The pages of staff that need nothing to be looked at. */
export const PLACES: readonly string[] = [
  '/desk',
  '/requests',
  '/requests/new',
  '/requests/take-over',
  '/requests/inbox',
  '/requests/letters',
  '/requests/workload',
  '/requests/figures',
  '/people',
  '/ledger',
  '/ledger/overview',
  '/ledger/imports',
  '/ledger/drift',
  '/ledger/audiences',
  '/ledger/purposes',
  '/ledger/asks',
  '/ledger/notices',
  '/ledger/notices/privacy',
  '/ledger/proof',
  '/ledger/counter',
  '/systems',
  '/systems/sys_shop',
  '/sites',
  '/sites/shop',
  '/sites/shop/scan',
  '/sites/shop/try',
  '/keeping',
  '/trail',
];

/** From a telephone turned sideways (and 200 % of zoom) to a wide screen, CSS pixels. */
export const WIDTHS = [640, 1024, 1440, 1920] as const;

/** After a window has another size, parts that measure themselves take a moment, milliseconds. */
const SETTLES_MS = 400;

/**
 * What cannot be read or reached at each width: text that is cut off and has no tooltip, a page or sheet that scrolls
 * sideways. Boxes that scroll by themselves are no fault.
 */
export async function unreadable(page: Page, widths: readonly number[] = WIDTHS): Promise<string[]> {
  const found: string[] = [];
  for (const width of widths) {
    await page.setViewport({ width, height: 800 });
    await wait(SETTLES_MS);
    for (const one of await page.evaluate(lookForCuts)) found.push(`${width}: ${one}`);
  }
  await page.setViewport({ width: 1280, height: 800 });
  return found;
}

/** Runs in the page. */
function lookForCuts(): string[] {
  const hides = (one: Element) => ['hidden', 'clip'].includes(getComputedStyle(one).overflowX);
  const scrolls = (one: Element) => ['auto', 'scroll'].includes(getComputedStyle(one).overflowX);
  const found: string[] = [];
  for (const one of document.querySelectorAll('body *')) {
    if (one.closest('[title], [aria-hidden=true], noscript') || one.matches('input, textarea, svg *')) continue;
    if (![...one.childNodes].some((node) => node.nodeType === 3 && node.textContent!.trim())) continue;
    const box = one.getBoundingClientRect();
    // What only those hear who listen is a pixel large.
    if (box.width <= 1 || box.height <= 1) continue;
    if (/\bundefined\b|\bNaN\b|\[object |Invalid Date/.test(one.textContent) && one.childElementCount === 0)
      found.push(`says nothing: “${one.textContent.trim().slice(0, 60)}”`);
    const say = () => `“${one.textContent.trim().slice(0, 40)}”`;
    if (hides(one) && one.scrollWidth > one.clientWidth + 1 && getComputedStyle(one).display !== 'inline')
      found.push(`cut off: ${say()}`);
    for (let up = one.parentElement; up && up !== document.body && !scrolls(up); up = up.parentElement) {
      if (!hides(up)) continue;
      const around = up.getBoundingClientRect();
      if (around.width > 1 && box.right > around.right + 1) found.push(`cut off by what is around it: ${say()}`);
      break;
    }
  }
  const main = document.querySelector('main');
  if (document.documentElement.scrollWidth > innerWidth) found.push('the page scrolls sideways');
  if (main && main.scrollWidth > main.clientWidth + 1) found.push('the sheet scrolls sideways');
  return found;
}
