import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './run.mjs';
import { Failed } from './say.mjs';
import { postgresOf } from './target.mjs';

const EMPTY = `do $$ declare one text; begin
  for one in select nspname from pg_namespace where nspname not like 'pg\\_%' and nspname <> 'information_schema' loop execute format('drop schema %I cascade', one); end loop;
end $$; create schema public`;

const SAID = `insert into heartbeats (process, at) values ('backup:last', now()) on conflict (process) do update set at = now()`;

/** Whether a folder holds a whole backup: what was cut off is none. */
export const isBackup = (folder) => existsSync(join(folder, 'made.json'));

/**
 * A copy of database and sealed files, made beside its place and put there when it is whole. Keys and the erasure journal are not in
 * it: they are kept apart, on purpose.
 */
export async function makeBackup(target, folder) {
  if (existsSync(join(folder, 'bookend.dump')))
    throw new Failed(`${folder} holds a backup already.`, 'Give each backup a folder of its own.');
  const part = `${folder.replace(/\/+$/, '')}.part`;
  rmSync(part, { recursive: true, force: true });
  mkdirSync(part, { recursive: true, mode: 0o700 });
  const env = postgresOf(target.url);
  await run(join(target.bin, 'pg_dump'), ['--format=custom', '--no-owner', `--file=${join(part, 'bookend.dump')}`], {
    quiet: true,
    env,
  });
  if (existsSync(target.storage)) cpSync(target.storage, join(part, 'storage'), { recursive: true });
  writeFileSync(
    join(part, 'made.json'),
    `${JSON.stringify({ schema: 'bookend-backup-1', at: new Date().toISOString() })}\n`,
  );
  // An empty folder may have been made beforehand.
  if (existsSync(folder) && readdirSync(folder).length === 0) rmSync(folder, { recursive: true });
  renameSync(part, folder);
  await run(join(target.bin, 'psql'), ['--quiet', '--command', SAID], { quiet: true, env });
}

/** Puts database and sealed files back as they were. The schema is that of the backup: preparing brings it up to date. */
export async function putBack(target, folder) {
  const env = postgresOf(target.url);
  await run(join(target.bin, 'psql'), ['-X', '-q', '-v', 'ON_ERROR_STOP=1', '-c', EMPTY], { quiet: true, env });
  await run(
    join(target.bin, 'pg_restore'),
    [
      '--no-owner',
      '--exit-on-error',
      `--dbname=${new URL(target.url).pathname.slice(1)}`,
      join(folder, 'bookend.dump'),
    ],
    { quiet: true, env },
  );
  rmSync(target.storage, { recursive: true, force: true });
  if (existsSync(join(folder, 'storage'))) cpSync(join(folder, 'storage'), target.storage, { recursive: true });
}

/** Whole backups of a folder, the newest first, by name. */
export function backupsIn(folder) {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => isBackup(join(folder, name)))
    .sort()
    .reverse();
}

/** Of those that are made by themselves the newest stay; what was made before an update stays until it is taken away by hand. */
export function dropOldBackups(folder, kept) {
  for (const name of backupsIn(folder)
    .filter((one) => one.startsWith('daily-'))
    .slice(kept))
    rmSync(join(folder, name), { recursive: true, force: true });
}

/** `daily-2026-12-01T0330`: sorts by time, and is a name on every disk. */
export const backupName = (kind) => `${kind}-${new Date().toISOString().slice(0, 16).replace(':', '')}`;
