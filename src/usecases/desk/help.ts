import type { AccessRefusal } from '../../core/access/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import { helpFor, type HelpSection } from '../../core/words/helpText';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

const MOST_HITS = 4;

/** What is said of every page. */
export function readAllHelp(ctx: Context): Result<readonly HelpSection[], AccessRefusal> {
  return reach(ctx, 'desk.see') ? ok(ctx.help()) : refuse({ code: 'not-allowed', act: 'desk.see' });
}

/** What is said of one page. */
export function readHelpOf(ctx: Context, { path }: { path: string }): Result<HelpSection, AccessRefusal> {
  const all = readAllHelp(ctx);
  if (!all.ok) return all;
  const section = helpFor(all.value, path);
  return section ? ok(section) : refuse({ code: 'not-found' });
}

/** Sections in which all the words stand, those that bear them in their title first. */
export function findHelp(ctx: Context, words: string): readonly HelpSection[] {
  const all = readAllHelp(ctx);
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  if (!all.ok || wanted.length === 0) return [];
  const holds = (text: string) => wanted.every((word) => text.toLowerCase().includes(word));
  const hits = all.value.filter(({ title, paragraphs, law }) => holds([title, ...paragraphs, law ?? ''].join(' ')));
  return [...hits.filter(({ title }) => holds(title)), ...hits.filter(({ title }) => !holds(title))].slice(
    0,
    MOST_HITS,
  );
}
