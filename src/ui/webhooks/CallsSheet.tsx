import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import { sayInstant } from '../../core/shared/days';
import type { CallType } from '../../core/webhooks/call';
import type { WebhookCallView } from '../../core/webhooks/views';
import Link from '../shared/Link';
import { ListTable } from '../shared/ListTable';

const SAY_TYPE: Readonly<Record<CallType, (told: number) => string>> = {
  'choices.recorded': (told) => `${told} ${told === 1 ? 'choice' : 'choices'}`,
  'requests.moved': (told) => `${told} ${told === 1 ? 'step of a request' : 'steps of requests'}`,
  test: () => 'a call to try',
};

/** What one program was told, call by call, the latest first. */
export function CallsSheet({ name, calls, zone }: { name: string; calls: WebhookCallView[]; zone: string }) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Calls to {name}</h1>
          <p className="sub">
            The last hundred. One that is not taken comes again under the same id; what was taken is kept here for 30
            days. <Link href="/setup/webhooks">All webhooks</Link>
          </p>
        </div>
      </div>
      <section className="sheet" aria-label="Calls">
        {calls.length === 0 ? (
          <p className="pad muted">Nothing has happened since that it would be told.</p>
        ) : (
          <ListTable aria-label="Calls">
            <TableHead>
              <tr>
                {['made', 'told', 'tries', 'answer', 'taken', 'id'].map((column) => (
                  <th key={column}>{column}</th>
                ))}
              </tr>
            </TableHead>
            <TableBody>
              {calls.map((call) => (
                <tr key={call.id}>
                  <td>{sayInstant(call.createdAt, zone)}</td>
                  <td>{SAY_TYPE[call.type](call.told)}</td>
                  <td>{call.tries}</td>
                  <td>{call.answer}</td>
                  <td>
                    {call.takenAt
                      ? sayInstant(call.takenAt, zone)
                      : call.nextTryAt
                        ? `next try ${sayInstant(call.nextTryAt, zone)}`
                        : 'waits for somebody'}
                  </td>
                  <td className="mono muted">{call.id}</td>
                </tr>
              ))}
            </TableBody>
          </ListTable>
        )}
      </section>
    </>
  );
}
