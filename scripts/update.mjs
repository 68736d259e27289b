import { rmSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { backupName, isBackup, makeBackup, putBack } from './lib/backups.mjs';
import { isAlive } from './lib/alive.mjs';
import { ensureBuild, ensureModules } from './lib/install.mjs';
import { isBegun, keeperState, makeFolders, place, readJson, writeWhole } from './lib/own.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endWith, Failed, say } from './lib/say.mjs';
import { openTarget } from './lib/target.mjs';

const STEPS = place('update.json');
const STOP_MS = 45_000;

/**
 * Brings an installation to the version of this folder: a backup, the schema, a start. Each step is written down before it is begun,
 * so that one that was cut off is taken up again; where the schema cannot be brought up to date, the backup is put back.
 */
endWith(async () => {
  if (!isBegun()) throw new Failed('There is no installation here.', 'Begin one with ./bookend start.');
  makeFolders();
  await ensureModules();
  await ensureBuild();
  const before = readJson(STEPS);
  const folder = before && isBackup(before.backup) ? before.backup : place('backups', backupName('before-update'));
  const at = (step) => writeWhole(STEPS, JSON.stringify({ step, backup: folder, at: new Date().toISOString() }));
  await stopKeeper();
  const target = await openTarget({ mayRun: false });
  try {
    if (before?.step === 'putting back') await goBack(target, folder);
    // Whoever was cut off while it brought the schema up to date has its backup from before that.
    if (!isBackup(folder)) {
      at('backup');
      say('making a backup');
      rmSync(folder, { recursive: true, force: true });
      await makeBackup(target, folder);
    }
    at('schema');
    say('bringing the schema up to date');
    try {
      console.log(
        (await run('node', ['--import', 'tsx', 'src/main/prepare.ts'], { env: target.env, quiet: true })).trim(),
      );
    } catch (error) {
      at('putting back');
      await goBack(target, folder, error);
    }
  } finally {
    target.stop();
  }
  rmSync(STEPS, { force: true });
  say('starting');
  const { status } = spawnSync('node', ['scripts/start.mjs'], { cwd: ROOT, stdio: 'inherit' });
  return status ?? 1;
});

async function stopKeeper() {
  const state = keeperState();
  if (!state) return;
  say('stopping');
  process.kill(state.pid, 'SIGTERM');
  for (const until = Date.now() + STOP_MS; isAlive(state.pid);) {
    if (Date.now() > until)
      throw new Failed('Bookend does not stop.', `Look into ${place('logs')}, then do this again.`);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}

/** Everything as it was before the update; the version before it starts with that. */
async function goBack(target, folder, cause) {
  say('putting the backup back');
  await putBack(target, folder);
  rmSync(STEPS, { force: true });
  throw new Failed(
    `The update failed${cause ? `: ${cause.message}` : ''}. Everything is as it was before it.`,
    'Go back to the version before and start it with ./bookend start.',
  );
}
