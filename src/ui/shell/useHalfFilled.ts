import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';

/** What narrows a list is no work that could be lost; a dialog asks for itself. */
const NO_WORK = '.filters, [role=search], [role=dialog], [role=grid]';

type Field = HTMLInputElement | HTMLTextAreaElement;

function isTyped(target: EventTarget | null): target is Field {
  return (
    (target instanceof HTMLTextAreaElement ||
      (target instanceof HTMLInputElement && ['text', 'email', 'tel', 'url', 'number'].includes(target.type))) &&
    !target.readOnly &&
    target.closest('main') !== null &&
    target.closest(NO_WORK) === null
  );
}

/**
 * Watches what is typed on the sheet and not yet handed over by a button beside it. Whoever leaves then, by a link or by
 * closing the window, is asked first.
 *
 * @returns where somebody wants to go, as long as they are asked; and what they answer
 */
export function useHalfFilled(): { asked: string | null; stay: () => void; leave: () => void } {
  const [asked, setAsked] = useState<string | null>(null);
  const router = useRouter();
  useEffect(() => {
    const began = new Map<Field, string>();
    const isHalfFilled = () =>
      [...began].some(([field, value]) => field.isConnected && field.value.trim() !== '' && field.value !== value);
    const onFocus = ({ target }: FocusEvent) => {
      if (isTyped(target) && !began.has(target)) began.set(target, target.value);
    };
    const onClick = (event: MouseEvent) => {
      const pressed = event.target instanceof Element ? event.target.closest('a[href], button') : null;
      if (!pressed) return;
      if (pressed instanceof HTMLButtonElement) {
        // Handed over: whatever stands in the fields beside the button from now on is known to the server, or refused by it.
        const part = pressed.closest('form, section, main');
        for (const field of began.keys()) if (!field.isConnected || part?.contains(field)) began.delete(field);
        return;
      }
      const href = pressed.getAttribute('href')!;
      const isElsewhere = href.startsWith('/') && !pressed.hasAttribute('download') && !pressed.hasAttribute('target');
      if (!isElsewhere || event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey) return;
      if (!isHalfFilled()) return;
      event.preventDefault();
      setAsked(href);
    };
    const onUnload = (event: BeforeUnloadEvent) => {
      if (isHalfFilled()) event.preventDefault();
    };
    document.addEventListener('focusin', onFocus);
    document.addEventListener('click', onClick, true);
    window.addEventListener('beforeunload', onUnload);
    return () => {
      document.removeEventListener('focusin', onFocus);
      document.removeEventListener('click', onClick, true);
      window.removeEventListener('beforeunload', onUnload);
    };
  }, []);
  return {
    asked,
    stay: () => setAsked(null),
    leave: () => {
      setAsked(null);
      if (asked) router.push(asked);
    },
  };
}
