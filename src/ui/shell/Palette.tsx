'use client';

import Dialog from '@mui/material/Dialog';
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { Place } from './places';
import { actsOfPage, type PageAct } from './actsOfPage';
import './palette.css';

export interface PaletteHit {
  href: string;
  title: string;
  sub: string;
}

/** Finds people, requests and commands; the arrow keys choose, Enter goes there. */
export function Palette({
  isOpen,
  onClose,
  places,
  find,
  mayOpen,
}: {
  isOpen: boolean;
  onClose: () => void;
  places: readonly Place[];
  find: (words: string) => Promise<PaletteHit[]>;
  mayOpen: boolean;
}) {
  const [words, setWords] = useState('');
  const [hits, setHits] = useState<PaletteHit[]>([]);
  const [acts, setActs] = useState<readonly PageAct[]>([]);
  // What can be pressed is asked when it is opened: under the palette nothing changes.
  useEffect(() => {
    if (isOpen) setActs(actsOfPage(document.querySelector('main')));
  }, [isOpen]);
  const router = useRouter();
  useEffect(() => {
    if (words.trim().length < 2) return;
    let isStale = false;
    const timer = setTimeout(
      () =>
        void find(words).then(
          (found) => isStale || setHits(found),
          () => isStale || setHits([]),
        ),
      180,
    );
    return () => {
      isStale = true;
      clearTimeout(timer);
    };
  }, [words, find]);
  const go = (href: string) => {
    onClose();
    setWords('');
    setHits([]);
    router.push(href);
  };
  const press = (act: PageAct) => {
    onClose();
    setWords('');
    // The page has its focus back first.
    setTimeout(act.press, 0);
  };
  const wanted = words.trim().toLowerCase();
  const here = acts.filter((act) => act.words.toLowerCase().includes(wanted));
  const shown = words.trim().length < 2 ? [] : hits;
  const commands = [
    ...(mayOpen
      ? [
          { href: '/requests/new', title: 'Open a request' },
          { href: '/requests/take-over', title: 'Take over requests from elsewhere' },
        ]
      : []),
    ...places.map(({ href, title }) => ({ href, title: `Go to ${title}` })),
  ].filter(({ title }) => title.toLowerCase().includes(wanted));
  return (
    <Dialog open={isOpen} onClose={onClose} fullWidth maxWidth="sm" aria-label="Find">
      <Command shouldFilter={false} label="Find people, requests and commands">
        <Command.Input
          autoFocus
          value={words}
          onValueChange={setWords}
          placeholder="A name, an address, a number, a reference…"
        />
        <Command.List>
          {shown.length === 0 && commands.length === 0 && here.length === 0 && (
            <Command.Empty>Nothing found.</Command.Empty>
          )}
          {shown.map((hit) => (
            <Command.Item key={hit.href} value={hit.href} onSelect={() => go(hit.href)}>
              <b>{hit.title}</b>
              <span>{hit.sub}</span>
            </Command.Item>
          ))}
          {here.length > 0 && (
            <Command.Group heading="On this page">
              {here.map((act) => (
                <Command.Item key={act.words} value={`act ${act.words}`} onSelect={() => press(act)}>
                  {act.words}
                  {act.key && <kbd>{act.key}</kbd>}
                </Command.Item>
              ))}
            </Command.Group>
          )}
          {commands.map((command) => (
            <Command.Item key={command.href} value={command.href} onSelect={() => go(command.href)}>
              {command.title}
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}
