import { localDay } from '../../../../core/shared/days';
import { NewRequestForm } from '../../../../ui/intake/NewRequestForm';
import { readLawTable } from '../../../../usecases/clock/adoptLaw';
import { staff } from '../../../lib/session';
import { openFromStaff } from '../actions';

export const metadata = { title: 'Open a request' };

export default async function NewRequestPage() {
  const { ctx } = await staff('requests.work');
  const { laws, standpoint } = await readLawTable(ctx);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Open a request</h1>
          <p className="sub">
            For what came by phone, letter, mail or over the counter. What is not known can stay empty.
          </p>
        </div>
      </div>
      <NewRequestForm
        today={localDay(ctx.clock.now(), ctx.organisation.zone)}
        laws={laws}
        standpoint={standpoint}
        open={openFromStaff}
      />
    </>
  );
}
