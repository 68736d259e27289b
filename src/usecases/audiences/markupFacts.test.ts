import { markupFacts } from './markupFacts';

test('what the mark-up says: language, alternative texts, colours on one element, sizes', () => {
  const html = `<html lang="da"><body>
    <img src="a.png"><img src="b.png" alt=""><img src="c.png" alt="A bicycle">
    <p style="color: #999; background-color: white; font-size: 10px">Small print</p>
    <td bgcolor="#ffffff" color="black">Told</td>
    <span style="font-size:0px">hidden</span><b style="color:red;background:#000">another way</b></body></html>`;
  expect(markupFacts(html)).toEqual({
    language: 'da',
    withoutAlternative: 1,
    colours: [
      { text: '#999999', back: '#ffffff', words: 'Small print' },
      { text: '#000000', back: '#ffffff', words: 'Told' },
    ],
    smallest: 10,
  });
  expect(markupFacts('<p>plain</p>')).toEqual({ language: null, withoutAlternative: 0, colours: [], smallest: null });
});
