import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rename, stat, unlink } from 'node:fs/promises';
import { join } from 'node:path';
import { finished } from 'node:stream/promises';
import { ConnectorError } from '../../ports/connector';
import { MOST_MESSAGE_BYTES, unreadable, type MessageStore } from './store';

const BREAK = Buffer.from('\nFrom ');
/** Bytes of a `From ` line at most. */
const LONGEST_HEAD = 1000;

/** One message as it lies in an mbox: its `From ` line and its quoted body. */
interface Entry {
  head: string;
  /** As quoted in the file; null where it is too large to be held. */
  body: Buffer | null;
}

/**
 * Files of many messages one after the other (mbox, RFC 4155, with the quoting of `>From `). A message is known by a digest of what
 * it says, so that its key stays when others go.
 */
export function mboxStore(root: string, list: () => Promise<string[]>): MessageStore {
  const placeOf = async (key: string): Promise<{ file: string; digest: string }> => {
    const [, file, digest] = /^(.+)#([0-9a-f]{32})$/.exec(key) ?? [];
    if (!file || !digest || !(await list()).includes(file))
      throw new ConnectorError('wrong-answer', 'This is not a message of this mailbox.');
    return { file, digest };
  };
  const rewrite = async (key: string, put: (entry: Entry) => Buffer | null): Promise<void> => {
    const { file, digest } = await placeOf(key);
    const path = join(root, file);
    const out = createWriteStream(`${path}.bookend`, { mode: (await stat(path)).mode });
    let isFound = false;
    for await (const entry of entriesOf(path, true)) {
      const isIt = entry.body !== null && digestOf(entry.body) === digest;
      isFound ||= isIt;
      const body = isIt ? put(entry) : entry.body;
      if (body && !out.write(Buffer.concat([Buffer.from(`${entry.head}\n`), body, Buffer.from('\n')])))
        await new Promise<void>((resolve) => out.once('drain', () => resolve()));
    }
    out.end();
    await finished(out);
    await (isFound ? rename(`${path}.bookend`, path) : unlink(`${path}.bookend`));
  };
  return {
    async count() {
      let n = 0;
      for (const file of await list()) for await (const entry of entriesOf(join(root, file), false)) n += entry ? 1 : 0;
      return n;
    },
    async *all() {
      for (const file of await list()) {
        let n = 0;
        for await (const { body } of entriesOf(join(root, file), false)) {
          n++;
          yield body
            ? { key: `${file}#${digestOf(body)}`, raw: unquoted(body) }
            : { key: `${file}#message ${n}`, raw: null };
        }
      }
    },
    async read(key) {
      const { file, digest } = await placeOf(key);
      for await (const { body } of entriesOf(join(root, file), false))
        if (body && digestOf(body) === digest) return unquoted(body);
      return null;
    },
    remove: (key) => rewrite(key, () => null),
    replace: (key, raw) => rewrite(key, () => quoted(raw)),
  };
}

/** @param isWhole whether too large messages have to be held all the same, because they are written again */
async function* entriesOf(path: string, isWhole: boolean): AsyncGenerator<Entry> {
  let held = Buffer.alloc(0);
  let isCut = false;
  try {
    for await (const piece of createReadStream(path) as AsyncIterable<Buffer>) {
      held = Buffer.concat([held, piece]);
      for (let at = breakIn(held); at >= 0; at = breakIn(held)) {
        yield entryOf(held.subarray(0, at), isCut);
        held = held.subarray(at + 1);
        isCut = false;
      }
      if (!isWhole && held.length > MOST_MESSAGE_BYTES) {
        isCut = true;
        held = Buffer.concat([held.subarray(0, held.indexOf(10) + 1), held.subarray(-LONGEST_HEAD)]);
      }
    }
  } catch (cause) {
    throw unreadable(cause);
  }
  if (held.subarray(0, 5).toString('latin1') === 'From ') yield entryOf(held, isCut);
}

/** Who sent it and when, as that line says it. Not every program quotes a line of text that begins with the same word. */
const HEAD = /^From \S.*\d{1,2}:\d{2}(:\d{2})? .*\d{4}\s*$/;

/** A message begins with its `From ` line after an empty one, or at the start of the file. */
function breakIn(held: Buffer): number {
  for (let at = held.indexOf(BREAK); at >= 0; at = held.indexOf(BREAK, at + 1)) {
    const isEmptyBefore = held[at - 1] === 10 || (held[at - 1] === 13 && held[at - 2] === 10);
    const end = held.indexOf(10, at + 1);
    if (at > 0 && end > 0 && isEmptyBefore && HEAD.test(held.toString('latin1', at + 1, end))) return at;
  }
  return -1;
}

function entryOf(bytes: Buffer, isCut: boolean): Entry {
  const end = bytes.indexOf(10);
  return {
    head: bytes
      .subarray(0, end < 0 ? bytes.length : end)
      .toString('latin1')
      .trimEnd(),
    body:
      isCut || bytes.length > MOST_MESSAGE_BYTES
        ? null
        : end < 0
          ? Buffer.alloc(0)
          : Buffer.from(bytes.subarray(end + 1)),
  };
}

function digestOf(body: Buffer): string {
  return createHash('sha256').update(body.toString('latin1').trimEnd()).digest('hex').slice(0, 32);
}

function unquoted(body: Buffer): Buffer {
  return Buffer.from(body.toString('latin1').replace(/^>(>*From )/gm, '$1'), 'latin1');
}

function quoted(raw: Buffer): Buffer {
  return Buffer.from(
    `${raw
      .toString('latin1')
      .replace(/\r\n/g, '\n')
      .replace(/^(>*From )/gm, '>$1')
      .trimEnd()}\n`,
    'latin1',
  );
}
