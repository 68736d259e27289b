import type { Desk } from '../../core/desk/views';
import { listNotices } from '../../db/notices/notices';
import { lastRuns } from '../../db/runs/runs';
import type { Handle } from '../../db/shared/handle';
import { listSites } from '../../db/sites/sites';
import { sitesBehind } from '../sites/sites';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

type Waiting = Desk['waiting'][number];

const things = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

/** Notices that wait for a second look, or are not true any more; pages elsewhere that cannot be read. */
export async function ofNotices(ctx: Context, h: Handle): Promise<Waiting[]> {
  if (!reach(ctx, 'purposes.see')) return [];
  const waiting: Waiting[] = [];
  for (const { id, state, untrue, written_by, read_fault } of await listNotices(h)) {
    const href = `/ledger/notices/${id}`;
    const add = (what: string) => waiting.push({ who: `the notice ${id}`, what, ref: null, href });
    if (state === 'review' && written_by !== ctx.actor.id && reach(ctx, 'purposes.publish'))
      add(written_by === 'page' ? 'has other words on its page than before' : 'waits for your second look');
    if (untrue > 0) add(`says ${things(untrue, 'thing')} that ${untrue === 1 ? 'is' : 'are'} not so`);
    if (read_fault) add('could not be read on its page');
  }
  return waiting;
}

/** Sites whose last scan saw what is not in order, and those on which a change has not arrived. */
export async function ofSites(ctx: Context, h: Handle): Promise<Waiting[]> {
  if (!reach(ctx, 'sites.see')) return [];
  const open = new Map((await listSites(h)).filter(({ closed_at }) => !closed_at).map((site) => [site.id, site.name]));
  const scanned = (await lastRuns(h, 'scan-site')).flatMap(({ subject, state, counts }): Waiting[] => {
    const name = open.get(subject ?? '');
    const wrong = state === 'finished' ? (counts['wrong'] ?? 0) : 0;
    if (!name || (wrong === 0 && state !== 'failed')) return [];
    const what =
      state === 'failed' ? 'could not be scanned' : `${things(wrong, 'thing')} seen by its scan not in order`;
    return [{ who: name, what, ref: null, href: `/sites/${subject}/scan` }];
  });
  const behind = (await sitesBehind(ctx, h)).map(({ id, name, version }) => ({
    who: name,
    what: `still shows version ${version} of its ask: the change has not arrived`,
    ref: null,
    href: `/sites/${id}`,
  }));
  return [...scanned, ...behind];
}
