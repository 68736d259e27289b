const SETTING = 'bookend-single-keys';
// A list that is closed takes no letters: the keys of the page act while it has the focus.
const LISTENS = '[role=dialog], [role=alertdialog], [role=listbox], [role=menu], [role=spinbutton], input, textarea';
const LIES_OVER = '[role=dialog], [role=alertdialog], [role=listbox], [role=menu]';

/**
 * Whether keys without Ctrl or Alt act at all: somebody who dictates, or whose hand trembles, switches them off (WCAG
 * 2.1.4).
 */
export function singleKeysAct(): boolean {
  try {
    return localStorage.getItem(SETTING) !== 'off';
  } catch {
    return true;
  }
}

export function setSingleKeys(act: boolean): void {
  try {
    if (act) localStorage.removeItem(SETTING);
    else localStorage.setItem(SETTING, 'off');
  } catch {
    // A browser that keeps nothing keeps them on.
  }
}

/**
 * Whether a key that was pressed is a command of the page: not where somebody types or chooses, not under a dialog or
 * an open list, not where it is switched off.
 *
 * @param within the part of the page that the key belongs to; what has the focus elsewhere keeps its keys to itself
 */
export function isCommand(event: KeyboardEvent, within?: Element | null): boolean {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || !singleKeysAct()) return false;
  const target = event.target instanceof Element ? event.target : document.body;
  if (target.closest(LISTENS) || (target as HTMLElement).isContentEditable) return false;
  if (document.querySelector(LIES_OVER)) return false;
  return (
    within === undefined ||
    target === document.body ||
    target === document.documentElement ||
    // Where the focus only waits: the sheet, its heading, the stage that is open now.
    target.matches('main, h1, [data-stage-now]') ||
    (within?.contains(target) ?? false)
  );
}
