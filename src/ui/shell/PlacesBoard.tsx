'use client';

import { useColorScheme } from '@mui/material/styles';
import Link from '../shared/Link';
import { usePathname } from 'next/navigation';
import { spellOut } from '../../core/words/spellOut';
import { ZoneNote } from './ZoneNote';
import type { Role } from '../../core/access/roles';
import { placesOf } from './places';

interface Props {
  who: { name: string; roles: readonly Role[] };
  organisation: string;
  zone: string;
  counts: Record<string, number>;
  onFind: () => void;
  onHelp: () => void;
  onWhat: () => void;
  signOut: () => Promise<void>;
}

/** The left bookend: the places in the order of the work, each with the count that matters. */
export function PlacesBoard({ who, organisation, zone, counts, onFind, onHelp, onWhat, signOut }: Props) {
  const path = usePathname();
  const { mode, setMode } = useColorScheme();
  return (
    <aside className="board left" aria-label="Places">
      <Link href="/desk" className="mark">
        <svg width="24" height="22" viewBox="0 0 24 22" aria-hidden="true">
          <path d="M1 1h4v20H1zM19 1h4v20h-4z" fill="#f1ecdd" />
          <path d="M7.5 5.5h9M7.5 11h9M7.5 16.5h6" stroke="#d39a2d" strokeWidth="1.8" />
        </svg>
        Bookend
      </Link>
      <button className="find" onClick={onFind}>
        <span>Find</span>
        <kbd>Ctrl K</kbd>
      </button>
      <nav className="places" aria-label="Places">
        {placesOf(who.roles).map((place) => (
          <div key={place.href}>
            {place.begins && <hr />}
            <Link href={place.href} aria-current={path.startsWith(place.href) ? 'page' : undefined}>
              {place.title} {counts[place.href] ? <b>{counts[place.href]}</b> : null}
            </Link>
          </div>
        ))}
      </nav>
      <div className="who">
        <Link href="/own">
          <b>{who.name}</b>
        </Link>
        {who.roles.map(spellOut).join(', ')} · {organisation.split(' ')[0]}
        <br />
        <ZoneNote zone={zone} />
        <button onClick={() => void signOut()}>Sign out</button>
        <button onClick={() => setMode(mode === 'dark' ? 'light' : 'dark')}>{mode === 'dark' ? 'Day' : 'Night'}</button>
        <button onClick={onHelp}>Keys</button>
        <button onClick={onWhat}>Help</button>
      </div>
    </aside>
  );
}
