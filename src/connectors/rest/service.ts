import { setTimeout as wait } from 'node:timers/promises';
import { nextLink, valueAt, type Paging, type RestMapping } from '../../core/systems/restMapping';
import { ConnectorError } from '../../ports/connector';

const TIMEOUT_MS = 4000;
const MOST_PAGES = 10_000;
/** Bytes of one answer. */
const MOST_BYTES = 24 * 1024 * 1024;

/** A service that is called with its credentials, no faster than it wants. */
export interface Service {
  /** @param path what follows the address of the service. Throws ConnectorError; 404 is an answer. */
  call(path: string, init?: RequestInit): Promise<Response>;
  /** A list, page by page. */
  pages(path: string, items: string, paging: Paging): AsyncGenerator<unknown[]>;
}

export function serviceOf(connection: Record<string, string>, { auth, perSecond }: RestMapping): Service {
  const base = connection['url']!.replace(/\/$/, '');
  let free = 0;
  const headers = credentials(connection, auth);
  const call = async (path: string, init: RequestInit = {}): Promise<Response> => {
    if (perSecond !== null) {
      const now = Date.now();
      free = Math.max(free, now) + 1000 / perSecond;
      await wait(Math.max(0, free - 1000 / perSecond - now));
    }
    return request(`${base}${path}`, { ...init, headers: { ...headers, accept: 'application/json', ...init.headers } });
  };
  return {
    call,
    async *pages(path, items, paging) {
      let at = paging.kind === 'page' ? paging.first : 0;
      let next: string | null =
        paging.kind === 'page' || paging.kind === 'offset' ? withParameter(path, paging.parameter, String(at)) : path;
      for (let n = 0; next !== null; n++) {
        if (n >= MOST_PAGES)
          throw new ConnectorError('wrong-answer', `The service’s list did not end after ${MOST_PAGES} pages.`);
        const response = await call(next);
        const answer = await body(response);
        const list = valueAt(answer, items);
        if (!Array.isArray(list))
          throw new ConnectorError(
            'wrong-answer',
            `The service’s answer holds no list${items ? ` under ${items}` : ''}.`,
          );
        yield list;
        const asked: string = next;
        next = null;
        if (paging.kind === 'cursor') {
          const cursor = valueAt(answer, paging.next);
          if (cursor !== null && cursor !== undefined && cursor !== '')
            next = withParameter(path, paging.parameter, String(cursor));
        } else if (paging.kind === 'link') next = within(base, nextLink(response.headers.get('link')));
        else if (paging.kind !== 'none' && list.length > 0)
          next = withParameter(path, paging.parameter, String((at += paging.kind === 'page' ? 1 : list.length)));
        if (next === asked) throw new ConnectorError('wrong-answer', 'The service’s list goes in a circle.');
      }
    },
  };
}

function credentials(connection: Record<string, string>, auth: RestMapping['auth']): Record<string, string> {
  const token = connection['token'] ?? '';
  if (auth.kind === 'bearer') return { authorization: `Bearer ${token}` };
  if (auth.kind === 'basic')
    return { authorization: `Basic ${Buffer.from(`${connection['user'] ?? ''}:${token}`).toString('base64')}` };
  return auth.kind === 'header' ? { [auth.name.toLowerCase()]: token } : {};
}

function withParameter(path: string, name: string, value: string): string {
  return `${path}${path.includes('?') ? '&' : '?'}${encodeURIComponent(name)}=${encodeURIComponent(value)}`;
}

/** A link that leads away from the service is not followed: it would carry the credentials along. */
function within(base: string, link: string | null): string | null {
  if (link === null) return null;
  const target = link.startsWith('/') ? new URL(link, base).href : link;
  if (!target.startsWith(`${base}/`))
    throw new ConnectorError('wrong-answer', 'The service’s next page lies on another server.');
  return target.slice(base.length);
}

async function request(url: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(url, { ...init, signal: AbortSignal.timeout(TIMEOUT_MS), redirect: 'error' });
  } catch (cause) {
    const isTimeout = (cause as { name?: string } | null)?.name === 'TimeoutError';
    throw new ConnectorError(
      isTimeout ? 'time-out' : 'refused',
      isTimeout ? 'The service did not answer in time.' : 'The service refuses the connection.',
      null,
      { cause },
    );
  }
  if (response.status === 429)
    throw new ConnectorError(
      'rate-limited',
      'The service asks us to slow down.',
      Number(response.headers.get('retry-after') ?? 1),
    );
  if (response.status === 401 || response.status === 403)
    throw new ConnectorError('not-allowed', 'The service does not accept our token.');
  if (response.status >= 500) throw new ConnectorError('server-error', `The service failed with ${response.status}.`);
  return response;
}

/** The answer as JSON; one that is refused is a wrong answer. */
export async function body(response: Response): Promise<unknown> {
  if (response.status >= 400)
    throw new ConnectorError('wrong-answer', `The service answered ${response.status} to a path of the mapping.`);
  try {
    return JSON.parse(await textWithin(response)) as unknown;
  } catch (cause) {
    if (cause instanceof ConnectorError) throw cause;
    if ((cause as { name?: string } | null)?.name === 'TimeoutError')
      throw new ConnectorError('time-out', 'The service did not answer in time.', null, { cause });
    throw new ConnectorError('wrong-answer', 'The service’s answer breaks off or is not JSON.', null, { cause });
  }
}

/** What is longer than an answer may be is not read to its end. The time that an answer may take covers its body too. */
async function textWithin(response: Response): Promise<string> {
  const decoder = new TextDecoder();
  let text = '';
  let bytes = 0;
  for await (const part of response.body ?? []) {
    bytes += part.length;
    if (bytes > MOST_BYTES)
      throw new ConnectorError('wrong-answer', `The service’s answer is larger than ${MOST_BYTES / 1_048_576} MB.`);
    text += decoder.decode(part, { stream: true });
  }
  return text + decoder.decode();
}
