import { takenIn } from '../../core/notices/plain';
import type { NoticeFile } from '../../core/notices/schema';
import type { NoticeRefusal } from '../../core/notices/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import { noticeById, setNotice } from '../../db/notices/notices';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { pageWords } from './pageWords';

const MOST_LETTERS = 19_000;

/** The words of a file as the draft of one language, in the place of what was there. */
export async function takeNoticeFile(
  ctx: Context,
  { content, mapping: input }: { content: Buffer; mapping: NoticeFile },
): Promise<Result<null, NoticeRefusal>> {
  if (!reach(ctx, 'purposes.draft')) return refuse({ code: 'not-allowed', act: 'purposes.draft' });
  const { language } = input;
  const { title, text } = await wordsOfFile(ctx, input.fileName, content);
  if (!text.trim()) return refuse({ code: 'notice-file-unread' });
  return ctx.transaction<Result<null, NoticeRefusal>>(async (h) => {
    const row = await noticeById(h, input.id, 'to change it');
    if (!row) return refuse({ code: 'not-found' });
    await setNotice(h, row.id, {
      save: row.save + 1,
      state: 'draft',
      texts: { ...row.texts, [language]: takenIn(title, text).slice(0, MOST_LETTERS) },
      written_by: ctx.actor.id,
      written_at: ctx.clock.now(),
    });
    await recordTrail(ctx, h, 'notice-written', row.id, `${language}, from a file`);
    return ok(null);
  });
}

async function wordsOfFile(ctx: Context, name: string, bytes: Buffer): Promise<{ title: string; text: string }> {
  if (/\.html?$/i.test(name)) return pageWords(bytes.toString('utf8'));
  const words = await ctx.fileReader.words(name, bytes).catch(() => '');
  const [title = '', ...rest] = words.trim().split('\n');
  return { title, text: rest.join('\n').trim() };
}
