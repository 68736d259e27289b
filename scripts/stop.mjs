import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { isAlive } from './lib/alive.mjs';
import { stateFolder } from './lib/cluster.mjs';

/** How long everything may take to end, milliseconds. */
const PATIENCE_MS = 45_000;

const pidFile = join(stateFolder('demo'), 'demo.pid');
const pid = existsSync(pidFile) ? Number(readFileSync(pidFile, 'utf8')) : 0;
if (!isAlive(pid)) {
  rmSync(pidFile, { force: true });
  console.log('No demo is running.');
} else {
  process.kill(pid, 'SIGTERM');
  for (const end = Date.now() + PATIENCE_MS; Date.now() < end && isAlive(pid);)
    await new Promise((resolve) => setTimeout(resolve, 150));
  if (isAlive(pid)) {
    console.error(`The demo (process ${pid}) does not stop.`);
    process.exitCode = 1;
  } else console.log('Stopped.');
}
