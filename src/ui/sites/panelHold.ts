// What is held back on a page until its purposes are permitted: what its mark-up names (`data-needs`), and what a rule names by its
// address, whoever put it there. A held script does not run, a held frame or picture that a script makes is not fetched.

export interface Gate {
  /** Purposes that an address needs; null: it is not held back. */
  neededFor(url: string): string[] | null;
  permits(needs: readonly string[]): boolean;
  words(): { held: string; once: string };
}

type Sourced = HTMLScriptElement | HTMLIFrameElement | HTMLImageElement;
const SOURCED = ['SCRIPT', 'IFRAME', 'IMG'];
const needsOf = (element: Element): string[] =>
  (element.getAttribute('data-needs') ?? '').split(/[\s,]+/).filter(Boolean);
const whole = (url: string): string => {
  try {
    return new URL(url, document.baseURI).href;
  } catch {
    return url;
  }
};

/** The browser’s own ways, before they are looked after. */
interface Ways {
  setAttribute: (this: Element, name: string, value: string) => void;
  setSrc: Map<object, (this: Element, value: string) => void>;
}

export function holdBack(gate: Gate): { release(): void } {
  const ways: Ways = { setAttribute: Element.prototype.setAttribute, setSrc: new Map() };
  const heldFor = (url: string): string[] | null => {
    const needs = gate.neededFor(whole(url));
    return needs && !gate.permits(needs) ? needs : null;
  };
  const mark = (element: Element, url: string, needs: readonly string[]) => {
    if (element instanceof HTMLScriptElement) element.type = 'text/plain';
    ways.setAttribute.call(element, 'data-src', url);
    ways.setAttribute.call(element, 'data-needs', needs.join(' '));
  };
  watchSources(ways, heldFor, mark);
  watchCalls(heldFor);
  const look = (element: Element) => {
    if (SOURCED.includes(element.tagName) && element.hasAttribute('src') && !element.hasAttribute('data-needs')) {
      const url = element.getAttribute('src')!;
      const needs = heldFor(url);
      if (needs) {
        mark(element, url, needs);
        element.removeAttribute('src');
      }
    }
    if (!element.hasAttribute('data-needs')) return;
    // What comes onto the page after the answer is let through as it comes.
    if (gate.permits(needsOf(element))) {
      // A frame whose address is set while the parser still puts it in is not loaded.
      if (element.tagName === 'IFRAME')
        setTimeout(() => element.hasAttribute('data-needs') && letThrough(element, ways));
      else letThrough(element, ways);
    } else placeholder(element, gate, () => letThrough(element, ways));
  };
  // The parser waits for this before it prepares a script that it has read.
  new MutationObserver((changes) => {
    for (const { addedNodes } of changes)
      for (const node of addedNodes)
        if (node instanceof Element) {
          look(node);
          node.querySelectorAll('script[src],iframe[src],img[src],[data-needs]').forEach(look);
        }
  }).observe(document.documentElement, { childList: true, subtree: true });
  document.querySelectorAll('[data-needs]').forEach(look);
  return {
    release() {
      document.querySelectorAll('[data-needs]').forEach((element) => {
        if (gate.permits(needsOf(element))) letThrough(element, ways);
      });
    },
  };
}

/** Lets one through: a script is made anew, since one that was read as text does not run. */
function letThrough(element: Element, ways: Ways): void {
  const url = element.getAttribute('data-src');
  removePlaceholder(element);
  if (!(element instanceof HTMLScriptElement)) {
    element.removeAttribute('data-needs');
    if (url !== null) ways.setAttribute.call(element, element.tagName === 'LINK' ? 'href' : 'src', url);
    return;
  }
  const script = document.createElement('script');
  for (const { name, value } of [...element.attributes])
    if (!['type', 'data-needs', 'data-src'].includes(name)) ways.setAttribute.call(script, name, value);
  if (element.nonce) script.nonce = element.nonce;
  if (element.hasAttribute('data-type')) script.type = element.getAttribute('data-type')!;
  script.text = element.text;
  if (url !== null) ways.setAttribute.call(script, 'src', url);
  element.replaceWith(script);
}

/** A script that sets an address gets it set when it is permitted, and not before. */
function watchSources(
  ways: Ways,
  heldFor: (url: string) => string[] | null,
  mark: (element: Element, url: string, needs: readonly string[]) => void,
): void {
  for (const { prototype } of [HTMLScriptElement, HTMLIFrameElement, HTMLImageElement]) {
    const own = Object.getOwnPropertyDescriptor(prototype, 'src')!;
    Object.defineProperty(prototype, 'src', {
      ...own,
      set(this: Sourced, url: string) {
        const needs = heldFor(String(url));
        if (needs) mark(this, String(url), needs);
        else own.set!.call(this, url);
      },
    });
  }
  Element.prototype.setAttribute = function (name: string, value: string) {
    const needs = name.toLowerCase() === 'src' && SOURCED.includes(this.tagName) ? heldFor(String(value)) : null;
    if (needs) mark(this, String(value), needs);
    else ways.setAttribute.call(this, name, value);
  };
}

/** What a script sends by itself fails as where there is no network. */
function watchCalls(heldFor: (url: string) => string[] | null): void {
  const { fetch: ownFetch } = window;
  window.fetch = function (input, init) {
    const url = input instanceof Request ? input.url : String(input);
    return heldFor(url) ? Promise.reject(new TypeError('held back until it is permitted')) : ownFetch(input, init);
  };
  const { sendBeacon } = Navigator.prototype;
  Navigator.prototype.sendBeacon = function (url, data) {
    return heldFor(String(url)) ? false : sendBeacon.call(this, url, data);
  };
  const { open, send } = XMLHttpRequest.prototype;
  const held = new WeakSet<XMLHttpRequest>();
  XMLHttpRequest.prototype.open = function (this: XMLHttpRequest, ...given: unknown[]) {
    if (heldFor(String(given[1]))) held.add(this);
    else held.delete(this);
    return (open as (...all: unknown[]) => void).apply(this, given);
  };
  XMLHttpRequest.prototype.send = function (body) {
    if (!held.has(this)) return send.call(this, body);
    setTimeout(() => this.dispatchEvent(new ProgressEvent('error')));
  };
}

/** What is smaller shows nothing to anybody, CSS pixels. */
const LEAST_PX = 40;
const PLACES = new WeakMap<Element, HTMLElement>();

/** Says beside a frame or a picture why it is empty, with a way to see just this one. */
function placeholder(element: Element, gate: Gate, show: () => void): void {
  if (!['IFRAME', 'IMG'].includes(element.tagName) || PLACES.has(element) || gate.permits(needsOf(element))) return;
  const [width, height] = ['width', 'height'].map((name) => Number(element.getAttribute(name) ?? Number.NaN));
  // A point that is only there to be fetched has no place on the page.
  if (width! < LEAST_PX || height! < LEAST_PX) return;
  const place = document.createElement('span');
  const button = document.createElement('button');
  const { held, once } = gate.words();
  Object.assign(place.style, {
    display: 'inline-block',
    padding: '12px 14px',
    border: '1px solid currentColor',
    font: '14px/1.4 sans-serif',
    // As large as what it stands for, and on the same line: nothing moves when that comes.
    boxSizing: 'border-box',
    overflow: 'auto',
    ...(width! > 0 ? { width: `${width}px` } : {}),
    ...(height! > 0 ? { height: `${height}px` } : {}),
  });
  place.append(`${held} `, button);
  place.setAttribute('data-held', needsOf(element).join(' '));
  button.type = 'button';
  button.textContent = once;
  button.style.font = 'inherit';
  button.addEventListener('click', show);
  (element as HTMLElement).style.setProperty('display', 'none');
  PLACES.set(element, place);
  element.after(place);
}

function removePlaceholder(element: Element): void {
  PLACES.get(element)?.remove();
  if (PLACES.delete(element)) (element as HTMLElement).style.removeProperty('display');
}
