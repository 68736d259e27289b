import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';

/** Debian's Chromium, headless, with a profile of its own and no calls home. */
export function launch(width = 1280, height = 800) {
  return puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    headless: true,
    userDataDir: mkdtempSync(join(tmpdir(), 'bookend-browser-')),
    defaultViewport: { width, height },
    args: [
      '--no-sandbox',
      '--lang=en-GB',
      '--accept-lang=en-GB',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--disable-dev-shm-usage',
      '--hide-scrollbars',
      '--font-render-hinting=none',
      '--force-color-profile=srgb',
    ],
  });
}
