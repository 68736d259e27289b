import { stat } from 'node:fs/promises';
import { setTimeout as wait } from 'node:timers/promises';
import { join } from 'node:path';
import { ConnectorError } from '../../ports/connector';

export const MOST_MESSAGE_BYTES = 30 * 1024 * 1024;
const LOCK_WAIT_MS = 4000;
const LOCK_POLL_MS = 100;

/** Where messages lie. `raw` is null where a message is too large to be opened, or cannot be (`isClosed`). */
export interface MessageStore {
  count(): Promise<number>;
  all(): AsyncGenerator<{ key: string; raw: Buffer | null; isClosed?: boolean }>;
  /** Null where it is gone. Throws ConnectorError for a key that names nothing of this store. */
  read(key: string): Promise<Buffer | null>;
  remove(key: string): Promise<void>;
  /** Puts another message in its place at once: a crash leaves the old or the new one, never half of one. */
  replace(key: string, raw: Buffer): Promise<void>;
}

/** Another program that rewrites the mailbox says so by a file `.lock`; it gets a moment, then the step has to wait. */
export async function unlocked(root: string): Promise<void> {
  for (const end = Date.now() + LOCK_WAIT_MS; await exists(join(root, '.lock')); await wait(LOCK_POLL_MS)) {
    if (Date.now() > end)
      throw new ConnectorError('time-out', 'The mailbox is held by another program and did not come free in time.');
  }
}

export async function exists(path: string): Promise<boolean> {
  return (await stat(path).catch(() => null)) !== null;
}

/** What the file system says, as one of the kinds that people and the retry know. */
export function unreadable(cause: unknown): ConnectorError {
  const isForbidden = (cause as NodeJS.ErrnoException).code === 'EACCES';
  return new ConnectorError(
    isForbidden ? 'not-allowed' : 'refused',
    isForbidden ? 'The mailbox cannot be read.' : 'The mailbox is not there.',
    null,
    { cause },
  );
}

export function unlessGone(error: NodeJS.ErrnoException): void {
  if (error.code !== 'ENOENT')
    throw new ConnectorError('refused', 'The message could not be deleted.', null, { cause: error });
}
