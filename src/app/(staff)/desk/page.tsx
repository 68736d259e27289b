import { readDesk } from '../../../usecases/desk/readDesk';
import { readScripts } from '../../../usecases/ledger/recordByHand';
import { DeskSheet } from '../../../ui/desk/DeskSheet';
import { CounterSheet } from '../../../ui/ledger/CounterSheet';
import { reachOf } from '../../../core/access/roles';
import { shown, staff } from '../../lib/session';
import { findAtCounter, recordByHand } from '../ledger/actions';

export const metadata = { title: 'Desk' };

export default async function DeskPage() {
  const { ctx, actor } = await staff('desk.see');
  // Whoever stands at a counter begins with the person before them.
  if (actor.roles.every((role) => role === 'counter-staff'))
    return <CounterSheet scripts={shown(await readScripts(ctx))} actions={{ findAtCounter, recordByHand }} />;
  return (
    <DeskSheet
      desk={await readDesk(ctx)}
      mayOpen={reachOf(actor.roles, 'requests.work') !== null}
      seesRequests={reachOf(actor.roles, 'requests.see') !== null}
    />
  );
}
