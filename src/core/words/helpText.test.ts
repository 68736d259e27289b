import { readFileSync } from 'node:fs';
import { PLACES } from '../../ui/shell/places';
import { helpFor, readHelp } from './helpText';

const sections = readHelp(readFileSync('docs/help.md', 'utf8'));

test('every place has its words, and what lies below it has those of the nearest above', () => {
  for (const { href } of PLACES) expect([href, helpFor(sections, href)?.path]).toEqual([href, href]);
  expect(helpFor(sections, '/requests/BK-2026-00005')!.path).toBe('/requests');
  expect(helpFor(sections, '/setup/mail')!.path).toBe('/setup');
  expect(helpFor(sections, '/requestsx')).toBeNull();
});

test('paragraphs are lines that were broken for reading; the law stands apart', () => {
  const [desk] = sections;
  expect(desk!.title).toBe('The Desk');
  expect(desk!.law).toMatch(/^whoever asks .* \(GDPR art\. 12\(3\)\)\.$/);
  expect(desk!.paragraphs.every((one) => !one.includes('\n') && !one.startsWith('Law:'))).toBe(true);
});
