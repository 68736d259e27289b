import { resolve } from 'node:path';
import { isBackup, putBack } from './lib/backups.mjs';
import { ensureModules } from './lib/install.mjs';
import { run } from './lib/run.mjs';
import { endWith, Failed, say } from './lib/say.mjs';
import { openTarget } from './lib/target.mjs';

/** Puts a backup back, brings its schema up to date, and erases again whoever was erased since it was made. */
endWith(async () => {
  const folder = process.argv[2] && resolve(process.env.BOOKEND_CALLED_FROM ?? '.', process.argv[2]);
  if (!folder || !isBackup(folder))
    throw new Failed('Say which backup.', './bookend restore FOLDER, with a folder that ./bookend backup made');
  if (process.argv[3] !== '--replace')
    throw new Failed(
      'This replaces the database and the sealed files.',
      `Stop Bookend, then: ./bookend restore ${folder} --replace`,
    );
  await ensureModules();
  const target = await openTarget({ mayRun: false });
  try {
    say('putting the database and the sealed files back');
    await putBack(target, folder);
    say('bringing the schema up to date and replaying the erasure journal');
    const said = await run('node', ['--import', 'tsx', 'src/main/prepare.ts'], { env: target.env, quiet: true });
    console.log(said.trim());
  } finally {
    target.stop();
  }
  say('done. Verify the ledger once it runs.');
});
