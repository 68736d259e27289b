import type { TrackerList } from '../../core/sites/views';

// The list of what a site keeps and calls, where a page has a place for it: `<div data-bookend-trackers></div>`.

function add(parent: Element, tag: string, text = ''): HTMLElement {
  const element = document.createElement(tag);
  // Names come from what others set: they are text and nothing else.
  element.textContent = text;
  parent.append(element);
  return element;
}

/** Fills every place for the list; one that cannot be had leaves the place as it was. */
export async function showTrackers(address: string, language: string): Promise<void> {
  const places = [...document.querySelectorAll('[data-bookend-trackers]')];
  if (places.length === 0) return;
  const list = await fetch(`${address}/trackers?lang=${language}`, { credentials: 'omit' })
    .then((response) => (response.ok ? (response.json() as Promise<TrackerList>) : null))
    .catch(() => null);
  if (!list) return;
  for (const place of places) {
    place.replaceChildren();
    place.setAttribute('lang', list.language);
    add(place, 'p', list.rows.length === 0 ? list.nothing : list.seenOn);
    if (list.rows.length === 0) continue;
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
}
