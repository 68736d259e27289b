import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { askBeforeSend, type Send } from './send';
import { sendsPage } from './page';

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
}

export const NEWSLETTER_FAILURES = ['none', 'refused', 'time-out', '429', '500', 'half-page', 'false-done', 'slow-answer'] as const;
export type Failure = (typeof NEWSLETTER_FAILURES)[number];

export interface NewsletterSettings {
  port: number;
  token: string;
  file: string;
  bookendUrl: string;
  /** Where the ledger answers permission checks. */
  checksUrl: string;
  bookendKey: string;
}

const DELETE_DELAY_MS = 400;
const SLOW_MS = 3000;

/** The newsletter service: token, cursor pages, 429 with Retry-After, deletes that are accepted and done later. */
export async function startNewsletter(settings: NewsletterSettings, fresh: Contact[]): Promise<Server & { fail(mode: Failure, times: number): void }> {
  const state: NewsletterState = existsSync(settings.file) ? (JSON.parse(readFileSync(settings.file, 'utf8')) as NewsletterState) : { contacts: fresh, sends: [], deletions: [] };
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
    if (request.headers.authorization !== `Bearer ${settings.token}`) return json(response, 401, { error: 'token' });
    if (await misbehave(response, request)) return;
    if (url.pathname === '/contacts' && request.method === 'GET') return list(url, response);
    const id = /^\/contacts\/([^/]+)$/.exec(url.pathname)?.[1];
    if (!id) return json(response, 404, { error: 'no such path' });
    const contact = state.contacts.find((candidate) => candidate.id === decodeURIComponent(id));
    if (request.method === 'DELETE') return remove(request, response, contact);
    return contact ? json(response, 200, contact) : json(response, 404, { error: 'no such contact' });
  }

  async function misbehave(response: ServerResponse, request: IncomingMessage): Promise<boolean> {
    if (failure.left <= 0) return false;
    const { mode } = failure;
    if (mode === 'false-done' || mode === 'slow-answer') return false;
    failure.left--;
    if (mode === 'time-out') return new Promise((resolve) => setTimeout(() => (response.destroy(), resolve(true)), 20_000).unref());
    if (mode === 'refused') response.writeHead(401).end('{"error":"token"}');
    if (mode === '429') response.writeHead(429, { 'retry-after': '1' }).end('{}');
    if (mode === '500') response.writeHead(500).end('{"error":"inside"}');
    if (mode === 'half-page') response.writeHead(200, { 'content-type': 'application/json' }).end('{"items":[{"id":"c_1","em');
    void request;
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

  async function remove(request: IncomingMessage, response: ServerResponse, contact: Contact | undefined): Promise<void> {
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

  await new Promise<void>((resolve) => server.listen(settings.port, '127.0.0.1', resolve));
  return Object.assign(server, { fail: (mode: Failure, times: number) => void (failure = { mode, left: mode === 'none' ? 0 : times }) });
}

function json(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
}

function html(response: ServerResponse, page: string): void {
  response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page);
}
