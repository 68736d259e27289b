import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser } from 'puppeteer-core';
import { BrowserMissing } from '../../ports/looker';

const PROGRAM = '/usr/bin/chromium';
/** A fresh browser takes cookies of others, as the browsers of many visitors do: a scan has to see what would be set there. */
const PREFERENCES = { profile: { cookie_controls_mode: 0, block_third_party_cookies: false } };

export interface Launched {
  browser: Browser;
  close(): Promise<void>;
}

/**
 * Debian's Chromium with a profile of its own, that reaches the world through a proxy alone and calls nobody by itself.
 *
 * @throws BrowserMissing
 */
export async function launch(proxyPort: number): Promise<Launched> {
  if (!existsSync(PROGRAM)) throw new BrowserMissing(`${PROGRAM} is not there`);
  const profile = mkdtempSync(join(tmpdir(), 'bookend-visitor-'));
  mkdirSync(join(profile, 'Default'));
  writeFileSync(join(profile, 'Default', 'Preferences'), JSON.stringify(PREFERENCES));
  const browser = await puppeteer.launch({
    executablePath: PROGRAM,
    headless: true,
    userDataDir: profile,
    defaultViewport: { width: 1280, height: 900 },
    args: [
      `--proxy-server=http://127.0.0.1:${proxyPort}`,
      // This machine's own addresses too: else pages would get to them past the proxy.
      '--proxy-bypass-list=<-loopback>',
      '--force-webrtc-ip-handling-policy=disable_non_proxied_udp',
      // As root there is no sandbox to be had; an installation that runs as somebody else keeps it.
      ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--disable-dev-shm-usage',
      '--deny-permission-prompts',
      '--mute-audio',
      '--autoplay-policy=no-user-gesture-required',
    ],
  });
  return {
    browser,
    async close() {
      await browser.close().catch(() => browser.process()?.kill('SIGKILL'));
      rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
    },
  };
}
