import { letterPartsText } from '../../core/notices/plain';
import type { NoticeRefusal } from '../../core/notices/refusals';
import type { PublishNotice } from '../../core/notices/schema';
import type { FilledText, NoticeWhatIf } from '../../core/notices/views';
import type { Language } from '../../core/letters/mailings';
import { purposesInForce } from '../../core/purposes/purposes';
import { ok, refuse, type Result } from '../../core/shared/result';
import { rulesAt } from '../../core/standing/standing';
import { lawTable } from '../../db/clock/laws';
import {
  countUnderEarlier,
  insertNoticeVersion,
  noticeById,
  setNotice,
  versionsOfNotice,
  type NoticeRow,
} from '../../db/notices/notices';
import { allPurposes, allWordings, insertWording, type Wording } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { tallyEverybody } from '../standing/whatIf';
import { recordTrail } from '../trail/recordTrail';
import { checkTexts, faultOf, fill, knownIn, unsureOf, writtenIn } from './checkTexts';

const REASON_LETTERS = 10;

/**
 * Publishes the draft as a version: its facts are filled in and frozen with it. Whoever wrote it cannot be the one who publishes it;
 * what is not sure yet blocks, and what was found untrue needs a reason.
 */
export async function publishNotice(
  ctx: Context,
  input: PublishNotice,
): Promise<Result<{ version: number }, NoticeRefusal>> {
  if (!reach(ctx, 'purposes.publish')) return refuse({ code: 'not-allowed', act: 'purposes.publish' });
  return ctx.transaction<Result<{ version: number }, NoticeRefusal>>(async (h) => {
    const row = await noticeById(h, input.id, 'to change it');
    if (!row) return refuse({ code: 'not-found' });
    if (row.save !== input.basedOn) return refuse({ code: 'notice-saved-meanwhile' });
    if (row.state === 'published') return refuse({ code: 'notice-unchanged' });
    if (row.state !== 'review') return refuse({ code: 'notice-not-in-review' });
    if (row.written_by === ctx.actor.id) return refuse({ code: 'notice-second-person' });
    const blocked = await whatBlocks(ctx, h, row);
    if (blocked) return refuse(blocked);
    const { findings } = await checkTexts(ctx, h, row);
    if (findings.length > 0 && input.reason.length < REASON_LETTERS)
      return refuse({ code: 'notice-untrue', findings: findings.length });
    const filled = await filledTexts(ctx, h, row);
    const next = { ...(await nextWording(ctx, h, row, filled)), isMaterial: input.isMaterial };
    await insertWording(h, next);
    await insertNoticeVersion(h, {
      notice_id: row.id,
      version: next.version,
      texts: row.texts,
      answers: row.answers,
      filled,
      written_by: row.written_by,
      published_by: ctx.actor.id,
      published_at: next.validFrom,
      reason: input.reason,
      told: null,
    });
    await setNotice(h, row.id, { state: 'published', note: '', untrue: findings.length });
    const spite = findings.length > 0 ? `; in spite of ${findings.length} findings: ${input.reason}` : '';
    const material = input.isMaterial ? ', a material change' : '';
    await recordTrail(ctx, h, 'notice-published', row.id, `version ${next.version}${material}${spite}`);
    return ok({ version: next.version });
  });
}

async function whatBlocks(ctx: Context, h: Handle, row: NoticeRow): Promise<NoticeRefusal | null> {
  const unsure = row.address ? [] : unsureOf(row.answers);
  if (unsure.length > 0) return { code: 'notice-unsure', questions: unsure.join(', ') };
  const languages = writtenIn(row.texts);
  // A page that lives elsewhere has the languages it has.
  const missing = row.address ? undefined : ctx.organisation.brand.languages.find((one) => !languages.includes(one));
  if (missing || languages.length === 0) return { code: 'notice-language-missing', language: missing ?? 'any' };
  for (const language of languages) {
    const fault = faultOf(row, row.texts[language]!);
    if (fault) return fault;
  }
  const [last] = await versionsOfNotice(h, row.id);
  const filled = last ? await filledTexts(ctx, h, row) : null;
  const isSame =
    last !== undefined &&
    languages.length === writtenIn(last.texts).length &&
    languages.every((one) => plainOf(filled![one]!) === plainOf(last.filled[one] ?? EMPTY));
  return isSame ? { code: 'notice-unchanged' } : null;
}

const EMPTY: FilledText = { title: '', body: [], fields: {} };

export const plainOf = ({ title, body }: Pick<FilledText, 'title' | 'body'>): string =>
  [title, letterPartsText(body)].join('\n\n');

export async function filledTexts(
  ctx: Context,
  h: Handle,
  row: Pick<NoticeRow, 'texts' | 'answers'>,
): Promise<Partial<Record<Language, FilledText>>> {
  const filled: Partial<Record<Language, FilledText>> = {};
  for (const language of writtenIn(row.texts))
    filled[language] = fill(row.texts[language]!, await knownIn(ctx, h, language, row.answers));
  return filled;
}

async function nextWording(
  ctx: Context,
  h: Handle,
  row: NoticeRow,
  filled: Partial<Record<Language, FilledText>>,
): Promise<Wording> {
  const now = ctx.clock.now();
  const own = (await allWordings(h)).filter(({ kind, id }) => kind === 'notice' && id === row.id);
  return {
    kind: 'notice',
    id: row.id,
    version: Math.max(0, ...own.map(({ version }) => version)) + 1,
    validFrom: now,
    recordedAt: now,
    isMaterial: true,
    method: null,
    place: null,
    purposes: purposesInForce(await allPurposes(h), now, now).map(({ id }) => id),
    words: Object.fromEntries(Object.entries(filled).map(([language, text]) => [language, plainOf(text)])),
  };
}

/** What a material change would do: to how many people's standing, and how many could be told. Nothing is saved. */
export async function previewNotice(
  ctx: Context,
  { id }: { id: string },
): Promise<Result<NoticeWhatIf, NoticeRefusal>> {
  if (!reach(ctx, 'purposes.draft')) return refuse({ code: 'not-allowed', act: 'purposes.draft' });
  return ctx.snapshot<Result<NoticeWhatIf, NoticeRefusal>>(async (h) => {
    const row = await noticeById(h, id);
    if (!row) return refuse({ code: 'not-found' });
    const next = await nextWording(ctx, h, row, {});
    const [purposes, wordings] = [await allPurposes(h), await allWordings(h)];
    const at = ctx.clock.now();
    const moment = { at, knownAt: at, zone: ctx.organisation.zone, laws: await lawTable(h) };
    const old = rulesAt(purposes, wordings, moment);
    const fresh = rulesAt(purposes, [...wordings, { ...next, validFrom: at, recordedAt: at }], moment);
    const whatIf = await tallyEverybody(ctx, h, { old, fresh, purposes: [...old.purposes.keys()], refold: false });
    return ok({ version: next.version, concerned: await countUnderEarlier(h, id, next.version), whatIf });
  });
}
