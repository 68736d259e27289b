'use client';

import { useCallback, useEffect, useRef } from 'react';
import { useWatch, type Control, type FieldValues, type UseFormReset } from 'react-hook-form';

/**
 * Keeps what is typed into a form for as long as the window lives: closed by mistake and opened again, reloaded, or read in
 * another language, it is still there. Nothing of it leaves the browser before it is sent, and nothing stays on a machine
 * that others use.
 *
 * @param isFirst false where the page comes back with what was posted, which is newer
 * @returns forgets it: it was sent
 */
export function useDraft<V extends FieldValues>(
  name: string,
  control: Control<V>,
  reset: UseFormReset<V>,
  isFirst: boolean,
): () => void {
  const key = `bookend-draft-${name}`;
  const values = useWatch({ control });
  const isRead = useRef(false);
  useEffect(() => {
    if (!isFirst) return;
    const kept = read<V>(key);
    // The language is that of the page.
    if (kept) reset((now) => ({ ...now, ...kept, language: now['language'] as unknown }), { keepDefaultValues: true });
  }, [isFirst, key, reset]);
  useEffect(() => {
    // The first look is at what the page began with: it must not go over what was kept.
    if (isRead.current) write(key, values);
    isRead.current = true;
  }, [key, values]);
  return useCallback(() => {
    isRead.current = false;
    write(key, null);
  }, [key]);
}

function read<V>(key: string): Partial<V> | null {
  try {
    const value: unknown = JSON.parse(sessionStorage.getItem(key) ?? 'null');
    return typeof value === 'object' && value !== null ? value : null;
  } catch {
    return null;
  }
}

function write(key: string, values: object | null): void {
  try {
    if (values) sessionStorage.setItem(key, JSON.stringify(values));
    else sessionStorage.removeItem(key);
  } catch {
    // A browser that keeps nothing keeps no draft.
  }
}
