import { notFound } from 'next/navigation';
import { NoticeText } from '../../../../ui/notices/NoticeText';
import { PersonPage } from '../../../../ui/requests/PersonPage';
import { readPublicNotice } from '../../../../usecases/notices/readNotices';
import { askedLanguage } from '../../../lib/language';
import { publicContext } from '../../../lib/session';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ lang?: string }>;
}

const read = async ({ params, searchParams }: Props) =>
  readPublicNotice(await publicContext(), {
    id: (await params).id.slice(0, 80),
    language: await askedLanguage(searchParams),
  });

export async function generateMetadata(props: Props) {
  return { title: (await read(props))?.title ?? 'Notice' };
}

/** A notice as anybody reads and prints it: the version in force. */
export default async function PublicNoticePage(props: Props) {
  const ctx = await publicContext();
  const notice = await read(props);
  if (!notice) notFound();
  return (
    <PersonPage organisation={ctx.organisation} language={notice.language}>
      <NoticeText notice={notice} isPage />
    </PersonPage>
  );
}
