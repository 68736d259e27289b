import type { PageVisitor } from '../../usecases/sites/panel';
import { clientAddress } from './session';

/** A telephone says so by its hint, or in its name; nothing else of it is looked at. */
function deviceOf(headers: Headers): PageVisitor['device'] {
  const hint = headers.get('sec-ch-ua-mobile');
  if (hint) return hint === '?1' ? 'phone' : 'computer';
  const name = headers.get('user-agent');
  if (!name) return 'unknown';
  return /\bMobi/.test(name) ? 'phone' : 'computer';
}

/** Who opens a page of a site, as far as the request says it. */
export async function pageVisitor(request: Request): Promise<PageVisitor> {
  const tries = new URL(request.url).searchParams.get('try');
  return {
    address: await clientAddress(),
    gpc: request.headers.get('sec-gpc') === '1',
    device: deviceOf(request.headers),
    tries: tries?.slice(0, 100) ?? null,
  };
}
