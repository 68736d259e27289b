'use client';

import Link from '../shared/Link';
import { usePathname } from 'next/navigation';
import type { Act } from '../../core/access/roles';

const PARTS: readonly { href: string; title: string; act: Act }[] = [
  { href: '/requests', title: 'All', act: 'requests.see' },
  { href: '/requests/inbox', title: 'Came by mail', act: 'requests.work' },
  { href: '/requests/workload', title: 'Who answers for what', act: 'assignments.see' },
  { href: '/requests/letters', title: 'Letters', act: 'letters.see' },
  { href: '/requests/figures', title: 'Figures', act: 'figures.see' },
];

/** The ways through the requests; on the sheet of one request it steps back. */
export function RequestNav({ acts }: { acts: readonly Act[] }) {
  const here = usePathname();
  if (!PARTS.some(({ href }) => href === here)) return null;
  return (
    <nav aria-label="Requests" className="ledger-nav">
      {PARTS.filter(({ act }) => acts.includes(act)).map(({ href, title }) => (
        <Link key={href} href={href} {...(href === here ? { 'aria-current': 'page' as const } : {})}>
          {title}
        </Link>
      ))}
    </nav>
  );
}
