'use client';

import { createContext, useContext, useState, type ReactNode } from 'react';
import { NO_OWN_VIEW, type Closable, type ListName, type OwnView } from '../../core/access/ownView';
import type { FrameActs } from '../shared/acts';
import { useSay } from '../shared/Say';

interface Own {
  view: OwnView;
  hide: (list: ListName, hidden: string[]) => void;
  close: (what: Closable) => void;
}

const OwnContext = createContext<Own>({ view: NO_OWN_VIEW, hide: () => {}, close: () => {} });

/** How whoever is signed in likes to see things; what they change shows at once and is kept. */
export function InOwnView({
  start,
  acts,
  children,
}: {
  start: OwnView;
  acts: Pick<FrameActs, 'keepColumns' | 'closeForGood'>;
  children: ReactNode;
}) {
  const [view, setView] = useState(start);
  const say = useSay();
  const tell = (kept: Promise<{ ok: boolean; message?: string }>) =>
    void kept
      .catch(() => ({ ok: false, message: 'The server did not answer; it is so until you leave.' }))
      .then((result) => !result.ok && say(result.message ?? 'It could not be kept.', false));
  const own: Own = {
    view,
    hide: (list, hidden) => {
      setView((before) => ({ ...before, hidden: { ...before.hidden, [list]: hidden } }));
      tell(acts.keepColumns({ list, hidden }));
    },
    close: (what) => {
      setView((before) => ({ ...before, closed: [...before.closed, what] }));
      tell(acts.closeForGood({ what }));
    },
  };
  return <OwnContext value={own}>{children}</OwnContext>;
}

export const useOwnView = () => useContext(OwnContext);
