import type { ReactNode } from 'react';
import { actsOf } from '../../../core/access/roles';
import { LedgerNav } from '../../../ui/ledger/LedgerNav';
import '../../../ui/ledger/ledger.css';
import { currentStaff } from '../../lib/session';

export default async function LedgerLayout({ children }: { children: ReactNode }) {
  const actor = await currentStaff();
  return (
    <>
      <LedgerNav acts={actor ? actsOf(actor.roles) : []} />
      {children}
    </>
  );
}
