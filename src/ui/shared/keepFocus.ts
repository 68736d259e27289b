/** How long a page takes at most to show what came of an act, milliseconds. */
const SHOWN_MS = 1500;
const LOOK_MS = 50;

/**
 * What had the focus may be gone after an act: then it goes to where the work goes on, the stage that is open now or else the
 * heading of the sheet, and not to the beginning of the page.
 *
 * @param from what was pressed
 */
export function keepFocus(from: Element | null): void {
  const end = Date.now() + SHOWN_MS;
  const look = () => {
    const lost = document.activeElement === document.body || document.activeElement === null;
    if (lost && !from?.isConnected) {
      const next =
        document.querySelector<HTMLElement>('main [data-stage-now]') ?? document.querySelector<HTMLElement>('main h1');
      next?.setAttribute('tabindex', '-1');
      next?.focus({ preventScroll: false });
      return;
    }
    if (Date.now() < end) setTimeout(look, LOOK_MS);
  };
  setTimeout(look, LOOK_MS);
}
