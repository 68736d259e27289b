import type { AccessRefusal } from '../../core/access/refusals';
import type { StorageView } from '../../core/installation/storageView';
import { sayInstant } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lastBeat } from '../../db/health/heartbeats';
import { readHealth } from '../health/readHealth';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

/** A backup older than this needs a look, milliseconds. */
const OLD_MS = 2 * 86_400_000;
/** Less room than this is too little for packs and uploads: a share of the disk, and bytes. */
const LITTLE = { share: 0.1, bytes: 2e9 };

const COMMANDS = [
  { line: './bookend status', about: 'what runs, since when, versions, last backup, room, queue' },
  { line: './bookend backup FOLDER', about: 'a backup now; once a day it is made by itself' },
  { line: './bookend restore FOLDER --replace', about: 'back to a backup, with everything stopped' },
  { line: './bookend update', about: 'a backup, the schema of this version, and a start with it' },
];

/** What an administrator wants to know of storage and backups. */
export async function readStorage(ctx: Context): Promise<Result<StorageView, AccessRefusal>> {
  if (!reach(ctx, 'installation.see')) return refuse({ code: 'not-allowed', act: 'installation.see' });
  const health = await readHealth(ctx);
  const room = await ctx.storage.room().catch(() => null);
  const backup = await ctx.reading((h) => lastBeat(h, 'backup'));
  const isOld = !backup || Date.parse(ctx.clock.real()) - Date.parse(backup) > OLD_MS;
  const part = (name: string, said: string): StorageView['parts'][number] => ({
    name,
    state: said === 'ok' ? 'good' : 'bad',
    said: said === 'ok' ? 'is well' : said,
  });
  return ok({
    commands: COMMANDS,
    parts: [
      {
        name: 'Last backup',
        state: isOld ? 'look' : 'good',
        said: backup ? sayInstant(backup, ctx.organisation.zone) : 'none is known of',
      },
      room
        ? {
            name: 'Room for packs and uploads',
            state: room.free < LITTLE.bytes || room.free / room.total < LITTLE.share ? 'look' : 'good',
            said: `${Math.floor(room.free / 1e9)} of ${Math.floor(room.total / 1e9)} GB are free`,
          }
        : { name: 'Room for packs and uploads', state: 'bad', said: 'cannot be asked' },
      part('Storage', health.storage),
      part('Database', health.database),
      part('Worker', health.worker),
      part('Mail', health.mail),
      part('What comes in', health.intake),
      part('Daily work', health.daily),
    ],
  });
}
