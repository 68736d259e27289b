import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { REFUSALS_WITH_WORDS, sayRefusal } from './refusals';

function sources(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return sources(path);
    return /\.ts$/.test(name) && !/test\.ts$/.test(name) ? [path] : [];
  });
}

// API answers carry these codes themselves; no page shows them.
const SPOKEN_ELSEWHERE = new Set(['unknown-purpose', 'identifier-unreadable']);

test('every refusal of core and use cases has words', () => {
  const codes = new Set<string>();
  for (const path of [...sources('src/core'), ...sources('src/usecases')])
    for (const [, code] of readFileSync(path, 'utf8').matchAll(/refuse(?:<[^>]*>)?\(\{ code: '([a-z0-9-]+)'/g))
      codes.add(code!);
  expect(codes.size).toBeGreaterThan(30);
  expect([...codes].filter((code) => !REFUSALS_WITH_WORDS.includes(code) && !SPOKEN_ELSEWHERE.has(code))).toEqual([]);
});

test('words carry the values', () => {
  expect(sayRefusal({ code: 'extension-too-late', extendBy: '2026-12-15' } as { code: string })).toBe(
    'The last day to announce an extension was Tue 15 Dec 2026.',
  );
});
