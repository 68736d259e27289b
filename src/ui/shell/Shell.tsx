'use client';

import { useColorScheme } from '@mui/material/styles';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useState, type ReactNode } from 'react';
import type { Role } from '../../core/access/roles';
import type { Due } from '../../core/desk/views';
import type { SessionActs } from '../shared/acts';
import { isCommand } from '../shared/keys';
import { DueBoard } from './DueBoard';
import { KeysHelp } from './KeysHelp';
import { Palette, type PaletteHit } from './Palette';
import { placesOf } from './places';
import { SignedOut } from './SignedOut';

interface Props {
  who: { name: string; roles: readonly Role[] };
  organisation: string;
  calendar: string;
  counts: Record<string, number>;
  due: Due;
  mayOpen: boolean;
  find: (words: string) => Promise<PaletteHit[]>;
  signOut: () => Promise<void>;
  signIn: SessionActs['signIn'];
  children: ReactNode;
}

/** The two bookends, and the sheet between them. */
export function Shell({ who, organisation, calendar, counts, due, mayOpen, find, signOut, signIn, children }: Props) {
  const [isFolded, setFolded] = useState(false);
  const [open, setOpen] = useState<'left' | 'right' | null>(null);
  const [isFinding, setFinding] = useState(false);
  const [isHelping, setHelping] = useState(false);
  const path = usePathname();
  const router = useRouter();
  const { mode, setMode } = useColorScheme();
  const places = placesOf(who.roles);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setFinding(true);
        return;
      }
      if (!isCommand(event)) return;
      if (event.key === '?') setHelping(true);
      if (event.key === '/') {
        event.preventDefault();
        const field = document.querySelector<HTMLInputElement>('main input[type="search"]');
        if (field) field.focus();
        else setFinding(true);
      }
      if (event.key.toLowerCase() === 'o' && mayOpen) router.push('/requests/new');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [mayOpen, router]);

  return (
    <div className={`frame${isFolded ? ' folded' : ''}${open ? ` open-${open}` : ''}`}>
      <div className="narrow-bar">
        <button onClick={() => setOpen(open === 'left' ? null : 'left')} aria-expanded={open === 'left'}>
          Places
        </button>
        <b>Bookend</b>
        <button
          onClick={() => setOpen(open === 'right' ? null : 'right')}
          aria-expanded={open === 'right'}
          style={{ marginLeft: 'auto' }}
        >
          Due
        </button>
      </div>
      <aside className="board left" aria-label="Places">
        <Link href="/desk" className="mark">
          <svg width="24" height="22" viewBox="0 0 24 22" aria-hidden="true">
            <path d="M1 1h4v20H1zM19 1h4v20h-4z" fill="#f1ecdd" />
            <path d="M7.5 5.5h9M7.5 11h9M7.5 16.5h6" stroke="#d39a2d" strokeWidth="1.8" />
          </svg>
          Bookend
        </Link>
        <button className="find" onClick={() => setFinding(true)}>
          <span>Find</span>
          <kbd>Ctrl K</kbd>
        </button>
        <nav className="places" aria-label="Places">
          {places.map((place) => (
            <div key={place.href}>
              {place.begins && <hr />}
              <Link href={place.href} aria-current={path.startsWith(place.href) ? 'page' : undefined}>
                {place.title} {counts[place.href] ? <b>{counts[place.href]}</b> : null}
              </Link>
            </div>
          ))}
        </nav>
        <div className="who">
          <b>{who.name}</b>
          {who.roles.join(', ')} · {organisation.split(' ')[0]}
          <br />
          <button onClick={() => void signOut()}>Sign out</button>
          <button onClick={() => setMode(mode === 'dark' ? 'light' : 'dark')}>
            {mode === 'dark' ? 'Day' : 'Night'}
          </button>
          <button onClick={() => setHelping(true)}>Keys</button>
        </div>
      </aside>
      <main id="sheet">{children}</main>
      {isFolded ? (
        <aside className="board right" aria-label="Due">
          <button className="fold-strip" onClick={() => setFolded(false)} title="Unfold the Due board">
            Due ‹
          </button>
        </aside>
      ) : (
        <DueBoard due={due} calendar={calendar} onFold={() => setFolded(true)} />
      )}
      <Palette isOpen={isFinding} onClose={() => setFinding(false)} places={places} find={find} mayOpen={mayOpen} />
      <SignedOut who={who.name} signIn={signIn} />
      <KeysHelp isOpen={isHelping} onClose={() => setHelping(false)} isReview={path.startsWith('/requests/BK-')} />
    </div>
  );
}
