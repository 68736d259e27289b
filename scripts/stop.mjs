import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { stateFolder } from './lib/cluster.mjs';

const pidFile = join(stateFolder('demo'), 'demo.pid');
if (!existsSync(pidFile)) console.log('No demo is running.');
else {
  const pid = Number(readFileSync(pidFile, 'utf8'));
  process.kill(pid, 'SIGTERM');
  for (let n = 0; n < 100 && existsSync(pidFile); n++) await new Promise((resolve) => setTimeout(resolve, 150));
  console.log(existsSync(pidFile) ? `The demo (process ${pid}) does not stop.` : 'Stopped.');
}
