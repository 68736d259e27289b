/** What can be pressed on this page: its words, and the key that does the same. */
export interface PageAct {
  words: string;
  key: string | null;
  press: () => void;
}

/** Every act that the sheet offers at this moment, once each, in the order in which they stand. Lists offer their rows themselves. */
export function actsOfPage(sheet: Element | null): PageAct[] {
  const found = new Map<string, PageAct>();
  for (const one of sheet?.querySelectorAll<HTMLElement>('button:not([disabled]), a[role=button]') ?? []) {
    // The whole sheet is hidden while the palette lies over it.
    const hidden = one.closest('[aria-hidden=true]');
    if (hidden && hidden !== sheet && sheet!.contains(hidden)) continue;
    if (one.closest('[role=grid], [role=combobox]') || one.getAttribute('aria-haspopup')) continue;
    const key = one.querySelector('kbd')?.textContent.trim() ?? null;
    const text = (one.getAttribute('aria-label') ?? one.textContent).replace(/\s+/g, ' ').trim();
    const words = key && text.startsWith(key) ? text.slice(key.length).trim() : text;
    if (words.length < 2 || found.has(words)) continue;
    found.set(words, {
      words,
      key,
      press: () => {
        one.focus();
        one.click();
      },
    });
  }
  return [...found.values()];
}

/** Leads to the next act of the page: what is to be done there first. It is not done by that. */
export function focusNextAct(sheet: Element | null): void {
  sheet?.querySelector<HTMLElement>('[data-next-act]:not([disabled])')?.focus();
}
