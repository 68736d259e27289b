import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { isAlive } from './lib/alive.mjs';
import { stateFolder } from './lib/cluster.mjs';
import { keeperState } from './lib/own.mjs';

/** How long everything may take to end, milliseconds. */
const PATIENCE_MS = 45_000;

const demoFile = join(stateFolder('demo'), 'demo.pid');
const demo = existsSync(demoFile) ? Number(readFileSync(demoFile, 'utf8')) : 0;
const own = keeperState();
if (own) await end('Bookend', own.pid);
if (isAlive(demo)) await end('The demo', demo);
else rmSync(demoFile, { force: true });
if (!own && !demo) console.log('Nothing is running.');

async function end(what, pid) {
  process.kill(pid, 'SIGTERM');
  for (const until = Date.now() + PATIENCE_MS; Date.now() < until && isAlive(pid);)
    await new Promise((resolve) => setTimeout(resolve, 150));
  if (isAlive(pid)) {
    console.error(`${what} (process ${pid}) does not stop.`);
    process.exitCode = 1;
  } else console.log(`${what} is stopped.`);
}
