import type { DeskLine, DeskPanel } from '../../core/desk/views';
import { sayInstant, type Day } from '../../core/shared/days';
import { actsByColleague, jobCounts } from '../../db/desk/roleFigures';
import { lastBeat } from '../../db/health/heartbeats';
import { countKeysByVersion, openKeyExports } from '../../db/keys/keyWork';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { stepsView } from '../installation/steps';
import { systemsInReach } from '../systems/systemsInReach';
import { line, MOST_LINES, weekBefore } from './panelLines';

const DAY_MS = 86_400_000;
const WEEK_MS = 7 * DAY_MS;
/** A backup older than this needs a look, milliseconds. */
const BACKUP_MS = 2 * DAY_MS;
/** So many pieces of work that wait are more than a moment's. */
const MANY_JOBS = 100;
/** Sign-ins that failed in a week before somebody should look. */
const MANY_FAILED = 10;

/** What an administrator looks at first: systems that fail, and whether the installation itself is well. */
export async function installationPanels(ctx: Context, h: Handle, today: Day): Promise<DeskPanel[]> {
  const failing = (await systemsInReach(ctx, h, 'systems.see')).filter(({ last_error }) => last_error);
  return [
    ...(await ofSteps(ctx, h)),
    {
      id: 'systems',
      title: 'Systems that fail',
      note: null,
      lines: failing
        .slice(0, MOST_LINES)
        .map(({ id, name, last_error }) => line('bad', name, last_error, `/systems/${id}`)),
      empty: 'Every system answers.',
    },
    {
      id: 'installation',
      title: 'The installation',
      note: null,
      lines: [
        ...(await ofJobs(ctx, h)),
        await ofStorage(ctx),
        await ofBackup(ctx, h),
        ...(await ofKeys(h)),
        await ofSignIns(h, today),
      ],
      empty: '',
    },
  ];
}

/** What is still to be set up; gone once all of it is done. */
async function ofSteps(ctx: Context, h: Handle): Promise<DeskPanel[]> {
  const view = await stepsView(ctx, h);
  const open = view.steps.filter(({ isDone }) => !isDone);
  if (open.length === 0) return [];
  return [
    {
      id: 'steps',
      title: 'Still to be set up',
      note: `${view.done} of ${view.steps.length} done`,
      lines: open
        .slice(0, MOST_LINES)
        .map(({ isNeeded, title, about, href }) => line(isNeeded ? 'bad' : 'look', title, about, href)),
      empty: '',
    },
  ];
}

async function ofJobs(ctx: Context, h: Handle): Promise<DeskLine[]> {
  const jobs = await jobCounts(h, new Date(Date.parse(ctx.clock.real()) - WEEK_MS).toISOString());
  const waiting = jobs.reduce((sum, job) => sum + job.waiting, 0);
  const running = jobs.reduce((sum, job) => sum + job.running, 0);
  return [
    line(waiting > MANY_JOBS ? 'look' : 'good', 'Work', `${waiting} waiting, ${running} running`, '/setup'),
    ...jobs
      .filter(({ failed }) => failed > 0)
      .map(({ name, failed }) => line('bad', `Work that failed: ${name}`, `${failed} this week`, '/setup')),
  ];
}

async function ofStorage(ctx: Context): Promise<DeskLine> {
  const isKept = await ctx.storage.probe().then(
    () => true,
    () => false,
  );
  return line(
    isKept ? 'good' : 'bad',
    'Storage',
    isKept ? 'can be written to' : 'cannot be written to',
    '/setup/storage',
  );
}

async function ofBackup(ctx: Context, h: Handle): Promise<DeskLine> {
  const at = await lastBeat(h, 'backup');
  const isOld = !at || Date.parse(ctx.clock.real()) - Date.parse(at) > BACKUP_MS;
  const said = at ? sayInstant(at, ctx.organisation.zone) : 'none is known of';
  return line(isOld ? 'look' : 'good', 'Last backup', said, '/setup/storage');
}

async function ofKeys(h: Handle): Promise<DeskLine[]> {
  const keys = (await countKeysByVersion(h)).filter(({ keys: n }) => n > 0);
  const said = keys.map(({ version, keys: n }) => `version ${version}: ${n} keys`).join(', ') || 'none yet';
  return [
    line(keys.length > 1 ? 'look' : 'good', 'Master keys in use', said, '/setup/keys'),
    ...(await openKeyExports(h)).map(() =>
      line('look', 'A copy of the keys is asked for', 'needs a second administrator', '/setup/keys', 'sign'),
    ),
  ];
}

async function ofSignIns(h: Handle, today: Day): Promise<DeskLine> {
  const failed = await actsByColleague(h, ['sign-in-failed'], weekBefore(today));
  const count = failed.reduce((sum, { n }) => sum + n, 0);
  const state = count >= MANY_FAILED ? 'look' : 'good';
  return line(state, 'Sign-ins that failed', `${count} this week`, '/trail?act=sign-in-failed');
}
