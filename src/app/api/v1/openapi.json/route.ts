import {
  choiceInputSchema,
  ledgerExportSchema,
  ledgerSearchSchema,
  saleInputSchema,
  standingQuerySchema,
} from '../../../../core/ledger/schema';
import { clockQuerySchema, lawsQuerySchema } from '../../../../core/clock/schema';
import { detectQuerySchema } from '../../../../core/detect/schema';
import { matchQuerySchema } from '../../../../core/matching/schema';
import { requestInputSchema } from '../../../../core/requests/schema';
import { toJsonSchema } from '../../../lib/jsonSchema';

const call = (scope: string, summary: string, body: Parameters<typeof toJsonSchema>[0]) => ({
  post: {
    summary,
    security: [{ key: [scope] }],
    requestBody: { required: true, content: { 'application/json': { schema: toJsonSchema(body) } } },
    responses: {
      200: { description: 'done' },
      default: { description: 'a problem (RFC 9457)', content: { 'application/problem+json': {} } },
    },
  },
});

const answers = {
  200: { description: 'done' },
  default: { description: 'a problem (RFC 9457)', content: { 'application/problem+json': {} } },
};
const parameters = (names: readonly string[]) =>
  names.map((name) => ({ name, in: 'query', schema: { type: 'string' } }));
const get = (scope: string, summary: string, query: readonly string[] = []) => ({
  get: { summary, security: [{ key: [scope] }], parameters: parameters(query), responses: answers },
});
const file = (scope: string, summary: string, query: readonly string[]) => ({
  post: {
    summary,
    security: [{ key: [scope] }],
    parameters: parameters(query),
    requestBody: { required: true, content: { 'application/octet-stream': {} } },
    responses: { 202: { description: 'taken, and worked off' }, default: answers.default },
  },
});

const PATHS: Record<string, Record<string, object>> = {
  '/choices': call('choices:write', 'Record one choice', choiceInputSchema),
  '/sales': call(
    'choices:write',
    'Record who bought when, with the address that was given (soft opt-in)',
    saleInputSchema,
  ),
  '/standing': call('standing:read', 'May we', standingQuerySchema),
  '/requests': call('requests:write', 'Open a request', requestInputSchema),
  '/requests/{ref}': get('requests:read', 'How a request stands'),
  '/match': call('people:read', 'How far records are of one person', matchQuerySchema),
  '/detect': call('detect:read', 'Recognise personal data in a text', detectQuerySchema),
  '/clock': call('clock:read', 'Compute a clock', clockQuerySchema),
  '/laws': call('clock:read', 'Which laws bind a request', lawsQuerySchema),
  '/imports': file('choices:write', 'Take in a file (CSV, NDJSON, XLSX)', ['mapping']),
  '/imports/{id}': get('choices:write', 'Counts of an import'),
  '/imports/{id}/quarantine.csv': get('choices:write', 'Lines that did not simply go in'),
  '/audience-checks': file('standing:read', 'Ask about every address of a list', ['purpose', 'channel']),
  '/audience-checks/{id}': get('standing:read', 'Counts of an audience check'),
  '/audience-checks/{id}/runs': { post: get('standing:read', 'Ask again, as of now').get },
  '/audience-checks/{id}/result.csv': get('standing:read', 'Each line with permitted or the reason'),
  '/message-checks': file('standing:read', 'Is a draft mail service or advertising, and what does it lack', []),
  '/ledger/search': call('ledger:read', 'The log', ledgerSearchSchema),
  '/ledger/exports': call('ledger:read', 'A part of the log as a file', ledgerExportSchema),
  '/ledger/exports/{id}': get('ledger:read', 'State of an export'),
  '/ledger/exports/{id}/file': get('ledger:read', 'The file'),
  '/ledger/verifications': { post: get('ledger:read', 'Verify the whole ledger').get },
  '/ledger/verifications/{id}': get('ledger:read', 'What the verification found'),
  '/ledger/head': get('ledger:read', 'The signed head over the heads of all trees'),
  '/ledger/consistency': get('ledger:read', 'That an older head of a tree is the beginning of a newer one', [
    'from',
    'to',
    'tree',
  ]),
  '/choices/{id}/proof': get('ledger:read', 'That a choice is in the ledger'),
  '/choices/{id}/receipt': get('ledger:read', 'The consent record'),
  '/webhooks/{system}': {
    post: { summary: 'What a system sends by itself, signed (Standard Webhooks)', responses: answers },
  },
  '/health': { get: { summary: 'Is it up', responses: { 200: { description: 'up' } } } },
};

/** What stands in braces in an address is said like everything else of a call. */
function withParts([path, acts]: [string, Record<string, object>]): [string, Record<string, unknown>] {
  const parts = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  return [path, parts.length > 0 ? { parameters: parts, ...acts } : acts];
}

/** Generated from the schemas that validate. */
export function GET(): Response {
  return Response.json({
    openapi: '3.1.0',
    info: { title: 'Bookend', version: '1' },
    servers: [{ url: '/api/v1' }],
    components: { securitySchemes: { key: { type: 'http', scheme: 'bearer' } } },
    paths: Object.fromEntries(Object.entries(PATHS).map(withParts)),
  });
}
