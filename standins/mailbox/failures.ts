import {
  existsSync,
  linkSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';

export const MAILBOX_FAILURES = ['none', 'refused', 'time-out', 'half-message', 'false-done'] as const;
export type MailboxFailure = (typeof MAILBOX_FAILURES)[number];

const PUT_BACK_MS = 150;

/**
 * How the mailbox misbehaves: away; locked by another program for good; one message cut off in the middle; or a mail program
 * that has copies of its own and puts back whatever is deleted or rewritten. Each new mode first mends the one before.
 */
export function mailboxFailures(root: string): { set(mode: MailboxFailure): void } {
  const [away, kept, whole, lock] = [`${root}.away`, `${root}.kept`, `${root}.whole`, join(root, '.lock')];
  let timer: NodeJS.Timeout | null = null;

  function mend(): void {
    if (timer) clearInterval(timer);
    timer = null;
    if (existsSync(away)) renameSync(away, root);
    rmSync(lock, { force: true });
    rmSync(kept, { recursive: true, force: true });
    if (existsSync(whole))
      for (const name of readdirSync(whole)) renameSync(join(whole, name), join(root, 'cur', name));
    rmSync(whole, { recursive: true, force: true });
  }

  function putBack(): void {
    for (const name of readdirSync(kept)) {
      const [copy, place] = [join(kept, name), join(root, 'cur', name)];
      const isSame = existsSync(place) && statSync(place).ino === statSync(copy).ino;
      if (isSame) continue;
      if (existsSync(place)) unlinkSync(place);
      linkSync(copy, place);
    }
  }

  return {
    set(mode) {
      mend();
      if (mode === 'refused') renameSync(root, away);
      if (mode === 'time-out') writeFileSync(lock, 'held by another program');
      if (mode === 'half-message') {
        mkdirSync(whole, { recursive: true });
        for (const name of readdirSync(join(root, 'cur'))) {
          const raw = readFileSync(join(root, 'cur', name));
          if (!raw.includes('multipart/mixed')) continue;
          renameSync(join(root, 'cur', name), join(whole, name));
          writeFileSync(join(root, 'cur', name), raw.subarray(0, Math.floor(raw.length * 0.7)));
        }
      }
      if (mode === 'false-done') {
        mkdirSync(kept, { recursive: true });
        for (const name of readdirSync(join(root, 'cur'))) linkSync(join(root, 'cur', name), join(kept, name));
        timer = setInterval(putBack, PUT_BACK_MS).unref();
      }
    },
  };
}
