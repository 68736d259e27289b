import { readFileSync } from 'node:fs';
import { readRestMapping } from './restMapping';

test('the mapping that the documentation shows is one', () => {
  const [, written] = /```json\n([\s\S]*?)```/.exec(readFileSync('docs/systems.md', 'utf8'))!;
  expect(readRestMapping(written!)).toMatchObject({ ok: true });
});
