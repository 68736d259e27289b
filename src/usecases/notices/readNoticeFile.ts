import { takenIn } from '../../core/notices/plain';
import type { NoticeFile } from '../../core/notices/schema';
import type { NoticeRefusal } from '../../core/notices/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { pageWords } from './pageWords';

const MOST_LETTERS = 19_000;

/** The words of a file as the text of a notice. Nothing is kept: whoever chose the file sees it in the editor, and saves it or does not. */
export async function readNoticeFile(
  ctx: Context,
  { content, mapping: { fileName } }: { content: Buffer; mapping: NoticeFile },
): Promise<Result<{ text: string }, NoticeRefusal>> {
  if (!reach(ctx, 'purposes.draft')) return refuse({ code: 'not-allowed', act: 'purposes.draft' });
  const { title, text } = await wordsOfFile(ctx, fileName, content);
  return text.trim()
    ? ok({ text: takenIn(title, text).slice(0, MOST_LETTERS) })
    : refuse({ code: 'notice-file-unread' });
}

async function wordsOfFile(ctx: Context, name: string, bytes: Buffer): Promise<{ title: string; text: string }> {
  if (/\.html?$/i.test(name)) return pageWords(bytes.toString('utf8'));
  const words = await ctx.fileReader.words(name, bytes).catch(() => '');
  const [title = '', ...rest] = words.trim().split('\n');
  return { title, text: rest.join('\n').trim() };
}
