import { NoticeSheet } from '../../../../../ui/notices/NoticeSheet';
import { readNotice } from '../../../../../usecases/notices/readNotices';
import { shown, staff } from '../../../../lib/session';
import * as actions from '../actions';

interface Props {
  params: Promise<{ id: string }>;
}

export async function generateMetadata({ params }: Props) {
  return { title: `Notice ${(await params).id}` };
}

export default async function NoticePage({ params }: Props) {
  const { ctx } = await staff('purposes.see');
  const view = shown(await readNotice(ctx, await params));
  return (
    <NoticeSheet
      key={view.save}
      view={view}
      zone={ctx.organisation.zone}
      languages={[...ctx.organisation.brand.languages]}
      actions={{ ...actions }}
    />
  );
}
