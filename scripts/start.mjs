import { spawn } from 'node:child_process';
import { existsSync, openSync } from 'node:fs';
import { oneAtATime } from './lib/lock.mjs';
import { ensureBuild, ensureModules } from './lib/install.mjs';
import {
  clearLeftovers,
  envOf,
  guardKeys,
  keeperState,
  keepOptions,
  makeFolders,
  openDatabase,
  optionsOf,
  place,
  refuseTakenPorts,
} from './lib/own.mjs';
import { waitFor } from './lib/ports.mjs';
import { ensurePostgres } from './lib/packages.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endWith, Failed, say, step } from './lib/say.mjs';

const TSX = ['--import', 'tsx'];
const START_S = 120;

/** Starts an organisation's own installation and leaves it running under a keeper; with `--foreground` it is the keeper. */
endWith(async () => {
  const args = process.argv.slice(2);
  const isForeground = args.includes('--foreground');
  const options = optionsOf(args.filter((arg) => arg !== '--foreground'));
  const running = keeperState();
  if (running)
    throw new Failed(
      `Bookend runs already (process ${running.pid}, since ${running.since}).`,
      'See ./bookend status; end it with ./bookend stop.',
    );
  if (existsSync(place('update.json'))) throw new Failed('An update was cut off.', 'Finish it: ./bookend update');
  await oneAtATime('starting', async () => {
    makeFolders();
    if (clearLeftovers().length > 0) await new Promise((resolve) => setTimeout(resolve, 500));
    await refuseTakenPorts(options);
    await Promise.all([ensureModules(), ensurePostgres()]);
    await ensureBuild();
    keepOptions(options);
  });
  const database = await openDatabase(options);
  const env = envOf(options, database.url);
  await step('preparing keys and schema', async () => {
    guardKeys();
    await prepare(env, !existsSync(place('keys.json')) && !process.env.BOOKEND_KEYS);
  });
  if (isForeground) {
    await tellFirst(env);
    await import('./keep.mjs');
    return new Promise(() => {});
  }
  say('starting worker, permission checks and web');
  const out = openSync(place('logs', 'keeper.out'), 'a', 0o600);
  const keeper = spawn('node', ['scripts/keep.mjs'], { cwd: ROOT, detached: true, stdio: ['ignore', out, out] });
  keeper.unref();
  Object.assign(keeper, { label: 'the keeper', logFile: place('logs', 'keeper.out') });
  await waitFor(`http://127.0.0.1:${options.metricsPort}/health`, { seconds: START_S, child: keeper });
  await waitFor(`http://${options.host}:${options.port}/icon.svg`, { seconds: START_S, child: keeper });
  say(`Bookend is ready: http://${options.host}:${options.port}`);
  await tellFirst(env);
  console.log(`
  Data, keys, logs and backups lie in ${place()}
  ./bookend status tells how it is, ./bookend stop ends it. docs/running.md is the page for whoever runs it.
`);
});

/** Keys are made once, before the first start; a database that has had keys never gets others. */
async function prepare(env, isWithoutKeys) {
  if (isWithoutKeys) await run('node', [...TSX, 'src/main/newKeys.ts', place('keys.json')], { env, quiet: true });
  await run('node', [...TSX, 'src/main/prepare.ts'], { env, quiet: true });
}

/** While nobody works here, whoever starts it is shown where the first administrator begins. */
async function tellFirst(env) {
  const said = await run('node', [...TSX, 'src/main/user.ts', 'first'], { env, quiet: true });
  if (said.includes('http'))
    console.log(`
  Nobody works here yet. Whoever opens this address becomes the first administrator (once, within three days):

    ${said.trim().split('\n').at(-1)}
`);
}
