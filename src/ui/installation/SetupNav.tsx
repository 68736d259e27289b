'use client';

import { usePathname } from 'next/navigation';
import type { Act } from '../../core/access/roles';
import Link from '../shared/Link';

const PARTS: readonly { href: string; title: string; act: Act }[] = [
  { href: '/setup', title: 'What is open', act: 'installation.see' },
  { href: '/setup/organisation', title: 'Organisation', act: 'installation.see' },
  { href: '/setup/brand', title: 'Letters and pages', act: 'installation.see' },
  { href: '/setup/mail', title: 'Mail', act: 'installation.see' },
  { href: '/setup/mailbox', title: 'Mailbox', act: 'installation.see' },
  { href: '/setup/network', title: 'Addresses', act: 'installation.see' },
  { href: '/setup/colleagues', title: 'Colleagues', act: 'people.see' },
  { href: '/setup/requests', title: 'Requests', act: 'installation.see' },
  { href: '/setup/terms', title: 'Terms', act: 'installation.see' },
  { href: '/setup/retention', title: 'Retention', act: 'keeping.see' },
  { href: '/setup/laws', title: 'Laws', act: 'people.see' },
  { href: '/setup/api-keys', title: 'API keys', act: 'installation.see' },
  { href: '/setup/webhooks', title: 'Webhooks', act: 'installation.see' },
  { href: '/setup/storage', title: 'Storage', act: 'installation.see' },
  { href: '/setup/keys', title: 'Master keys', act: 'people.see' },
];

/** The ways through the setup. */
export function SetupNav({ acts }: { acts: readonly Act[] }) {
  const here = usePathname();
  return (
    <nav aria-label="Setup" className="ledger-nav">
      {PARTS.filter(({ act }) => acts.includes(act)).map(({ href, title }) => (
        <Link key={href} href={href} {...(href === here ? { 'aria-current': 'page' as const } : {})}>
          {title}
        </Link>
      ))}
    </nav>
  );
}
