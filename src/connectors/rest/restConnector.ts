import { ConnectorError, type Connector, type FoundRecord, type RecordRef, type SearchKey } from '../../ports/connector';

const TIMEOUT_MS = 4000;
const MOST_PAGES = 10_000;

interface Contact {
  id: string;
  email: string;
  name: string | null;
  phone: string | null;
  country: string | null;
  [field: string]: unknown;
}

interface Page {
  items: Contact[];
  next: string | null;
}

/**
 * A contact service over HTTP: bearer token, cursor pages, 429 with Retry-After, deletes that are accepted and done
 * later. Settings: `url`, `token`, and `collection` (the path and the name of the list).
 */
export function restConnector(connection: Record<string, string>): Connector {
  const base = connection['url']!.replace(/\/$/, '');
  const collection = connection['collection'] ?? 'contacts';
  const call = (path: string, init: RequestInit = {}) => request(`${base}${path}`, { ...init, headers: { authorization: `Bearer ${connection['token']}`, accept: 'application/json', ...init.headers } });

  async function* search(keys: readonly SearchKey[]) {
    const emails = new Set(keys.filter(({ kind }) => kind === 'email').map(({ value }) => value));
    const phones = keys.filter(({ kind }) => kind === 'phone').map(({ value }) => value.replace(/\D/g, '').slice(-8));
    let cursor: string | null = null;
    for (let n = 0; n < MOST_PAGES; n++) {
      const response = await call(`/${collection}?limit=200${cursor ? `&cursor=${encodeURIComponent(cursor)}` : ''}`);
      const page = await readPage(response);
      const found = page.items.filter((item) => emails.has(item.email.trim().toLowerCase()) || (item.phone && phones.includes(item.phone.replace(/\D/g, '').slice(-8))));
      yield { records: found.map((item) => toRecord(collection, item)), scanned: page.items.length };
      if (!page.next) return;
      cursor = page.next;
    }
  }

  return {
    describe: async () => ({ collections: [{ name: collection, fields: ['email', 'name', 'phone', 'country'].map((name) => ({ name, type: 'text', holds: name === 'name' ? 'full-name' : name })), approximateCount: null }] }),
    search,
    async read(ref: RecordRef) {
      const response = await call(`/${collection}/${encodeURIComponent(ref.key)}`);
      if (response.status === 404) return null;
      return toRecord(collection, (await body(response)) as Contact);
    },
    async erase(ref, { idempotencyKey }) {
      const response = await call(`/${collection}/${encodeURIComponent(ref.key)}`, { method: 'DELETE', headers: { 'idempotency-key': idempotencyKey } });
      if (response.status === 404) return { state: 'done', detail: 'was gone already' };
      return response.status === 202 ? { state: 'accepted', detail: 'the service deletes it later' } : { state: 'done', detail: 'deleted' };
    },
    async isErased(ref) {
      return (await call(`/${collection}/${encodeURIComponent(ref.key)}`)).status === 404;
    },
    async rectify(ref, field, value, { idempotencyKey }) {
      const response = await call(`/${collection}/${encodeURIComponent(ref.key)}`, { method: 'PATCH', headers: { 'content-type': 'application/json', 'idempotency-key': idempotencyKey }, body: JSON.stringify({ [field]: value }) });
      if (response.status === 404) return { state: 'done', detail: 'the record is gone' };
      await body(response);
      return { state: 'done', detail: `${field} corrected` };
    },
    ...flagsOf(connection, collection, call),
    can: () => ({ erase: true, anonymise: false }),
    close: async () => {},
  };
}

/** Settings `flagField` and `flagPurpose`: the field of a contact that says yes or no to one purpose. */
function flagsOf(connection: Record<string, string>, collection: string, call: (path: string, init?: RequestInit) => Promise<Response>): Pick<Connector, 'flags' | 'flagOf' | 'applyChoice'> {
  const [field, purpose] = [connection['flagField'], connection['flagPurpose']];
  if (!field || !purpose) return {};
  const path = (key: string) => `/${collection}/${encodeURIComponent(key)}`;
  return {
    async *flags() {
      let cursor: string | null = null;
      for (let n = 0; n < MOST_PAGES; n++) {
        const page = await readPage(await call(`/${collection}?limit=200${cursor ? `&cursor=${encodeURIComponent(cursor)}` : ''}`));
        yield page.items.map((item) => ({ key: item.id, purpose, permits: item[field] === true, identifiers: [{ kind: 'email' as const, value: item.email }] }));
        if (!page.next) return;
        cursor = page.next;
      }
    },
    async flagOf(key) {
      const response = await call(path(key));
      return response.status === 404 ? null : ((await body(response)) as Contact)[field] === true;
    },
    async applyChoice(key, _purpose, permits, { idempotencyKey }) {
      const response = await call(path(key), { method: 'PATCH', headers: { 'content-type': 'application/json', 'idempotency-key': idempotencyKey }, body: JSON.stringify({ [field]: permits }) });
      if (response.status === 404) return { state: 'done', detail: 'the contact is gone' };
      return response.status === 202 ? { state: 'accepted', detail: 'the service changes it later' } : { state: 'done', detail: `${field} is ${permits}` };
    },
  };
}

async function request(url: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(url, { ...init, signal: AbortSignal.timeout(TIMEOUT_MS), redirect: 'error' });
  } catch (cause) {
    const isTimeout = (cause as { name?: string } | null)?.name === 'TimeoutError';
    throw new ConnectorError(isTimeout ? 'time-out' : 'refused', isTimeout ? 'The service did not answer in time.' : 'The service refuses the connection.', null, { cause });
  }
  if (response.status === 429) throw new ConnectorError('rate-limited', 'The service asks us to slow down.', Number(response.headers.get('retry-after') ?? 1));
  if (response.status === 401 || response.status === 403) throw new ConnectorError('not-allowed', 'The service does not accept our token.');
  if (response.status >= 500) throw new ConnectorError('server-error', `The service failed with ${response.status}.`);
  return response;
}

async function body(response: Response): Promise<unknown> {
  try {
    return await response.json();
  } catch (cause) {
    throw new ConnectorError('wrong-answer', 'The service’s answer breaks off or is not JSON.', null, { cause });
  }
}

async function readPage(response: Response): Promise<Page> {
  const page = (await body(response)) as Partial<Page> | null;
  if (!page || !Array.isArray(page.items) || page.items.some((item) => typeof item?.id !== 'string' || typeof item?.email !== 'string')) throw new ConnectorError('wrong-answer', 'The service’s page has not the shape we know.');
  return { items: page.items, next: page.next ?? null };
}

function toRecord(collection: string, item: Contact): FoundRecord {
  const fields = Object.fromEntries(Object.entries(item).map(([name, value]) => [name, value === null || value === undefined ? null : typeof value === 'object' ? JSON.stringify(value) : String(value)]));
  const [givenName, ...rest] = (item.name ?? '').split(' ');
  return { collection, key: item.id, title: item.name ?? item.email, fields, person: { givenName: givenName || null, familyName: rest.join(' ') || null, emails: [item.email], phones: item.phone ? [item.phone] : [], country: item.country }, parent: null, refersTo: [], text: null, files: [] };
}
