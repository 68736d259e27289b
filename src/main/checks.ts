import { inWords } from '../core/words/reasons';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import * as yup from 'yup';
import { isPlainQuery, standingQuerySchema } from '../core/ledger/schema';
import { validateWhole } from '../core/shared/validateWhole';
import { createClient } from '../db/shared/client';
import { readsOver } from '../db/standing/permissions';
import { checkSchema } from '../db/shared/migrate';
import { PUBLIC, type Actor } from '../ports/actor';
import { sayRefusal } from '../core/words/refusals';
import { actorOfKey } from '../usecases/access/apiKeys';
import { PermissionChecks } from '../usecases/standing/permissionChecks';
import { faultCode } from '../usecases/shared/faultCode';
import { readHealth } from '../usecases/health/readHealth';
import { replayJournal } from '../usecases/erasure/replayJournal';
import { checkKeys } from '../usecases/keys/checkKeys';
import { readConfig } from './config';
import { createContext } from './context';
import { keepUpToDate, type Kept } from './installed';
import { newsOf } from './news';

// The calls that machines make by the thousand, beside the web server and over the same use cases: a route handler alone
// costs twenty to fifty times a plain one. What is answered here is answered alike there.

type Machine = Extract<Actor, { kind: 'machine' }>;

const MOST_BYTES = 16 * 1024;
/** A revoked key is refused within this time, milliseconds. */
const KEYS_KEPT_MS = 5000;
const MOST_KEYS = 1000;

const config = readConfig();
const knex = createClient(config.DATABASE_URL, 6);
await checkSchema(knex);
const kept: Kept = { current: {} };
const ctx = createContext(
  config,
  knex,
  {
    enqueue: async () => {
      throw new Error('permission checks cause no jobs');
    },
    resume: async () => false,
  },
  PUBLIC,
  undefined,
  kept,
);
await checkKeys(ctx);
await replayJournal(ctx);
await keepUpToDate(ctx, kept, newsOf(config.DATABASE_URL));
const reads = readsOver(config.DATABASE_URL, 2, ctx.transaction);
const checks = new PermissionChecks(ctx, reads);
const keys = new Map<string, { machine: Machine | null; until: number }>();

const server = createServer((request, response) => {
  if (request.url === '/health')
    return void readHealth(ctx).then((health) => send(response, health.status === 'down' ? 503 : 200, health));
  if (request.url !== '/api/v1/standing' || request.method !== 'POST')
    return problem(response, 404, 'not-here', 'Only POST /api/v1/standing is answered here.');
  answer(request, response).catch((error: unknown) => {
    ctx.log.error(
      { error: error instanceof Error ? error.name : 'unknown', cause: faultCode(error) },
      'permission check',
    );
    problem(response, 500, 'failed', 'The check failed. No answer is no permission.');
  });
});
server.keepAliveTimeout = 65_000;
server.listen(config.BOOKEND_CHECKS_PORT, config.BOOKEND_CHECKS_HOST, () =>
  ctx.log.info({ port: config.BOOKEND_CHECKS_PORT }, 'permission checks ready'),
);

async function answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
  // Nothing is read for whoever has no key.
  const machine = await machineOf(request.headers.authorization);
  if (!machine) return hangUp(request, response, 401, 'key-missing-or-wrong', 'A valid bearer key is needed.');
  if (!machine.scopes.includes('standing:read'))
    return hangUp(request, response, 403, 'scope-missing', 'This key lacks the scope standing:read.');
  const body = await read(request);
  if (body === null) return hangUp(request, response, 413, 'too-large', `A body may have ${MOST_BYTES} bytes.`);
  const query = parse(body);
  if ('problem' in query) return problem(response, 400, query.problem, query.title, query.errors);
  const result = await checks.ask({ ...query, systemId: machine.systemId });
  if (result.ok) return send(response, 200, inWords(result.value));
  problem(response, 422, result.refusal.code, sayRefusal(result.refusal));
}

/** The plain shape is read directly; anything else by the schema, which says what is wrong with it. */
function parse(
  body: string,
):
  | (yup.InferType<typeof standingQuerySchema> & { at?: string; knownAt?: string })
  | { problem: string; title: string; errors?: { path: string; message: string }[] } {
  let json: Record<string, unknown>;
  try {
    json = JSON.parse(body) as Record<string, unknown>;
  } catch {
    return { problem: 'not-json', title: 'The body is not JSON.' };
  }
  if (isPlainQuery(json)) return json;
  try {
    const value = validateWhole(standingQuerySchema, json);
    return {
      identifier: value.identifier,
      purpose: value.purpose,
      ...(value.at ? { at: value.at } : {}),
      ...(value.knownAt ? { knownAt: value.knownAt } : {}),
    };
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return {
      problem: 'invalid',
      title: 'The body does not have the right shape.',
      errors: inner.map((one) => ({
        path: one.path ?? '',
        message:
          one.type === 'oneOf' || one.type === 'typeError'
            ? `${one.path} is not one of the accepted values or types`
            : one.message,
      })),
    };
  }
}

async function machineOf(header: string | undefined): Promise<Machine | null> {
  if (!header?.startsWith('Bearer ')) return null;
  const known = keys.get(header);
  if (known && known.until > Date.now()) return known.machine;
  const machine = await actorOfKey(ctx, header.slice(7));
  if (keys.size >= MOST_KEYS) keys.clear();
  keys.set(header, { machine, until: Date.now() + KEYS_KEPT_MS });
  return machine;
}

function read(request: IncomingMessage): Promise<string | null> {
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    let bytes = 0;
    request.on('data', (part: Buffer) => {
      bytes += part.length;
      if (bytes <= MOST_BYTES) parts.push(part);
      else resolve(null);
    });
    request.on('end', () => resolve(bytes > MOST_BYTES ? null : Buffer.concat(parts).toString('utf8')));
    request.on('error', reject);
  });
}

/** A refusal that does not wait for the rest of what was sent. */
function hangUp(request: IncomingMessage, response: ServerResponse, status: number, code: string, title: string): void {
  response.setHeader('connection', 'close');
  response.on('finish', () => request.destroy());
  problem(response, status, code, title);
}

function send(response: ServerResponse, status: number, body: object, type = 'application/json'): void {
  const text = JSON.stringify(body);
  response
    .writeHead(status, { 'content-type': type, 'content-length': Buffer.byteLength(text), 'cache-control': 'no-store' })
    .end(text);
}

function problem(
  response: ServerResponse,
  status: number,
  code: string,
  title: string,
  errors: { path: string; message: string }[] = [],
): void {
  send(
    response,
    status,
    { type: `urn:bookend:problem:${code}`, title, status, code, ...(errors.length > 0 ? { errors } : {}) },
    'application/problem+json',
  );
}

for (const signal of ['SIGTERM', 'SIGINT'] as const) {
  process.once(signal, () => {
    server.close();
    server.closeIdleConnections();
    void checks
      .close()
      .then(() => reads.close())
      .then(() => knex.destroy())
      .then(() => process.exit(0));
  });
}
