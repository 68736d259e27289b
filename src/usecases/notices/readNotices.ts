import type { AccessRefusal } from '../../core/access/refusals';
import { LANGUAGES, languageOf, type Language } from '../../core/letters/mailings';
import { differenceOf, type DifferencePiece } from '../../core/shared/difference';
import { NEEDED_FIELDS, NOTICE_FIELDS } from '../../core/notices/facts';
import type { NoticeLine, NoticesView, NoticeVersionView, NoticeView, PublicNotice } from '../../core/notices/views';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { userNames } from '../../db/access/users';
import {
  lastNoticeVersions,
  listNotices,
  noticeById,
  peopleUnder,
  setNotice,
  versionsOfNotice,
  type NoticeRow,
  type NoticeVersionRow,
} from '../../db/notices/notices';
import { allWordings, type Wording } from '../../db/purposes/purposes';
import { lastRun } from '../../db/runs/runs';
import type { Handle } from '../../db/shared/handle';
import { viewOrNull } from '../runs/runView';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { checkTexts, staleFacts, writtenIn } from './checkTexts';
import { gatherFacts } from './gatherFacts';
import { prefilledFrom } from './prefill';

const noticesIn = (wordings: readonly Wording[], id: string): Wording[] =>
  wordings.filter((one) => one.kind === 'notice' && one.id === id);

/** Every notice with what is not true any more of it. */
export async function readNotices(ctx: Context): Promise<Result<NoticesView, AccessRefusal>> {
  if (!reach(ctx, 'purposes.see')) return refuse({ code: 'not-allowed', act: 'purposes.see' });
  return ctx.reading(async (h) => {
    const wordings = await allWordings(h);
    const published = new Map((await lastNoticeVersions(h)).map((row) => [row.notice_id, row]));
    const notices: NoticeLine[] = [];
    for (const row of await listNotices(h))
      notices.push(await lineOf(ctx, h, row, noticesIn(wordings, row.id), published.get(row.id)));
    return ok({ notices, mayDraft: reach(ctx, 'purposes.draft') !== null });
  });
}

async function lineOf(
  ctx: Context,
  h: Handle,
  row: NoticeRow,
  versions: readonly Wording[],
  published: NoticeVersionRow | undefined,
): Promise<NoticeLine> {
  const current = versions.findLast(({ validFrom }) => validFrom <= ctx.clock.now());
  const words = current?.words ?? row.texts;
  const first = Object.values(words)[0] ?? '';
  return {
    id: row.id,
    kind: row.kind,
    title: (words['en'] ?? first).split('\n')[0]!.replace(/\{\{[^}]*\}\}/g, '…'),
    state: row.state,
    version: current?.version ?? null,
    publishedAt: current?.validFrom ?? null,
    address: row.address,
    languages: writtenIn(words),
    untrue: await countUntrue(ctx, h, row, published),
  };
}

/** Counts, for the Desk, what is not true any more of each notice: once a day, and when one is published. */
export async function checkNotices(ctx: Context): Promise<void> {
  await ctx.transaction(async (h) => {
    const published = new Map((await lastNoticeVersions(h)).map((row) => [row.notice_id, row]));
    for (const row of await listNotices(h))
      await setNotice(h, row.id, { untrue: await countUntrue(ctx, h, row, published.get(row.id)) });
  });
}

/** What is not true any more of what stands there now; of the draft where nothing was published. */
async function countUntrue(
  ctx: Context,
  h: Handle,
  row: NoticeRow,
  published: NoticeVersionRow | undefined,
): Promise<number> {
  const { texts, answers } = published ?? row;
  const { findings } = await checkTexts(ctx, h, { kind: row.kind, address: row.address, texts, answers });
  return findings.length + (published ? (await staleFacts(ctx, h, published)).length : 0);
}

/** One notice: its draft, what of it is true, its versions and who chose under which. */
export async function readNotice(ctx: Context, { id }: { id: string }): Promise<Result<NoticeView, AccessRefusal>> {
  if (!reach(ctx, 'purposes.see')) return refuse({ code: 'not-allowed', act: 'purposes.see' });
  return ctx.reading(async (h) => {
    const row = await noticeById(h, id);
    if (!row) return refuse({ code: 'not-found' });
    const names = await userNames(h);
    const published = await versionsOfNotice(h, id);
    const told = published[0]
      ? await lastRun(h, 'tell-notice', { subject: `${id} ${published[0].version}` })
      : undefined;
    const mayPublish = reach(ctx, 'purposes.publish') !== null;
    return ok({
      id,
      kind: row.kind,
      state: row.state,
      address: row.address,
      save: row.save,
      answers: row.answers,
      texts: Object.fromEntries(LANGUAGES.map((one) => [one, row.texts[one] ?? ''])) as NoticeView['texts'],
      prefilled: prefilledFrom(await gatherFacts(ctx, h, 'en')),
      fields: NOTICE_FIELDS.map((name) => ({
        name,
        isNeeded: !row.address && NEEDED_FIELDS[row.kind].includes(name),
      })),
      writtenBy: row.written_by === 'page' ? 'the page itself' : (names.get(row.written_by) ?? 'the installation'),
      writtenAt: row.written_at,
      note: row.note,
      check: await checkTexts(ctx, h, row),
      stale: published[0] ? await staleFacts(ctx, h, published[0]) : [],
      versions: versionsView(noticesIn(await allWordings(h), id), published, names),
      page: `${ctx.baseUrl}/notice/${id}`,
      embed: `<div data-bookend-notice="${id}"></div>`,
      readAt: row.read_at,
      readFault: row.read_fault,
      run: viewOrNull(ctx, row.address ? await lastRun(h, 'read-notice', { subject: id }) : undefined),
      telling: viewOrNull(ctx, told),
      mayDraft: reach(ctx, 'purposes.draft') !== null,
      mayPublish,
      isOwnText: row.written_by === ctx.actor.id,
    });
  });
}

/** How many people chose under each version; null: under none that was named. It is asked for: a ledger has many choices. */
export async function countNotice(
  ctx: Context,
  { id }: { id: string },
): Promise<Result<{ version: number | null; people: number }[], AccessRefusal>> {
  if (!reach(ctx, 'purposes.see')) return refuse({ code: 'not-allowed', act: 'purposes.see' });
  return ctx.reading(async (h) => ok(await peopleUnder(h, id)));
}

/** Versions whose words are shown side by side with those before. */
const MOST_COMPARED = 12;

function versionsView(
  wordings: readonly Wording[],
  published: readonly NoticeVersionRow[],
  names: ReadonlyMap<string, string>,
): NoticeVersionView[] {
  return wordings
    .toSorted((a, b) => b.version - a.version)
    .map((one, n, all) => {
      const row = published.find(({ version }) => version === one.version);
      const by = (who: string | undefined) =>
        who ? (names.get(who) ?? (who === 'page' ? 'the page itself' : '–')) : '–';
      return {
        version: one.version,
        publishedAt: one.validFrom,
        writtenBy: by(row?.written_by),
        publishedBy: by(row?.published_by),
        reason: row?.reason ?? '',
        isMaterial: one.isMaterial,
        told: row?.told ?? null,
        differences: n < MOST_COMPARED ? differences(all[n + 1], one) : {},
      };
    });
}

function differences(before: Wording | undefined, after: Wording): Partial<Record<Language, DifferencePiece[]>> {
  const languages = LANGUAGES.filter((one) => after.words[one] ?? before?.words[one]);
  return Object.fromEntries(
    languages.map((one) => [one, differenceOf(before?.words[one] ?? '', after.words[one] ?? '')]),
  );
}

/** A notice as anybody reads it: the version in force, in the language that is asked for or the first it has. */
export async function readPublicNotice(
  ctx: Context,
  { id, language }: { id: string; language: unknown },
): Promise<PublicNotice | null> {
  return ctx.reading(async (h) => {
    const now = ctx.clock.now();
    const current = noticesIn(await allWordings(h), id).findLast(({ validFrom }) => validFrom <= now);
    if (!current) return null;
    const row = (await versionsOfNotice(h, id)).find(({ version }) => version === current.version);
    const languages = writtenIn(current.words);
    const spoken = languageOf(language, languages);
    const words = current.words[spoken] ?? '';
    const [title = '', ...rest] = words.split('\n');
    const filled = row?.filled[spoken];
    return {
      id,
      version: current.version,
      publishedOn: localDay(current.validFrom, ctx.organisation.zone),
      language: spoken,
      languages,
      title: filled?.title ?? title,
      body:
        filled?.body ??
        rest
          .join('\n')
          .split(/\n\s*\n/)
          .map((text) => text.trim())
          .filter(Boolean)
          .map((text) => ({ kind: 'text' as const, text })),
    };
  });
}
