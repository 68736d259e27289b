import { readdirSync } from 'node:fs';
import { GET } from './route';

test('every route is described, and nothing that is none', async () => {
  const routes = readdirSync('src/app/api/v1', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('/route.ts') && !file.startsWith('openapi.json'))
    .map((file) => `/${file.slice(0, -'/route.ts'.length).replace(/\[(\w+)\]/g, '{$1}')}`);
  const { paths } = (await GET().json()) as { paths: Record<string, Record<string, { summary?: string }>> };
  expect(Object.keys(paths).sort()).toEqual(routes.sort());
  for (const [path, { parameters: _, ...acts }] of Object.entries(paths))
    for (const act of Object.values(acts)) expect([path, act.summary]).toEqual([path, expect.any(String)]);
});
