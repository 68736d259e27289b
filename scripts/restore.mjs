import { cpSync, existsSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ensureModules } from './lib/install.mjs';
import { run } from './lib/run.mjs';
import { endWith, Failed, say } from './lib/say.mjs';
import { openTarget, postgresOf } from './lib/target.mjs';

const EMPTY = `do $$ declare one text; begin
  for one in select nspname from pg_namespace where nspname not like 'pg\\_%' and nspname <> 'information_schema' loop execute format('drop schema %I cascade', one); end loop;
end $$; create schema public`;

/** Puts a backup back, brings its schema up to date, and erases again whoever was erased since it was made. */
endWith(async () => {
  const folder = process.argv[2] && resolve(process.env.BOOKEND_CALLED_FROM ?? '.', process.argv[2]);
  if (!folder || !existsSync(join(folder, 'made.json')))
    throw new Failed('Say which backup.', './bookend restore FOLDER, with a folder that ./bookend backup made');
  if (process.argv[3] !== '--replace')
    throw new Failed(
      'This replaces the database and the sealed files.',
      `Stop Bookend, then: ./bookend restore ${folder} --replace`,
    );
  await ensureModules();
  const target = await openTarget();
  try {
    say('putting the database back');
    await run(join(target.bin, 'psql'), ['-X', '-q', '-v', 'ON_ERROR_STOP=1', '-c', EMPTY], {
      quiet: true,
      env: postgresOf(target.url),
    });
    await run(
      join(target.bin, 'pg_restore'),
      [
        '--no-owner',
        '--exit-on-error',
        `--dbname=${new URL(target.url).pathname.slice(1)}`,
        join(folder, 'bookend.dump'),
      ],
      { quiet: true, env: postgresOf(target.url) },
    );
    say('putting the sealed files back');
    rmSync(target.storage, { recursive: true, force: true });
    if (existsSync(join(folder, 'storage'))) cpSync(join(folder, 'storage'), target.storage, { recursive: true });
    say('bringing the schema up to date and replaying the erasure journal');
    const said = await run('node', ['--import', 'tsx', 'src/main/prepare.ts'], { env: target.env, quiet: true });
    console.log(said.trim());
  } finally {
    target.stop();
  }
  say('done. Verify the ledger once it runs.');
});
