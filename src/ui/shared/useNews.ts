'use client';

import { useEffect, useRef } from 'react';
import { tellSignedOut } from './notDone';

/** News that come faster than this are one, milliseconds. */
const TOGETHER_MS = 800;
/** Where the stream is not to be had, the page asks by itself after this, milliseconds. */
const ASK_MS = 5000;

const listeners = new Set<() => void>();
let stream: EventSource | null = null;
let asking: ReturnType<typeof setInterval> | null = null;

const tellAll = () => listeners.forEach((listener) => listener());

/** The stream ended by itself: the server is away for a moment, or nobody is signed in any more. */
async function whyLost(): Promise<void> {
  const response = await fetch('/api/staff/session', { cache: 'no-store' }).catch(() => null);
  if (response?.status === 401) {
    tellSignedOut();
    close();
  }
}

function open(): void {
  if (stream || asking) return;
  if (typeof EventSource === 'undefined') {
    asking = setInterval(tellAll, ASK_MS);
    return;
  }
  stream = new EventSource('/api/staff/news');
  stream.addEventListener('news', tellAll);
  // What moved before it was open is not told.
  stream.addEventListener('open', tellAll);
  stream.addEventListener('error', () => void whyLost());
}

function close(): void {
  stream?.close();
  stream = null;
  if (asking) clearInterval(asking);
  asking = null;
}

/** While something moves, looks anew whenever the server says that something did. All parts of a page share one stream. */
export function useNews(isMoving: boolean, look: () => unknown): void {
  const newest = useRef(look);
  useEffect(() => {
    newest.current = look;
  });
  useEffect(() => {
    if (!isMoving) return;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const listener = () => {
      timer ??= setTimeout(() => {
        timer = null;
        newest.current();
      }, TOGETHER_MS);
    };
    listeners.add(listener);
    open();
    return () => {
      listeners.delete(listener);
      if (timer) clearTimeout(timer);
      if (listeners.size === 0) close();
    };
  }, [isMoving]);
}
