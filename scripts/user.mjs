import { existsSync } from 'node:fs';
import { ensureModules } from './lib/install.mjs';
import { envOf, isBegun, keeperState, openDatabase, optionsOf, place } from './lib/own.mjs';
import { run } from './lib/run.mjs';
import { endWith, Failed } from './lib/say.mjs';

const USES = {
  first: './bookend user first',
  list: './bookend user list',
  invite: './bookend user invite EMAIL NAME ROLE[,ROLE]',
  reset: './bookend user reset EMAIL',
  block: './bookend user block EMAIL',
};

/** Ways in when nobody else can give one: a first address, an invitation, another password, somebody kept out. */
endWith(async () => {
  const [what, ...rest] = process.argv.slice(2);
  if (!USES[what]) throw new Failed('Say what to do.', Object.values(USES).join('\n        '));
  if (rest.length < USES[what].split(' ').length - 3) throw new Failed('Something is missing.', USES[what]);
  if (!isBegun() || (!existsSync(place('keys.json')) && !process.env.BOOKEND_KEYS))
    throw new Failed('There is no installation here.', 'Begin one with ./bookend start.');
  await ensureModules();
  const options = optionsOf();
  const isRunning = keeperState() !== null;
  const database = await openDatabase(options);
  try {
    const env = envOf(options, database.url);
    console.log(
      (await run('node', ['--import', 'tsx', 'src/main/user.ts', what, ...rest], { env, quiet: true })).trim(),
    );
  } finally {
    if (!isRunning && !database.wasRunning) database.stop();
  }
});
