import type { Language } from '../../core/letters/mailings';
import type { NoticeAnswers, NoticeKind } from '../../core/notices/schema';
import type { FilledText, NoticeState } from '../../core/notices/views';
import type { PersonId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface NoticeRow {
  id: string;
  kind: NoticeKind;
  address: string | null;
  save: number;
  state: NoticeState;
  answers: NoticeAnswers;
  texts: Partial<Record<Language, string>>;
  written_by: string;
  written_at: string;
  note: string;
  untrue: number;
  read_at: string | null;
  read_fault: string | null;
}

export interface NoticeVersionRow {
  notice_id: string;
  version: number;
  texts: Partial<Record<Language, string>>;
  answers: NoticeAnswers;
  filled: Partial<Record<Language, FilledText>>;
  written_by: string;
  published_by: string;
  published_at: string;
  reason: string;
  told: number | null;
}

export interface NoticeCopyRow {
  notice_id: string;
  read_at: string;
  language: Language;
  title: string;
  text: string;
}

const asJson = <T extends object>(row: T): object =>
  Object.fromEntries(
    Object.entries(row).map(([column, value]) => [
      column,
      ['answers', 'texts', 'filled'].includes(column) ? JSON.stringify(value) : (value as unknown),
    ]),
  );

/** Every notice: a handful. */
export async function listNotices(h: Handle): Promise<NoticeRow[]> {
  return h.trx('notices').orderBy('id').limit(200);
}

/** @param why `to change it`: whoever else changes it waits */
export async function noticeById(h: Handle, id: string, why: 'to read it' | 'to change it' = 'to read it') {
  const query = h.trx('notices').where({ id }).first();
  return (await (why === 'to change it' ? query.forUpdate() : query)) as NoticeRow | undefined;
}

/** @returns whether it is new: of two who begin the same, one did */
export async function insertNotice(h: Handle, row: Omit<NoticeRow, 'untrue'>): Promise<boolean> {
  const { rowCount } = (await h.trx('notices').insert(asJson(row)).onConflict('id').ignore()) as unknown as {
    rowCount: number;
  };
  return rowCount > 0;
}

export async function setNotice(h: Handle, id: string, change: Partial<Omit<NoticeRow, 'id' | 'kind'>>): Promise<void> {
  await h.trx('notices').where({ id }).update(asJson(change));
}

/** As they were published, the newest first. */
export async function versionsOfNotice(h: Handle, id: string): Promise<NoticeVersionRow[]> {
  return h.trx('notice_versions').where({ notice_id: id }).orderBy('version', 'desc').limit(500);
}

/** The newest of each notice. */
export async function lastNoticeVersions(h: Handle): Promise<NoticeVersionRow[]> {
  const { rows }: { rows: NoticeVersionRow[] } = await h.trx.raw(
    'select distinct on (notice_id) * from notice_versions order by notice_id, version desc',
  );
  return rows;
}

export async function insertNoticeVersion(h: Handle, row: NoticeVersionRow): Promise<void> {
  await h.trx('notice_versions').insert(asJson(row));
}

export async function setTold(h: Handle, notice_id: string, version: number, told: number): Promise<void> {
  await h.trx('notice_versions').where({ notice_id, version }).update({ told });
}

export async function lastCopy(h: Handle, notice_id: string): Promise<NoticeCopyRow | undefined> {
  return h.trx('notice_copies').where({ notice_id }).orderBy('read_at', 'desc').first();
}

export async function copiesOf(h: Handle, notice_id: string): Promise<NoticeCopyRow[]> {
  return h.trx('notice_copies').where({ notice_id }).orderBy('read_at', 'desc').limit(50);
}

export async function insertCopy(h: Handle, row: NoticeCopyRow): Promise<void> {
  await h.trx('notice_copies').insert(row);
}

/** How many people's choices were given under each version of a notice, the newest first; null: no version was named. */
export async function peopleUnder(h: Handle, notice: string): Promise<{ version: number | null; people: number }[]> {
  const { rows }: { rows: { version: number | null; people: number }[] } = await h.trx.raw(
    `select notice_version as version, count(distinct person_id)::int as people
       from choices where notice = ? group by notice_version order by notice_version desc nulls last`,
    [notice],
  );
  return rows;
}

/** People who chose under a version before this one, in order of their number; the erased are left out. */
export async function peopleUnderEarlier(
  h: Handle,
  of: { notice: string; before: number; after: number; limit: number },
): Promise<{ id: PersonId; no: number }[]> {
  const { rows }: { rows: { id: PersonId; no: number }[] } = await h.trx.raw(
    `select p.id, p.no from persons p
      where p.no > :after and p.erased_at is null
        and exists (select 1 from choices c where c.person_id = p.id and c.notice = :notice
                     and coalesce(c.notice_version, 0) < :before)
      order by p.no limit :limit`,
    { ...of },
  );
  return rows;
}

export async function countUnderEarlier(h: Handle, notice: string, before: number): Promise<number> {
  const { rows }: { rows: { people: number }[] } = await h.trx.raw(
    `select count(distinct c.person_id)::int as people from choices c join persons p on p.id = c.person_id
      where c.notice = ? and coalesce(c.notice_version, 0) < ? and p.erased_at is null`,
    [notice, before],
  );
  return rows[0]!.people;
}

/** People on file who are younger than this year says. */
export async function countBornAfter(h: Handle, year: number): Promise<number> {
  const { rows }: { rows: { people: number }[] } = await h.trx.raw(
    'select count(*)::int as people from persons where birth_year > ? and erased_at is null',
    [year],
  );
  return rows[0]!.people;
}
