import type { NoticeRefusal } from '../../core/notices/refusals';
import { takenIn } from '../../core/notices/plain';
import type { RunId } from '../../core/shared/ids';
import { ok, refuse, type Result } from '../../core/shared/result';
import { insertCopy, lastCopy, listNotices, noticeById, setNotice, type NoticeRow } from '../../db/notices/notices';
import { lastRun } from '../../db/runs/runs';
import { beginRun } from '../runs/beginRun';
import { finishRun, workOnRun } from '../runs/workOnRun';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { pageWords } from './pageWords';

const MOST_LETTERS = 19_000;

/** Asks for a page that lives elsewhere to be read now. */
export async function startReading(ctx: Context, { id }: { id: string }): Promise<Result<null, NoticeRefusal>> {
  if (!reach(ctx, 'purposes.draft')) return refuse({ code: 'not-allowed', act: 'purposes.draft' });
  return ctx.transaction<Result<null, NoticeRefusal>>(async (h) => {
    const row = await noticeById(h, id, 'to change it');
    if (!row) return refuse({ code: 'not-found' });
    if (!row.address) return refuse({ code: 'notice-without-address' });
    if (await lastRun(h, 'read-notice', { subject: id, state: 'running' })) return refuse({ code: 'notice-reading' });
    await beginRun(ctx, h, 'read-notice', { id: ctx.keys.id('rdn'), subject: id });
    return ok(null);
  });
}

/** Every page that lives elsewhere is read once a day. */
export async function readWatchedPages(ctx: Context): Promise<void> {
  const watched = (await ctx.reading(listNotices)).filter(({ address }) => address);
  for (const { id } of watched) await startReading(ctx, { id });
}

/**
 * Reads a page that lives elsewhere. Words that differ from those read last become a draft that waits for somebody to look at it; a
 * page that cannot be had changes nothing and says so.
 */
export async function readNoticePage(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    if (!ctx.looker) throw new Error('only a worker reads pages');
    const row = await ctx.reading((h) => noticeById(h, run.subject!));
    const html = row?.address ? await ctx.looker.read(row.address, { reach: ctx.reach }) : null;
    const page = html === null ? null : pageWords(html);
    await ctx.transaction(async (h) => {
      const now = ctx.clock.now();
      const held = row && (await noticeById(h, row.id, 'to change it'));
      if (held) {
        const isRead = page !== null && page.text !== '';
        await setNotice(h, held.id, {
          read_at: isRead ? now : held.read_at,
          read_fault: isRead ? null : page ? 'no-words' : 'unreachable',
        });
        if (isRead) await keepCopy(ctx, h, held, page, now);
      }
      await finishRun(ctx, h, runId, { done: 1, total: 1 });
    });
  });
}

async function keepCopy(
  ctx: Context,
  h: Parameters<typeof lastCopy>[0],
  row: NoticeRow,
  { title, language, text }: ReturnType<typeof pageWords>,
  now: string,
): Promise<void> {
  const before = await lastCopy(h, row.id);
  if (before?.text === text && before.title === title) return;
  await insertCopy(h, { notice_id: row.id, read_at: now, language, title, text });
  await setNotice(h, row.id, {
    save: row.save + 1,
    state: 'review',
    texts: { ...row.texts, [language]: takenIn(title, text).slice(0, MOST_LETTERS) },
    // Nobody here wrote it: whoever may publish can look at it.
    written_by: 'page',
    written_at: now,
  });
  await recordTrail(
    ctx,
    h,
    'notice-changed-elsewhere',
    row.id,
    before ? 'its words have changed' : 'read for the first time',
  );
}
