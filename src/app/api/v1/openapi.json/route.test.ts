import { readdirSync } from 'node:fs';
import { Validator } from '@seriousme/openapi-schema-validator';
import { SCOPES } from '../../../../core/access/scopes';
import { OPERATIONS } from './operations';
import { GET } from './route';

test('every route is described, and nothing that is none', async () => {
  const routes = readdirSync('src/app/api/v1', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('/route.ts') && !file.startsWith('openapi.json'))
    .map((file) => `/${file.slice(0, -'/route.ts'.length).replace(/\[(\w+)\]/g, '{$1}')}`);
  const { paths } = (await GET().json()) as { paths: Record<string, object> };
  expect(Object.keys(paths).sort()).toEqual(routes.sort());
});

test('a public validator finds nothing wrong with it', async () => {
  const document = (await GET().json()) as Record<string, unknown>;
  expect(await new Validator().validate(document)).toEqual({ valid: true });
  // It bites: a document of which a part is missing is none.
  expect(await new Validator().validate({ ...document, info: {} })).toMatchObject({ valid: false });
});

test('what each body needs is taken by the schema that validates it', () => {
  for (const { path, body } of OPERATIONS)
    if (body) expect([path, body.schema.isValidSync(body.example, { strict: false })]).toEqual([path, true]);
});

test('every scope opens something', () =>
  expect([...new Set(OPERATIONS.flatMap(({ scope }) => scope ?? []))].sort()).toEqual([...SCOPES].sort()));
