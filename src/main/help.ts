import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readHelp, type HelpSection } from '../core/words/helpText';

let read: HelpSection[] | null = null;

/** What the pages say of themselves, as it stands in the docs. */
export function help(): readonly HelpSection[] {
  read ??= readHelp(readFileSync(join(/* turbopackIgnore: true */ process.cwd(), 'docs', 'help.md'), 'utf8'));
  return read;
}
