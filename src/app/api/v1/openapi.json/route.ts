import { toJsonSchema } from '../../../lib/jsonSchema';
import { problem, type Json } from './answers';
import { OPERATIONS, type Operation } from './operations';

/** A receipt says of itself that it is JSON-LD. */
const typeOf = ({ path }: Operation): string =>
  path.endsWith('/receipt') ? 'application/ld+json' : 'application/json';

function parametersOf({ path, query = [], headers = [], scope }: Operation): Json[] {
  return [
    ...[...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    })),
    ...query.map(({ name, required = false, schema = { type: 'string' }, about, example }) => ({
      name,
      in: 'query',
      required,
      description: about,
      schema,
      ...(example ? { example: schema['type'] === 'integer' ? Number(example) : example } : {}),
    })),
    ...headers.map((name) => ({ name, in: 'header', required: scope === null, schema: { type: 'string' } })),
  ];
}

/** The example of a file is of the first type it may have, but a line of JSON is of that one. */
const exampleAt = ({ types, example }: NonNullable<Operation['file']>): number =>
  Math.max(0, example.startsWith('{') ? types.findIndex((type) => type.endsWith('json')) : 0);

function bodyOf({ body, file }: Operation): Json | null {
  if (file)
    return {
      required: true,
      content: Object.fromEntries(
        file.types.map((type, i) => [
          type,
          {
            schema: { type: 'string' },
            ...(i === exampleAt(file) ? { example: file.example } : {}),
          },
        ]),
      ),
    };
  if (!body) return null;
  const one = toJsonSchema(body.schema);
  const known = { ...one, properties: { ...(one['properties'] as Json), ...body.instead } };
  const several = body.listAs
    ? {
        type: 'object',
        properties: { [body.listAs]: { type: 'array', maxItems: 1000, items: known } },
        required: [body.listAs],
      }
    : null;
  return {
    required: true,
    content: {
      'application/json': { schema: several ? { anyOf: [known, several] } : known, example: body.example },
    },
  };
}

function operationOf(operation: Operation): Json {
  const { scope, summary, answer } = operation;
  const [parameters, requestBody] = [parametersOf(operation), bodyOf(operation)];
  const content =
    'schema' in answer
      ? { [typeOf(operation)]: { schema: answer.schema } }
      : { [answer.type]: { schema: { type: 'string' } } };
  return {
    summary,
    security: scope ? [{ key: [scope] }] : [],
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(requestBody ? { requestBody } : {}),
    responses: {
      [answer.status]: { description: answer.status === 202 ? 'taken, and worked off' : 'done', content },
      default: {
        description: 'a problem (RFC 9457)',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

function pathsOf(): Record<string, Json> {
  const paths: Record<string, Json> = {};
  for (const operation of OPERATIONS) (paths[operation.path] ??= {})[operation.method] = operationOf(operation);
  return paths;
}

/** Generated from the schemas that validate, and from the shapes of answers that a test holds every route to. */
export function GET(): Response {
  return Response.json({
    openapi: '3.1.0',
    info: {
      title: 'Bookend',
      version: '1',
      description: 'The ledger of choices and the requests of people. Identifiers never travel in an address.',
      license: { name: 'as agreed with whoever runs it', identifier: 'LicenseRef-own' },
    },
    servers: [{ url: '/api/v1' }],
    components: {
      securitySchemes: { key: { type: 'http', scheme: 'bearer' } },
      schemas: { Problem: problem },
    },
    paths: pathsOf(),
  });
}
