import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export const TILL_FAILURES = ['none', 'half-file', 'missing'] as const;
export type TillFailure = (typeof TILL_FAILURES)[number];

/** How the tills misbehave: tonight's file is cut off in the middle of a line, or does not come. */
export function failTills(drop: string, name: string, mode: TillFailure): void {
  const [place, aside] = [join(drop, name), join(`${drop}.aside`, name)];
  mkdirSync(`${drop}.aside`, { recursive: true });
  if (!existsSync(aside)) renameSync(place, aside);
  if (mode === 'none') return renameSync(aside, place);
  rmSync(place, { force: true });
  if (mode === 'missing') return;
  const whole = readFileSync(aside);
  const middle = whole.indexOf('\r\n', Math.floor(whole.length / 2)) + 25;
  writeFileSync(place, whole.subarray(0, middle));
}
