import { languageOf } from '../../core/letters/mailings';
import { sayDayIn } from '../../core/letters/frame';
import { localDay } from '../../core/shared/days';
import { CALLED_KINDS, KEPT_KINDS, READ_KINDS, type TrackerKind } from '../../core/sites/trackers';
import type { TrackerWords } from '../../core/sites/trackerWords';
import type { TrackerList } from '../../core/sites/views';
import { TRACKER_LIST_WORDS } from '../../core/words/sections';
import type { TrackerListWords } from '../../core/words/words';
import { runsOf } from '../../db/runs/runs';
import { seenInScan, trackerWords } from '../../db/sites/scans';
import { siteById } from '../../db/sites/sites';
import type { Context } from '../shared/context';
import { wordsFor } from './readScan';

/**
 * What a site keeps and calls, as its last scan saw it, for its visitors: it changes with the next scan and with what is said of a
 * tracker. Public: the same for everybody.
 *
 * @returns null where there is no such site, or it was never scanned
 */
export async function readTrackerList(
  ctx: Context,
  { siteId, language }: { siteId: string; language: string },
): Promise<TrackerList | null> {
  return ctx.reading(async (h) => {
    const site = await siteById(h, siteId);
    const last = site && (await runsOf(h, 'scan-site', siteId)).find(({ state }) => state === 'finished');
    if (!site || !last?.finished_at) return null;
    const spoken = languageOf(language);
    const words = TRACKER_LIST_WORDS[spoken];
    const said = await trackerWords(h);
    const rows = (await seenInScan(h, last.id)).map((row) => {
      const about = wordsFor(site, row, said);
      const isOwn = site.origins.some((origin) => new URL(origin).hostname === row.host);
      return {
        what: [groupOf(row.kind, words), row.name].filter(Boolean).join(': '),
        whose: about?.owner || (isOwn ? words.own : row.host),
        why: about ? words.uses[about.use] : words.notSaid,
        howLong: isKept(row.kind) ? lifeOf(row.lives_days, about, words) : '',
      };
    });
    return {
      language: spoken,
      title: words.title(site.name),
      seenOn: words.seenOn(sayDayIn(spoken, localDay(last.finished_at, ctx.organisation.zone))),
      nothing: words.nothing,
      columns: words.columns,
      rows,
    };
  });
}

const isKept = (kind: TrackerKind): boolean => (KEPT_KINDS as readonly string[]).includes(kind);

function groupOf(kind: TrackerKind, { kinds }: TrackerListWords): string {
  if (isKept(kind)) return kinds.kept;
  if ((CALLED_KINDS as readonly string[]).includes(kind)) return kinds.called;
  return (READ_KINDS as readonly string[]).includes(kind) ? kinds.read : kinds.watched;
}

/** The longer of what was seen and what is said: nobody is told less than what happens. */
function lifeOf(seen: number | null, about: TrackerWords | null, words: TrackerListWords): string {
  if (seen === null) return words.untilCleared;
  const days = Math.max(seen, about?.keepsDays ?? 0);
  return days === 0 ? words.visit : words.days(days);
}
