import { pageWords } from './pageWords';

test('the words of a page without what is around them', () => {
  const page =
    pageWords(`<!doctype html><html lang="nl-BE"><head><title>Wij | Privacy</title><style>p{}</style></head><body>
    <header>Menu</header><article><h1>Uw gegevens</h1><p>Wij bewaren <b>facturen</b> zeven jaar.<br>Niet langer.</p>
    <h2>Wie</h2><ol><li>De bezorger</li><li>De &amp; bank</li></ol><form><input value="x"></form></article>
    <footer>Onderaan</footer><script>alert(1)</script></body></html>`);
  expect(page).toEqual({
    title: 'Uw gegevens',
    language: 'nl',
    text: 'Wij bewaren facturen zeven jaar.\nNiet langer.\n\n## Wie\n\n- De bezorger\n- De & bank',
  });
});

test('a page that is hardly one has no words, and no title is made up', () => {
  expect(pageWords('')).toEqual({ title: '', language: 'en', text: '' });
  expect(pageWords('<script>only()</script>').text).toBe('');
});
