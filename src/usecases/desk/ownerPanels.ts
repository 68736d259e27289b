import type { DeskPanel } from '../../core/desk/views';
import { addDays, sayDay, sayInstant, type Day } from '../../core/shared/days';
import { helperTasksDue } from '../../db/helpers/helperTasks';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { systemsInReach } from '../systems/systemsInReach';
import { line } from './panelLines';

const TASK_DAYS = 60;

/** What the owner of a system looks at first: how it is, and what is asked of them. */
export async function ownerPanels(ctx: Context, h: Handle, today: Day): Promise<DeskPanel[]> {
  return [await ownTasks(ctx, h, today), await ownSystems(ctx, h)];
}

async function ownSystems(ctx: Context, h: Handle): Promise<DeskPanel> {
  const { zone } = ctx.organisation;
  const systems = await systemsInReach(ctx, h, 'systems.see');
  return {
    id: 'own-systems',
    title: 'Your systems',
    note: null,
    lines: systems.map(({ id, name, last_error, last_reached_at }) =>
      line(
        last_error ? 'bad' : 'good',
        name,
        last_error ?? (last_reached_at ? `answered ${sayInstant(last_reached_at, zone)}` : 'not asked yet'),
        `/systems/${id}`,
      ),
    ),
    empty: 'No system is yours yet. An administrator names its owner.',
  };
}

async function ownTasks(ctx: Context, h: Handle, today: Day): Promise<DeskPanel> {
  const systems = new Map((await systemsInReach(ctx, h, 'systems.see')).map(({ id, name }) => [id, name]));
  const tasks = (await helperTasksDue(h, addDays(today, TASK_DAYS))).filter(({ system_id }) => systems.has(system_id));
  return {
    id: 'own-tasks',
    title: 'Asked of you',
    note: 'by the link in the mail that asked',
    lines: tasks.map(({ system_id, kind, due_on }) =>
      line(
        due_on < today ? 'bad' : 'plain',
        `${kind === 'search' ? 'Look into' : 'Remove from'} ${systems.get(system_id)}`,
        `due ${sayDay(due_on)}`,
        `/systems/${system_id}`,
      ),
    ),
    empty: 'Nothing is asked of you.',
  };
}
