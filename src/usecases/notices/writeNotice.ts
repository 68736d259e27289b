import { LANGUAGES, type Language } from '../../core/letters/mailings';
import type { NoticeRefusal } from '../../core/notices/refusals';
import type { NewNotice, NoticeDraft, NoticeReview } from '../../core/notices/schema';
import type { NoticeCheck } from '../../core/notices/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { NOTICE_WORDS } from '../../core/words/notices';
import { insertNotice, noticeById, setNotice, type NoticeRow } from '../../db/notices/notices';
import type { Handle } from '../../db/shared/handle';
import { beginRun } from '../runs/beginRun';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { checkTexts } from './checkTexts';
import { gatherFacts } from './gatherFacts';
import { answersFrom } from './prefill';

type Done = Promise<Result<null, NoticeRefusal>>;

/** Begins a notice: written from the register in every offered language, or taken in from a page that lives elsewhere. */
export async function startNotice(ctx: Context, input: NewNotice): Promise<Result<{ id: string }, NoticeRefusal>> {
  if (!reach(ctx, 'purposes.draft')) return refuse({ code: 'not-allowed', act: 'purposes.draft' });
  return ctx.transaction<Result<{ id: string }, NoticeRefusal>>(async (h) => {
    const { id, kind, address } = input;
    const answers = answersFrom(await gatherFacts(ctx, h, 'en'));
    const isNew = await insertNotice(h, {
      id,
      kind,
      address: address || null,
      save: 0,
      state: 'draft',
      answers,
      texts: address ? {} : proposedTexts(ctx, kind),
      written_by: ctx.actor.id,
      written_at: ctx.clock.now(),
      note: '',
      read_at: null,
      read_fault: null,
    });
    if (!isNew) return refuse({ code: 'notice-known', id });
    if (address) await beginRun(ctx, h, 'read-notice', { id: ctx.keys.id('rdn'), subject: id });
    await recordTrail(ctx, h, 'notice-written', id, address ? `taken in from ${address}` : `begun, ${kind}`);
    return ok({ id });
  });
}

const proposedTexts = (ctx: Context, kind: NoticeRow['kind']): Partial<Record<Language, string>> =>
  Object.fromEntries(ctx.organisation.brand.languages.map((language) => [language, NOTICE_WORDS[language][kind]]));

/** What a draft would say, and what of it is not true. Nothing is kept. */
export async function checkNotice(ctx: Context, input: NoticeDraft): Promise<Result<NoticeCheck, NoticeRefusal>> {
  if (!reach(ctx, 'purposes.draft')) return refuse({ code: 'not-allowed', act: 'purposes.draft' });
  return ctx.reading(async (h) => {
    const row = await noticeById(h, input.id);
    if (!row) return refuse({ code: 'not-found' });
    return ok(await checkTexts(ctx, h, { ...row, answers: input.answers, texts: input.texts }));
  });
}

async function changing(
  ctx: Context,
  { id, basedOn }: { id: string; basedOn: number },
  act: 'purposes.draft' | 'purposes.publish',
  work: (h: Handle, row: NoticeRow) => Done,
): Done {
  if (!reach(ctx, act)) return refuse({ code: 'not-allowed', act });
  return ctx.transaction<Result<null, NoticeRefusal>>(async (h) => {
    const row = await noticeById(h, id, 'to change it');
    if (!row) return refuse({ code: 'not-found' });
    if (row.save !== basedOn) return refuse({ code: 'notice-saved-meanwhile' });
    return work(h, row);
  });
}

/** Keeps a draft, also one with faults: nothing that was written is lost. It goes back from the review. */
export async function saveNotice(ctx: Context, input: NoticeDraft): Done {
  return changing(ctx, input, 'purposes.draft', async (h, row) => {
    const texts = Object.fromEntries(
      LANGUAGES.filter((one) => input.texts[one]?.trim()).map((one) => [
        one,
        input.texts[one].replace(/\r\n/g, '\n').trim(),
      ]),
    );
    await setNotice(h, row.id, {
      save: row.save + 1,
      state: 'draft',
      answers: input.answers,
      texts,
      written_by: ctx.actor.id,
      written_at: ctx.clock.now(),
    });
    await recordTrail(ctx, h, 'notice-written', row.id, Object.keys(texts).join(' '));
    return ok(null);
  });
}

/** Asks somebody else to look at the draft. */
export async function sendNotice(ctx: Context, input: NoticeReview): Done {
  return changing(ctx, input, 'purposes.draft', async (h, row) => {
    if (row.state === 'published') return refuse({ code: 'notice-unchanged' });
    await setNotice(h, row.id, { state: 'review', note: input.note });
    await recordTrail(ctx, h, 'notice-sent', row.id, input.note.slice(0, 200) || null);
    return ok(null);
  });
}

/** Gives the draft back, with what to change. */
export async function returnNotice(ctx: Context, input: NoticeReview): Done {
  return changing(ctx, input, 'purposes.publish', async (h, row) => {
    if (row.state !== 'review') return refuse({ code: 'notice-not-in-review' });
    await setNotice(h, row.id, { state: 'draft', note: input.note });
    await recordTrail(ctx, h, 'notice-returned', row.id, input.note.slice(0, 200) || null);
    return ok(null);
  });
}
