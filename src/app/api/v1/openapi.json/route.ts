import { choiceInputSchema, standingQuerySchema } from '../../../../core/consent/schema';
import { clockQuerySchema } from '../../../../core/clock/schema';
import { requestInputSchema } from '../../../../core/requests/schema';
import { toJsonSchema } from '../../../lib/jsonSchema';

const call = (scope: string, summary: string, body: Parameters<typeof toJsonSchema>[0]) => ({
  post: { summary, security: [{ key: [scope] }], requestBody: { required: true, content: { 'application/json': { schema: toJsonSchema(body) } } }, responses: { 200: { description: 'done' }, default: { description: 'a problem (RFC 9457)', content: { 'application/problem+json': {} } } } },
});

/** Generated from the schemas that validate. */
export function GET(): Response {
  return Response.json({
    openapi: '3.1.0',
    info: { title: 'Bookend', version: '1' },
    servers: [{ url: '/api/v1' }],
    components: { securitySchemes: { key: { type: 'http', scheme: 'bearer' } } },
    paths: {
      '/choices': call('choices:write', 'Record one choice', choiceInputSchema),
      '/standing': call('standing:read', 'May we', standingQuerySchema),
      '/requests': call('requests:write', 'Open a request', requestInputSchema),
      '/clock': call('clock:read', 'Compute a clock', clockQuerySchema),
      '/health': { get: { summary: 'Is it up', responses: { 200: { description: 'up' } } } },
    },
  });
}
