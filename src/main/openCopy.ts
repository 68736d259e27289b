import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { openSealedCopy, readKeys } from './keys';

// Opens a sealed copy of the keys into a key file. The passphrase comes by standard input, never by a command line.
const [copy, file] = process.argv.slice(2);
if (!copy || !file) throw new Error('openCopy COPY FILE');
if (existsSync(file)) throw new Error(`${file} is there already. A key file is never overwritten: move it away first.`);
const chunks: Buffer[] = [];
for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
const passphrase = Buffer.concat(chunks)
  .toString('utf8')
  .replace(/\r?\n$/, '');
let text: string;
try {
  text = openSealedCopy(Buffer.from(readFileSync(copy, 'utf8'), 'base64'), passphrase);
} catch (cause) {
  throw new Error('The copy does not open: the passphrase is another one, or the copy was altered.', { cause });
}
writeFileSync(file, text, { mode: 0o600, flag: 'wx' });
console.log(
  `${file} holds the keys, newest master key ${readKeys(file).masterVersion()}. Point BOOKEND_KEY_FILE at it and start Bookend.`,
);
