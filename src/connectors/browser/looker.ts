import { request as plain } from 'node:http';
import { request as secured } from 'node:https';
import type { Looker } from '../../ports/looker';
import { addressOf } from './proxy';
import { newVisitor } from './visitor';

const MOST_TEXT = 2_000_000;
const PATIENCE_MS = 10_000;
const MOST_HOPS = 4;

/** A site has other visitors too. */
const PAUSE_MS = 1000;

/** Chromium, and a reader of small files. */
export const looker: Looker = { visitor: newVisitor, read, pauseMs: PAUSE_MS };

/** @returns null where it is not there, too large, elsewhere, or cannot be had */
async function read(address: string, { reach }: { reach: readonly string[] }, hops = 0): Promise<string | null> {
  const url = new URL(address);
  const port = Number(url.port || (url.protocol === 'https:' ? 443 : 80));
  const found = await addressOf(url.hostname, port, reach);
  if (found === null || hops > MOST_HOPS) return null;
  const request = url.protocol === 'https:' ? secured : plain;
  const answer = await new Promise<{ status: number; text: string; location: string | undefined } | null>((resolve) => {
    const asked = request(
      {
        host: found,
        port,
        path: url.pathname + url.search,
        headers: { host: url.host, 'accept-encoding': 'identity' },
        servername: url.hostname,
        timeout: PATIENCE_MS,
      },
      (response) => {
        let text = '';
        response.on('data', (part: Buffer) => {
          text += part.toString('utf8');
          if (text.length > MOST_TEXT) response.destroy();
        });
        response.on('end', () =>
          resolve({ status: response.statusCode ?? 0, text, location: response.headers.location }),
        );
        response.on('close', () => resolve(null));
      },
    );
    asked.on('timeout', () => asked.destroy());
    asked.on('error', () => resolve(null));
    asked.end();
  });
  if (!answer) return null;
  if (answer.status >= 300 && answer.status < 400 && answer.location) {
    const onward = URL.canParse(answer.location, address) ? new URL(answer.location, address) : null;
    return onward && /^https?:$/.test(onward.protocol) ? read(onward.href, { reach }, hops + 1) : null;
  }
  return answer.status === 200 ? answer.text : null;
}
