import type { PublicNotice } from '../../core/notices/views';
import type { TrackerList } from '../../core/sites/views';

// What a page has a place for: the list of what the site keeps and calls (`<div data-bookend-trackers></div>`), and a notice
// (`<div data-bookend-notice="privacy"></div>`). Both change by themselves.

function add(parent: Element, tag: string, text = ''): HTMLElement {
  const element = document.createElement(tag);
  // Names come from what others set: they are text and nothing else.
  element.textContent = text;
  parent.append(element);
  return element;
}

/** @returns null where it cannot be had: the place stays as it was */
const read = <T>(url: string): Promise<T | null> =>
  fetch(url, { credentials: 'omit' })
    .then((response) => (response.ok ? (response.json() as Promise<T>) : null))
    .catch(() => null);

/** Fills every place of the page. @param address of the site's panel */
export function fillPlaces(address: string, language: string): void {
  const trackers = [...document.querySelectorAll('[data-bookend-trackers]')];
  if (trackers.length > 0)
    void read<TrackerList>(`${address}/trackers?lang=${language}`).then(
      (list) => list && trackers.forEach((place) => showTrackers(place, list)),
    );
  for (const place of document.querySelectorAll('[data-bookend-notice]')) {
    const id = encodeURIComponent(place.getAttribute('data-bookend-notice') ?? '');
    const url = address.replace(/\/panel\/[^/]+$/, `/notice/${id}/data?lang=${language}`);
    void read<PublicNotice>(url).then((notice) => notice && showNotice(place, notice));
  }
}

function showTrackers(place: Element, list: TrackerList): void {
  place.replaceChildren();
  place.setAttribute('lang', list.language);
  add(place, 'p', list.rows.length === 0 ? list.nothing : list.seenOn);
  if (list.rows.length === 0) return;
  const table = add(place, 'table');
  add(table, 'caption', list.title);
  const { what, whose, why, howLong } = list.columns;
  const head = add(add(table, 'thead'), 'tr');
  for (const name of [what, whose, why, howLong]) add(head, 'th', name).setAttribute('scope', 'col');
  const body = add(table, 'tbody');
  for (const row of list.rows) {
    const line = add(body, 'tr');
    for (const text of [row.what, row.whose, row.why, row.howLong]) add(line, 'td', text);
  }
}

function showNotice(place: Element, { language, title, body }: PublicNotice): void {
  place.replaceChildren();
  place.setAttribute('lang', language);
  add(place, 'h2', title);
  for (const part of body) {
    if (part.kind === 'list') {
      const items = add(place, 'ul');
      for (const item of part.items) add(items, 'li', item);
    } else add(place, part.kind === 'heading' ? 'h3' : 'p', part.text);
  }
}
