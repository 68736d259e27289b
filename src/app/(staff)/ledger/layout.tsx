import type { ReactNode } from 'react';
import { ACTS, reachOf } from '../../../core/access/roles';
import { LedgerNav } from '../../../ui/ledger/LedgerNav';
import '../../../ui/ledger/ledger.css';
import { currentStaff } from '../../lib/session';

export default async function LedgerLayout({ children }: { children: ReactNode }) {
  const actor = await currentStaff();
  return (
    <>
      <LedgerNav acts={actor ? ACTS.filter((act) => reachOf(actor.roles, act) !== null) : []} />
      {children}
    </>
  );
}
