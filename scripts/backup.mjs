import { resolve } from 'node:path';
import { makeBackup } from './lib/backups.mjs';
import { endWith, Failed, say } from './lib/say.mjs';
import { openTarget } from './lib/target.mjs';

/** A copy of database and sealed files, of an installation that may run meanwhile. */
endWith(async () => {
  if (!process.argv[2]) throw new Failed('Say where the backup goes.', './bookend backup FOLDER');
  const folder = resolve(process.env.BOOKEND_CALLED_FROM ?? '.', process.argv[2]);
  const target = await openTarget({ mayRun: true });
  try {
    say('copying the database and the sealed files');
    await makeBackup(target, folder);
  } finally {
    target.stop();
  }
  say(`done: ${folder}. Keep the key file and the erasure journal apart from it; a restore needs both.`);
});
