'use client';

import Drawer from '@mui/material/Drawer';
import Button from '@mui/material/Button';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useState, type ReactNode } from 'react';
import type { Role } from '../../core/access/roles';
import type { Due } from '../../core/desk/views';
import type { FrameActs, SessionActs } from '../shared/acts';
import { AskFirst, type Question } from '../shared/AskFirst';
import { isCommand } from '../shared/keys';
import { DueBoard } from './DueBoard';
import { KeysHelp } from './KeysHelp';
import { PageHelp } from './PageHelp';
import { Palette, type PaletteHit } from './Palette';
import { PlacesBoard } from './PlacesBoard';
import { placesOf } from './places';
import { SignedOut } from './SignedOut';
import { buttonOf } from './enterLeads';
import { useHalfFilled } from './useHalfFilled';
import { useSheetScroll } from './useSheetScroll';
import { focusNextAct } from './actsOfPage';

interface Props {
  who: { name: string; roles: readonly Role[] };
  organisation: string;
  zone: string;
  counts: Record<string, number>;
  due: Due;
  mayOpen: boolean;
  find: (words: string) => Promise<PaletteHit[]>;
  signOut: () => Promise<void>;
  signIn: SessionActs['signIn'];
  readHelpOf: FrameActs['readHelpOf'];
  children: ReactNode;
}

const HALF_FILLED: Question = {
  title: 'Leave what is half filled in?',
  text: 'Something was typed here and not handed over yet. It is lost when you leave.',
  yes: 'Leave without it',
  no: 'Stay here',
};

/** The two bookends, and the sheet between them. */
export function Shell(props: Props) {
  const { who, organisation, zone, counts, due, mayOpen, find, signOut, signIn, readHelpOf, children } = props;
  const [isFolded, setFolded] = useState(false);
  const [open, setOpen] = useState<'left' | 'right' | null>(null);
  const [isFinding, setFinding] = useState(false);
  const [isHelping, setHelping] = useState(false);
  const [isAskingWhat, setAskingWhat] = useState(false);
  const path = usePathname();
  const router = useRouter();
  const places = placesOf(who.roles);
  const sheet = useSheetScroll(path);
  const half = useHalfFilled();
  // Wherever one went from a drawer, it is out of the way there.
  useEffect(() => setOpen(null), [path]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setFinding(true);
        return;
      }
      const button = event.key === 'Enter' ? buttonOf(event.target) : null;
      if (button) {
        event.preventDefault();
        button.focus();
      }
      if (!isCommand(event)) return;
      if (event.key === '?') setHelping(true);
      if (event.key.toLowerCase() === 'e') focusNextAct(document.querySelector('main'));
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

  const board = (
    <PlacesBoard
      who={who}
      organisation={organisation}
      zone={zone}
      counts={counts}
      onFind={() => setFinding(true)}
      onHelp={() => setHelping(true)}
      onWhat={() => setAskingWhat(true)}
      signOut={signOut}
    />
  );
  const close = () => setOpen(null);
  return (
    <div className={isFolded ? 'frame folded' : 'frame'}>
      <a className="skip" href="#sheet">
        To the sheet
      </a>
      <div className="narrow-bar">
        <Button onClick={() => setOpen('left')} aria-expanded={open === 'left'}>
          Places
        </Button>
        <b>Bookend</b>
        <Button onClick={() => setOpen('right')} aria-expanded={open === 'right'}>
          Due
        </Button>
      </div>
      {board}
      <Drawer className="drawer" open={open === 'left'} onClose={close} anchor="left">
        {board}
      </Drawer>
      <Drawer className="drawer" open={open === 'right'} onClose={close} anchor="right">
        <DueBoard due={due} calendar={zone.split('/')[1] ?? ''} onFold={close} />
      </Drawer>
      <main id="sheet" ref={sheet} tabIndex={0}>
        {children}
      </main>
      {isFolded ? (
        <aside className="board right" aria-label="Due">
          <button className="fold-strip" onClick={() => setFolded(false)} title="Unfold the Due board">
            Due ‹
          </button>
        </aside>
      ) : (
        <DueBoard due={due} calendar={zone.split('/')[1] ?? ''} onFold={() => setFolded(true)} />
      )}
      <Palette isOpen={isFinding} onClose={() => setFinding(false)} places={places} find={find} mayOpen={mayOpen} />
      <AskFirst question={HALF_FILLED} isOpen={half.asked !== null} onNo={half.stay} onYes={half.leave} />
      <SignedOut who={who.name} signIn={signIn} />
      <PageHelp path={path} isOpen={isAskingWhat} onClose={() => setAskingWhat(false)} readHelpOf={readHelpOf} />
      <KeysHelp isOpen={isHelping} onClose={() => setHelping(false)} isReview={path.startsWith('/requests/BK-')} />
    </div>
  );
}
