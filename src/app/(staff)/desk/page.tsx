import { readDesk } from '../../../usecases/desk/readDesk';
import { DeskSheet } from '../../../ui/desk/DeskSheet';
import { reachOf } from '../../../core/access/roles';
import { staff } from '../../lib/session';

export const metadata = { title: 'Desk' };

export default async function DeskPage() {
  const { ctx, actor } = await staff('desk.see');
  return (
    <DeskSheet
      desk={await readDesk(ctx)}
      mayOpen={reachOf(actor.roles, 'requests.work') !== null}
      seesRequests={reachOf(actor.roles, 'requests.see') !== null}
    />
  );
}
