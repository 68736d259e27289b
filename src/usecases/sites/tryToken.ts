import { timingSafeEqual } from 'node:crypto';
import type { Context } from '../shared/context';

/** A page that is tried is opened within so many minutes. */
const MINUTES = 30;

/** What is tried: from where, and whether the browser says no to sale. */
export interface Tries {
  place: string;
  gpc: boolean;
}

const mac = (ctx: Context, site: string, said: string): string =>
  ctx.keys.index(`try ${site} ${said}`).subarray(0, 16).toString('hex');

/**
 * Lets a page of a site be shown as from another place. Signed, and good for half an hour: rules of another place must not be put upon
 * a visitor by a link that somebody made up.
 */
export function tryToken(ctx: Context, site: string, { place, gpc }: Tries): string {
  const until = Math.floor(Date.parse(ctx.clock.real()) / 60_000) + MINUTES;
  const said = `${place}.${gpc ? 1 : 0}.${until}`;
  return `${said}.${mac(ctx, site, said)}`;
}

/** @returns null where it was not made here for this site, or is over */
export function readTryToken(ctx: Context, site: string, token: string | null): Tries | null {
  const [, said, place, gpc, until, sign] =
    /^((\w{2}(?:-\w{1,3})?)\.([01])\.(\d{1,12}))\.([0-9a-f]{32})$/.exec(token ?? '') ?? [];
  if (!said || !sign || !timingSafeEqual(Buffer.from(sign), Buffer.from(mac(ctx, site, said)))) return null;
  return Number(until) * 60_000 < Date.parse(ctx.clock.real()) ? null : { place: place!, gpc: gpc === '1' };
}
