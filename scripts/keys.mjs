import { ensureModules } from './lib/install.mjs';
import { run } from './lib/run.mjs';
import { stateFolder } from './lib/cluster.mjs';
import { endWith, Failed } from './lib/say.mjs';
import { join } from 'node:path';

/** Adds a key to the key file; the older ones stay for what is still under them. */
endWith(async () => {
  if (process.argv[2] !== 'new-master') throw new Failed('Say what to do with the keys.', './bookend keys new-master');
  await ensureModules();
  const file = process.env.BOOKEND_KEY_FILE ?? join(stateFolder('demo'), 'keys.json');
  console.log((await run('node', ['--import', 'tsx', 'src/main/newMaster.ts'], { env: { BOOKEND_KEY_FILE: file }, quiet: true })).trim());
});
