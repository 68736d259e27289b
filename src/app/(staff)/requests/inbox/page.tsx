import { localDay } from '../../../../core/shared/days';
import { InboxSheet } from '../../../../ui/intake/InboxSheet';
import { NotTakenIn } from '../../../../ui/shared/NotTakenIn';
import { readArrivals } from '../../../../usecases/health/arrivals';
import { readProposals } from '../../../../usecases/intake/proposals';
import { readLawTable } from '../../../../usecases/clock/adoptLaw';
import { shown, staff } from '../../../lib/session';
import { settleArrivalByHand } from '../../health/actions';
import { confirmProposal, setAsideProposal } from '../actions';

export const metadata = { title: 'Came by mail' };

export default async function InboxPage() {
  const { ctx } = await staff('requests.work');
  const { laws, standpoint } = await readLawTable(ctx);
  const proposals = shown(await readProposals(ctx));
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Came by mail</h1>
          <p className="sub">
            {proposals.length} {proposals.length === 1 ? 'message' : 'messages'} to {ctx.organisation.contact}, each
            proposed as a request. Nothing is opened until you confirm.
          </p>
        </div>
      </div>
      <NotTakenIn
        arrivals={shown(await readArrivals(ctx, { kind: 'mail' }))}
        what="message"
        zone={ctx.organisation.zone}
        settleArrivalByHand={settleArrivalByHand}
      />
      <InboxSheet
        proposals={proposals}
        today={localDay(ctx.clock.now(), ctx.organisation.zone)}
        laws={laws}
        standpoint={standpoint}
        confirmProposal={confirmProposal}
        setAsideProposal={setAsideProposal}
      />
    </>
  );
}
