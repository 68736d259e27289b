import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { askBeforeSend, type Send } from './send';
import { sendsPage, unsubscribePage } from './page';
import { tellLedger } from './webhook';

export interface Contact {
  id: string;
  email: string;
  name: string | null;
  phone: string | null;
  country: string;
  subscribed: boolean;
  created_at: string;
  opens: number;
}

export interface NewsletterState {
  contacts: Contact[];
  sends: Send[];
  /** How often each contact was really deleted, and by which keys it was asked. */
  deletions: { id: string; keys: string[]; times: number }[];
  /** How often each change of a flag was really made, by key. */
  changes?: Record<string, number>;
}

export const NEWSLETTER_FAILURES = [
  'none',
  'refused',
  'time-out',
  '429',
  '500',
  'half-page',
  'false-done',
  'slow-answer',
] as const;
export type Failure = (typeof NEWSLETTER_FAILURES)[number];

export interface NewsletterSettings {
  port: number;
  token: string;
  file: string;
  bookendUrl: string;
  /** Where the ledger answers permission checks. */
  checksUrl: string;
  bookendKey: string;
  /** Base64; signs what the service tells by itself. */
  webhookSecret: string;
  /** The time of day out here, which a test moves together with the ledger’s. */
  now(): string;
}

const DELETE_DELAY_MS = 400;
const SLOW_MS = 3000;

/** The newsletter service: token, cursor pages, 429 with Retry-After, deletes that are accepted and done later. */
export async function startNewsletter(
  settings: NewsletterSettings,
  fresh: Contact[],
): Promise<Server & { fail(mode: Failure, times: number): void }> {
  const state: NewsletterState = existsSync(settings.file)
    ? (JSON.parse(readFileSync(settings.file, 'utf8')) as NewsletterState)
    : { contacts: fresh, sends: [], deletions: [] };
  const save = () => writeFileSync(settings.file, JSON.stringify(state));
  save();
  let failure: { mode: Failure; left: number } = { mode: 'none', left: 0 };
  const pending = new Set<string>();

  const server = createServer((request, response) => {
    handle(request, response).catch((error: unknown) => {
      response.writeHead(500).end(String(error));
    });
  });

  async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? '/', 'http://newsletter');
    if (url.pathname === '/') return html(response, sendsPage(state));
    if (url.pathname === '/send' && request.method === 'POST') {
      const send = await askBeforeSend(state.contacts, settings);
      state.sends.unshift(send);
      save();
      if (request.headers.accept?.includes('json')) return json(response, 200, send);
      response.writeHead(303, { location: '/' }).end();
      return;
    }
    if (url.pathname === '/_state') return json(response, 200, state);
    if (url.pathname === '/_flags' && request.method === 'POST')
      return setFlags(await bodyOf<{ email: string; subscribed: boolean }[]>(request), response);
    const leaving = /^\/unsubscribe\/([^/]+)$/.exec(url.pathname)?.[1];
    if (leaving) return unsubscribe(leaving, request, response);
    if (request.headers.authorization !== `Bearer ${settings.token}`) return json(response, 401, { error: 'token' });
    if (await misbehave(response)) return;
    if (url.pathname === '/contacts' && request.method === 'GET') return list(url, response);
    const id = /^\/contacts\/([^/]+)$/.exec(url.pathname)?.[1];
    if (!id) return json(response, 404, { error: 'no such path' });
    const contact = state.contacts.find((candidate) => candidate.id === decodeURIComponent(id));
    if (request.method === 'DELETE') return remove(request, response, contact);
    if (request.method === 'PATCH') return change(request, response, contact);
    return contact ? json(response, 200, contact) : json(response, 404, { error: 'no such contact' });
  }

  async function misbehave(response: ServerResponse): Promise<boolean> {
    if (failure.left <= 0) return false;
    const { mode } = failure;
    if (mode === 'false-done' || mode === 'slow-answer') return false;
    failure.left--;
    if (mode === 'time-out')
      return new Promise((resolve) => setTimeout(() => (response.destroy(), resolve(true)), 20_000).unref());
    if (mode === 'refused') response.writeHead(401).end('{"error":"token"}');
    if (mode === '429') response.writeHead(429, { 'retry-after': '1' }).end('{}');
    if (mode === '500') response.writeHead(500).end('{"error":"inside"}');
    if (mode === 'half-page')
      response.writeHead(200, { 'content-type': 'application/json' }).end('{"items":[{"id":"c_1","em');
    return true;
  }

  function list(url: URL, response: ServerResponse): void {
    const limit = Math.min(200, Number(url.searchParams.get('limit') ?? 50));
    const cursor = url.searchParams.get('cursor');
    const from = cursor ? state.contacts.findIndex(({ id }) => id > cursor) : 0;
    const items = from < 0 ? [] : state.contacts.slice(from, from + limit);
    const more = from >= 0 && from + limit < state.contacts.length;
    json(response, 200, { items, next: more ? items.at(-1)!.id : null });
  }

  async function remove(
    request: IncomingMessage,
    response: ServerResponse,
    contact: Contact | undefined,
  ): Promise<void> {
    const key = String(request.headers['idempotency-key'] ?? '');
    if (!contact) return json(response, 404, { error: 'no such contact' });
    if (failure.left > 0 && failure.mode === 'false-done') {
      failure.left--;
      return json(response, 200, { deleted: true });
    }
    const record = state.deletions.find(({ id }) => id === contact.id) ?? { id: contact.id, keys: [], times: 0 };
    if (!state.deletions.includes(record)) state.deletions.push(record);
    record.keys.push(key);
    if (!pending.has(contact.id)) {
      pending.add(contact.id);
      setTimeout(() => {
        state.contacts = state.contacts.filter(({ id }) => id !== contact.id);
        record.times++;
        pending.delete(contact.id);
        save();
      }, DELETE_DELAY_MS);
    }
    if (failure.left > 0 && failure.mode === 'slow-answer') {
      failure.left--;
      await new Promise((resolve) => setTimeout(resolve, SLOW_MS));
    }
    json(response, 202, { accepted: true });
  }

  /** Sets a flag, once per idempotency key. */
  async function change(
    request: IncomingMessage,
    response: ServerResponse,
    contact: Contact | undefined,
  ): Promise<void> {
    const change = await bodyOf<Partial<Pick<Contact, 'subscribed' | 'name' | 'email' | 'phone' | 'country'>>>(request);
    if (!contact) return json(response, 404, { error: 'no such contact' });
    if (failure.left > 0 && failure.mode === 'false-done') {
      failure.left--;
      return json(response, 200, { ...contact, ...change });
    }
    const key = String(request.headers['idempotency-key'] ?? '');
    state.changes ??= {};
    if (change.subscribed !== undefined && contact.subscribed !== change.subscribed)
      state.changes[key] = (state.changes[key] ?? 0) + 1;
    for (const field of ['subscribed', 'name', 'email', 'phone', 'country'] as const)
      if (change[field] !== undefined) Object.assign(contact, { [field]: change[field] });
    save();
    json(response, 200, contact);
  }

  /** A person leaves by the link in a mail; the service tells the ledger by itself. */
  async function unsubscribe(id: string, request: IncomingMessage, response: ServerResponse): Promise<void> {
    const contact = state.contacts.find((candidate) => candidate.id === id);
    if (!contact) return json(response, 404, { error: 'no such contact' });
    if (request.method !== 'POST') return html(response, unsubscribePage(contact));
    contact.subscribed = false;
    save();
    void tellLedger(settings, {
      type: 'contact.unsubscribed',
      at: settings.now(),
      contact: { id: contact.id, email: contact.email },
    });
    html(response, unsubscribePage(contact));
  }

  function setFlags(flags: readonly { email: string; subscribed: boolean }[], response: ServerResponse): void {
    const wanted = new Map(flags.map(({ email, subscribed }) => [email, subscribed]));
    for (const contact of state.contacts) contact.subscribed = wanted.get(contact.email) ?? contact.subscribed;
    save();
    json(response, 200, { set: flags.length });
  }

  await new Promise<void>((resolve) => server.listen(settings.port, '127.0.0.1', resolve));
  return Object.assign(server, {
    fail: (mode: Failure, times: number) => void (failure = { mode, left: mode === 'none' ? 0 : times }),
  });
}

async function bodyOf<T>(request: IncomingMessage): Promise<T> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return JSON.parse(Buffer.concat(parts).toString('utf8') || '{}') as T;
}

function json(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
}

function html(response: ServerResponse, page: string): void {
  response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page);
}
