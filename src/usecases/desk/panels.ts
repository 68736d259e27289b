import type { DeskPanel } from '../../core/desk/views';
import type { RequestLine } from '../../core/requests/views';
import { sayInstant, type Day } from '../../core/shared/days';
import { stagesSince } from '../../db/desk/roleFigures';
import { workload } from '../../db/requests/assignments';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { auditorPanels } from './auditorPanels';
import { installationPanels } from './installationPanels';
import { ownerPanels } from './ownerPanels';
import { line, MOST_LINES } from './panelLines';

/** What each role begins its day with. A colleague of several roles has the panels of all of them. */
export async function panelsOf(
  ctx: Context,
  h: Handle,
  { lines, closed }: { lines: readonly RequestLine[]; closed: readonly RequestLine[] },
  today: Day,
  since: string | null,
): Promise<DeskPanel[]> {
  const roles: readonly string[] = ctx.actor.kind === 'user' ? ctx.actor.roles : [];
  return [
    ...(reach(ctx, 'requests.work') && since ? [await changed(ctx, h, lines, since)] : []),
    ...(roles.includes('supervisor') ? [await workloadOf(h, lines, today)] : []),
    ...(roles.includes('administrator') ? await installationPanels(ctx, h, today) : []),
    ...(roles.includes('auditor') ? await auditorPanels(ctx, h, closed, today) : []),
    ...(roles.includes('system-owner') ? await ownerPanels(ctx, h, today) : []),
  ];
}

/** To which stages their requests came since they last looked. */
async function changed(ctx: Context, h: Handle, lines: readonly RequestLine[], since: string): Promise<DeskPanel> {
  const { zone } = ctx.organisation;
  const known = new Map(lines.map((one) => [one.ref, one]));
  const moves = await stagesSince(h, [...known.keys()], since);
  return {
    id: 'changed',
    title: 'Changed since you last looked',
    note: `since ${sayInstant(since, zone)}`,
    lines: moves
      .slice(0, MOST_LINES)
      .map(({ ref, stage, at }) =>
        line('plain', `${known.get(ref)!.who}: ${stage}`, sayInstant(at, zone), `/requests/${ref}`, ref),
      ),
    empty: 'No request has moved.',
  };
}

async function workloadOf(h: Handle, lines: readonly RequestLine[], today: Day): Promise<DeskPanel> {
  const missed = lines.filter(({ missedTarget }) => missedTarget !== null);
  return {
    id: 'workload',
    title: 'Who has how much',
    note: null,
    lines: [
      ...(await workload(h, today)).map(({ name, open, overdue }) =>
        line(
          overdue > 0 ? 'bad' : 'plain',
          name,
          `${open} open${overdue > 0 ? `, ${overdue} late` : ''}`,
          '/requests/workload',
        ),
      ),
      ...missed.map((one) =>
        line(
          'look',
          `${one.who}: our own mark to ${one.missedTarget} is missed`,
          null,
          `/requests/${one.ref}`,
          one.ref,
        ),
      ),
    ].slice(0, MOST_LINES),
    empty: 'Nobody works as coordinator.',
  };
}
