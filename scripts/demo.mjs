import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isAlive } from './lib/alive.mjs';
import { stateFolder } from './lib/cluster.mjs';
import { oneAtATime } from './lib/lock.mjs';
import { stopEverything } from './lib/run.mjs';
import { endWith, Failed, say } from './lib/say.mjs';
import { startWorld } from './lib/world.mjs';

const SIGN_INS = [
  ['signe@larkmere.example', 'coordinator'],
  ['mikkel@larkmere.example', 'supervisor'],
  ['ulla@larkmere.example', 'auditor'],
  ['ib@larkmere.example', 'administrator'],
  ['pia@larkmere.example', 'administrator, for what needs two'],
  ['nanna@larkmere.example', 'counter staff'],
];

endWith(async () => {
  const fresh = process.argv.includes('--fresh');
  const pidFile = join(stateFolder('demo'), 'demo.pid');
  await oneAtATime('starting a demo', async () => {
    const pid = existsSync(pidFile) ? Number(readFileSync(pidFile, 'utf8')) : 0;
    if (isAlive(pid))
      throw new Failed(`A demo runs already (process ${pid}).`, 'Open it, or end it with: ./bookend stop');
    writeFileSync(pidFile, String(process.pid));
  });
  process.on('exit', () => rmSync(pidFile, { force: true }));
  let stopping = false;
  let world = null;
  const ended = new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM']) {
      process.on(signal, () => {
        if (stopping) return;
        stopping = true;
        say('stopping what was started');
        // Before all runs, what was begun is ended: the start then fails, and takes down what it had started.
        if (world) void world.stop().then(resolve);
        else void stopEverything();
      });
    }
  });
  world = await startWorld({
    name: 'demo',
    mode: 'demo',
    fresh,
    ...(process.env.BOOKEND_NOW ? { now: process.env.BOOKEND_NOW } : {}),
  }).catch((error) => {
    if (!stopping) throw error;
    process.exit(130);
  });
  if (stopping) {
    await world.stop();
    process.exit(130);
  }
  console.log(`
  Bookend is ready:  ${world.address}

  Sign in with the password “larkmere” as
${SIGN_INS.map(([email, role]) => `    ${email.padEnd(26)} ${role}`).join('\n')}

  The outside world:
    permission checks          ${world.urls.checks}/api/v1/standing
    key for trying the API     bookend_sandbox (docs/developers.md)
    newsletter service         ${world.urls.newsletter}
    mail that was sent         ${world.urls.mail}
    tonight’s till file        ${world.tillDrop}
    tills’ watched folder      ${world.urls.control}/deliver drops a file into it
    public request form        ${world.address}/ask
    a person’s own choices     ${world.address}/choices
    pages of the shop          ${world.urls.site.replace('127.0.0.1', 'shop.localhost')}/blog

  Ctrl-C stops everything. The data stays; --fresh starts over.
`);
  const died = ['web', 'worker', 'checks', 'standins'].map(
    (name) =>
      new Promise((_, reject) =>
        world.children[name].once(
          'exit',
          (code) =>
            stopping ||
            reject(new Failed(`${name} ended with ${code}.`, `Its own words are in ${world.children[name].logFile}.`)),
        ),
      ),
  );
  await Promise.race([ended, ...died]).catch(async (error) => {
    await world.stop();
    throw error;
  });
});
