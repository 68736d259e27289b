import { existsSync, mkdirSync, readdirSync, readFileSync, unlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const HEADER = 'card_no;email;phone;newsletter';
const WORK_EVERY_MS = 700;

/**
 * The tills' loyalty list and its inbox: corrections left there are worked off a moment later, each file once, and the list is
 * written anew.
 */
export function startLoyalty(folder: string): void {
  const [list, inbox] = [join(folder, 'loyalty.csv'), join(folder, 'inbox')];
  mkdirSync(inbox, { recursive: true });
  if (!existsSync(list)) writeFileSync(list, `${HEADER}\r\n`);
  setInterval(() => {
    for (const name of readdirSync(inbox).filter((one) => one.endsWith('.csv'))) {
      const [, line] = readFileSync(join(inbox, name), 'utf8').split(/\r?\n/);
      const [card, tick] = (line ?? '').split(';');
      const lines = readFileSync(list, 'utf8')
        .split('\r\n')
        .map((row) => (row.startsWith(`${card};`) ? row.replace(/;[JN]$/, `;${tick}`) : row));
      writeFileSync(list, lines.join('\r\n'));
      unlinkSync(join(inbox, name));
    }
  }, WORK_EVERY_MS);
}
