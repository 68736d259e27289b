'use client';

import Link from '../shared/Link';
import { usePathname } from 'next/navigation';
import type { Act } from '../../core/access/roles';

const PARTS: readonly { href: string; title: string; act: Act }[] = [
  { href: '/ledger', title: 'Choices', act: 'ledger.see' },
  { href: '/ledger/overview', title: 'Everybody', act: 'ledger.see' },
  { href: '/ledger/imports', title: 'Imports', act: 'imports.run' },
  { href: '/ledger/counter', title: 'Counter and phone', act: 'choices.record' },
  { href: '/ledger/drift', title: 'Drift', act: 'drift.see' },
  { href: '/ledger/audiences', title: 'Before a send', act: 'audiences.check' },
  { href: '/ledger/purposes', title: 'Purposes', act: 'purposes.see' },
  { href: '/ledger/asks', title: 'Asks', act: 'purposes.see' },
  { href: '/ledger/notices', title: 'Notices', act: 'purposes.see' },
  { href: '/ledger/proof', title: 'Proof', act: 'ledger.see' },
];

/** The ways through the ledger, as far as the role goes. */
export function LedgerNav({ acts }: { acts: readonly Act[] }) {
  const here = usePathname();
  return (
    <nav aria-label="Ledger" className="ledger-nav">
      {PARTS.filter(({ act }) => acts.includes(act)).map(({ href, title }) => {
        const isHere = href === '/ledger' ? here === href : here.startsWith(href);
        return (
          <Link key={href} href={href} {...(isHere ? { 'aria-current': 'page' as const } : {})}>
            {title}
          </Link>
        );
      })}
    </nav>
  );
}
