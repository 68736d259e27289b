import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';
import { ensureModules } from './lib/install.mjs';
import { ROOT, run } from './lib/run.mjs';
import { stateFolder } from './lib/cluster.mjs';
import { isBegun, place } from './lib/own.mjs';
import { endWith, Failed } from './lib/say.mjs';

/** A line that is typed without being seen; from a pipe it is simply read. */
function secret(prompt) {
  const isTyped = process.stdin.isTTY;
  if (isTyped) process.stdout.write(prompt);
  const lines = createInterface({
    input: process.stdin,
    output: new Writable({ write: (_, __, done) => done() }),
    terminal: Boolean(isTyped),
  });
  return new Promise((done) => {
    lines.once('line', (line) => {
      done(line);
      lines.close();
      if (isTyped) process.stdout.write('\n');
    });
    lines.once('close', () => done(''));
  });
}

/** Adds a key to the key file; the older ones stay for what is still under them. */
async function newMaster() {
  const file =
    process.env.BOOKEND_KEY_FILE ?? (isBegun() ? place('keys.json') : join(stateFolder('demo'), 'keys.json'));
  console.log(
    (
      await run('node', ['--import', 'tsx', 'src/main/newMaster.ts'], { env: { BOOKEND_KEY_FILE: file }, quiet: true })
    ).trim(),
  );
}

/** A key file where there is none; one that is there stays as it is. */
async function newKeys([file]) {
  if (!file) throw new Failed('Say which key file to write.', './bookend keys new FILE');
  const to = resolve(process.env.BOOKEND_CALLED_FROM ?? '.', file);
  if (existsSync(to))
    throw new Failed(`${to} is there already.`, 'A key file is never overwritten: move it away first.');
  console.log((await run('node', ['--import', 'tsx', 'src/main/newKeys.ts', to], { quiet: true })).trim());
}

/** Opens a copy that was fetched under Setup → Master keys into a key file. */
async function open([copy, file]) {
  if (!copy || !file)
    throw new Failed(
      'Say which copy, and the key file to write.',
      './bookend keys open COPY FILE; the passphrase is asked for',
    );
  const [from, to] = [copy, file].map((path) => resolve(process.env.BOOKEND_CALLED_FROM ?? '.', path));
  if (!existsSync(from))
    throw new Failed(`There is no file ${from}.`, 'Give the copy that was fetched under Setup → Master keys.');
  const passphrase = await secret('Passphrase: ');
  const child = spawn('node', ['--import', 'tsx', 'src/main/openCopy.ts', from, to], {
    cwd: ROOT,
    stdio: ['pipe', 'inherit', 'pipe'],
  });
  let said = '';
  child.stderr.on('data', (part) => (said += part));
  child.stdin.end(passphrase);
  const code = await new Promise((done) => child.on('close', done));
  if (code !== 0)
    throw new Failed(/Error: (.*)/.exec(said)?.[1] ?? 'The copy could not be opened.', 'Nothing was written.');
}

endWith(async () => {
  const [what, ...rest] = process.argv.slice(2);
  const act = { new: newKeys, 'new-master': newMaster, open: open }[what];
  if (!act)
    throw new Failed(
      'Say what to do with the keys.',
      './bookend keys new FILE, ./bookend keys new-master, or ./bookend keys open COPY FILE',
    );
  await ensureModules();
  await act(rest);
});
