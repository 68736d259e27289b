import type { ReactNode } from 'react';
import { actsOf } from '../../../core/access/roles';
import { RequestNav } from '../../../ui/requests/RequestNav';
import '../../../ui/ledger/ledger.css';
import '../../../ui/requests/request.css';
import { currentStaff } from '../../lib/session';

export default async function RequestsLayout({ children }: { children: ReactNode }) {
  const actor = await currentStaff();
  return (
    <>
      <RequestNav acts={actor ? actsOf(actor.roles) : []} />
      {children}
    </>
  );
}
