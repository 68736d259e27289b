'use client';

import { useEffect, useRef, type RefObject } from 'react';

/**
 * The sheet scrolls, not the window, so that the browser does not remember how far: a page begins at its top, and one that
 * is come back to stands where it was left.
 */
export function useSheetScroll(path: string): RefObject<HTMLElement | null> {
  const sheet = useRef<HTMLElement>(null);
  const left = useRef(new Map<string, number>());
  const isBack = useRef(false);
  useEffect(() => {
    const onBack = () => (isBack.current = true);
    window.addEventListener('popstate', onBack);
    return () => window.removeEventListener('popstate', onBack);
  }, []);
  useEffect(() => {
    const main = sheet.current;
    if (!main) return;
    const places = left.current;
    if (!location.hash) main.scrollTop = isBack.current ? (places.get(path) ?? 0) : 0;
    isBack.current = false;
    const onScroll = () => places.set(path, main.scrollTop);
    main.addEventListener('scroll', onScroll, { passive: true });
    return () => main.removeEventListener('scroll', onScroll);
  }, [path]);
  return sheet;
}
