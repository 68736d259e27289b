import { NoticesSheet } from '../../../../ui/notices/NoticesSheet';
import { readNotices } from '../../../../usecases/notices/readNotices';
import { shown, staff } from '../../../lib/session';
import { startNotice } from './actions';

export const metadata = { title: 'Notices' };

export default async function NoticesPage() {
  const { ctx } = await staff('purposes.see');
  return <NoticesSheet view={shown(await readNotices(ctx))} zone={ctx.organisation.zone} actions={{ startNotice }} />;
}
