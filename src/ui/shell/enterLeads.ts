/** Parts that have a use of their own for Enter. */
const OWN_ENTER = 'form, [role=dialog], [role=grid], [role=combobox], [aria-autocomplete]';

const TYPED = ['text', 'email', 'tel', 'url', 'number'];

/**
 * The button that belongs to a field which stands in no form: the next one that can be pressed in its part of the sheet.
 * Enter leads there and does nothing yet; some of these acts cannot be taken back.
 *
 * @returns null where Enter has a use of its own, or there is no such button
 */
export function buttonOf(target: EventTarget | null): HTMLElement | null {
  if (!(target instanceof HTMLInputElement) || !TYPED.includes(target.type) || target.closest(OWN_ENTER)) return null;
  const part = target.closest('section, main');
  return (
    [...(part?.querySelectorAll<HTMLElement>('button:not([disabled])') ?? [])].find(
      (button) => (target.compareDocumentPosition(button) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0,
    ) ?? null
  );
}
