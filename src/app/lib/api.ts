import type { SystemId } from '../../core/shared/ids';
import type * as yup from 'yup';
import { contextFor, web } from '../../main/web';
import { sayRefusal, type Refusal } from '../../core/words/refusals';
import { actorOfKey, type Scope } from '../../usecases/access/apiKeys';
import { onceOnly, type Answer } from '../../usecases/shared/once';
import type { Context } from '../../usecases/shared/context';
import { answering } from './answering';
import { checkBody } from './checkBody';
import { problem } from './problem';
import { readLimited } from './readLimited';

const MOST_BYTES = 5 * 1024 * 1024;

export interface ApiCall<B> {
  ctx: Context;
  systemId: SystemId;
  body: B;
}

const STATUS: Record<string, number> = { 'not-allowed': 403, 'not-found': 404 };

/** A refusal of a use case as an answer of the API. */
export function refused(refusal: Refusal): Answer {
  return { status: STATUS[refusal.code] ?? 422, body: { ...refusal, title: sayRefusal(refusal) } };
}

/** An answer of a use case as a response; what is refused as a problem. */
export function respond(answer: Answer): Response {
  if (answer.status >= 400) {
    const { code, title } = answer.body as { code: string; title: string };
    return new Response(
      JSON.stringify({ type: `urn:bookend:problem:${code}`, status: answer.status, ...(answer.body as object), title }),
      { status: answer.status, headers: { 'content-type': 'application/problem+json' } },
    );
  }
  return Response.json(answer.body, { status: answer.status, headers: { 'cache-control': 'no-store' } });
}

/** Bearer key and scope, then one use case: for calls without a JSON body. */
export async function machineCall(
  request: Request,
  scope: Scope,
  work: (call: MachineCall) => Promise<Response>,
): Promise<Response> {
  return answering(() => calledBy(request, scope, work))();
}

interface MachineCall {
  ctx: Context;
  systemId: SystemId;
  keyId: string;
}

async function calledBy(
  request: Request,
  scope: Scope,
  work: (call: MachineCall) => Promise<Response>,
): Promise<Response> {
  const key = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1];
  const actor = key ? await actorOfKey((await web()).ctx, key) : null;
  if (!actor) return problem(401, 'key-missing-or-wrong', 'A valid bearer key is needed.');
  if (!actor.scopes.includes(scope)) return problem(403, 'scope-missing', `This key lacks the scope ${scope}.`);
  return work({ ctx: await contextFor(actor), systemId: actor.systemId, keyId: actor.id });
}

/** Bearer key, scope, size, JSON, schema, idempotency: then one use case. */
export async function api<S extends yup.Schema>(
  request: Request,
  scope: Scope,
  schema: S,
  work: (call: ApiCall<yup.InferType<S>>) => Promise<Answer>,
): Promise<Response> {
  return machineCall(request, scope, async ({ ctx, systemId, keyId }) => {
    const raw = request.method === 'GET' ? '{}' : await readLimited(request, MOST_BYTES);
    if (raw === null) return problem(413, 'too-large', `A body may have ${MOST_BYTES} bytes.`);
    const body = readBody(raw, schema);
    if (body instanceof Response) return body;
    return respond(
      await onceOnly(ctx, keyId, request.headers.get('idempotency-key'), raw, (own) =>
        work({ ctx: own, systemId, body }),
      ),
    );
  });
}

function readBody<S extends yup.Schema>(raw: string, schema: S): yup.InferType<S> | Response {
  let json: unknown;
  try {
    json = JSON.parse(raw);
  } catch {
    return problem(400, 'not-json', 'The body is not JSON.');
  }
  const checked = checkBody(schema, json);
  return checked.ok
    ? checked.value
    : problem(400, 'invalid', 'The body does not have the right shape.', checked.problems);
}
