import { cpSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { run } from './lib/run.mjs';
import { endWith, Failed, say } from './lib/say.mjs';
import { openTarget, postgresOf } from './lib/target.mjs';

/** A copy of database and sealed files. Keys and the erasure journal are not in it: they are kept apart, on purpose. */
endWith(async () => {
  if (!process.argv[2]) throw new Failed('Say where the backup goes.', './bookend backup FOLDER');
  const folder = resolve(process.env.BOOKEND_CALLED_FROM ?? '.', process.argv[2]);
  if (existsSync(join(folder, 'bookend.dump')))
    throw new Failed(`${folder} holds a backup already.`, 'Give each backup a folder of its own.');
  const target = await openTarget();
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    say('copying the database');
    await run(
      join(target.bin, 'pg_dump'),
      ['--format=custom', '--no-owner', `--file=${join(folder, 'bookend.dump')}`],
      { quiet: true, env: postgresOf(target.url) },
    );
    await run(
      join(target.bin, 'psql'),
      [
        '--quiet',
        '--command',
        "insert into heartbeats (process, at) values ('backup:last', now()) on conflict (process) do update set at = now()",
      ],
      { quiet: true, env: postgresOf(target.url) },
    );
    say('copying the sealed files');
    if (existsSync(target.storage)) cpSync(target.storage, join(folder, 'storage'), { recursive: true });
    writeFileSync(
      join(folder, 'made.json'),
      `${JSON.stringify({ schema: 'bookend-backup-1', at: new Date().toISOString() })}\n`,
    );
  } finally {
    target.stop();
  }
  say(`done: ${folder}. Keep the key file and the erasure journal apart from it; a restore needs both.`);
});
