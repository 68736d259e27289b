import type { ReactNode } from 'react';
import { actsOf } from '../../../core/access/roles';
import { SetupNav } from '../../../ui/installation/SetupNav';
import '../../../ui/installation/installation.css';
import '../../../ui/ledger/ledger.css';
import { currentStaff } from '../../lib/session';

export default async function SetupLayout({ children }: { children: ReactNode }) {
  const actor = await currentStaff();
  return (
    <>
      <SetupNav acts={actor ? actsOf(actor.roles) : []} />
      {children}
    </>
  );
}
