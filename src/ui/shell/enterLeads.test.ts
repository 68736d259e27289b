/** @jest-environment jsdom */
import { buttonOf } from './enterLeads';

const sheet = (html: string) => {
  document.body.innerHTML = `<main>${html}</main>`;
  return (selector: string) => buttonOf(document.querySelector(selector))?.textContent ?? null;
};

test('Enter in a field of no form leads to the next button of its part that can be pressed', () => {
  const of = sheet(`
    <section><button>before</button><input id="note"><button disabled>not yet</button><button>Note it</button></section>
    <section><input id="alone"></section>
    <section><button>of another part</button></section>`);
  expect(of('#note')).toBe('Note it');
  expect(of('#alone')).toBeNull();
});

test('where Enter has a use of its own it is left alone', () => {
  const of = sheet(`
    <form><input id="in-form"><button>send</button></form>
    <div role="grid"><input id="in-list"></div>
    <input id="of-a-list" role="combobox"><textarea id="lines"></textarea><button>act</button>`);
  for (const id of ['#in-form', '#in-list', '#of-a-list', '#lines']) expect(of(id)).toBeNull();
});
