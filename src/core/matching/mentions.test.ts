import fc from 'fast-check';
import { haystackOf, mentions } from './mentions';
import { oneSpelling, surePart } from './oneSpelling';

const speaks = (text: string, kind: string, value: string) => mentions(haystackOf(text), { kind, value });

describe('an address', () => {
  test.each([
    ['write to IDA@mail.example, please', true],
    ['ida@mail.example', true],
    ['<ida@mail.example>', true],
    ['mailto:ida@mail.example?subject=x', true],
    ['It was ida@mail.example.', true],
    ['- ida@mail.example -', true],
    ['_ida@mail.example_', true],
    ['frida@mail.example', false],
    ['jo.ida@mail.example', false],
    ['x+ida@mail.example', false],
    ['ida@mail.example.net', false],
    ['ida@mail.examples', false],
    ['ida@mail.example-x', false],
    ['frida@mail.example or ida@mail.example', true],
  ])('%s: %s', (text, is) => expect(speaks(text, 'email', 'ida@mail.example')).toBe(is));
});

test.each([
  ['no. 48213', true],
  ['48213-1', true],
  ['148213', false],
  ['48213A', false],
])('a customer number in %s: %s', (text, is) => expect(speaks(text, 'customer-number', '48213')).toBe(is));

describe('a name', () => {
  test.each([
    ['Jørgen Ørskov', 'JØRGEN ØRSKOV came', true],
    ['Jørgen Ørskov', 'Jorgen Orskov came', true],
    ['Jørgen Ørskov', 'Joergen Oerskov came', true],
    ['Jorgen Orskov', 'Jørgen Ørskov came', true],
    ['Mette Holmgaard', 'Mette Holmgård', true],
    ['Mette Holmgård', 'Mette\r\n  Holmgaards cykel', true],
    ['Jürgen Müller', 'Herr Juergen Mueller', true],
    ['René Weiß', 'Rene Weiss', true],
    ['Bo Lund', 'Bo Lundgaard', false],
    ['Bo Lund', 'Ambo Lund', false],
    ['Bo Lund', 'Bo Lunds', true],
    ['Bo Lund', 'Bo Lundsen', false],
    ['Иван Петров', 'писал Иван Петров.', true],
    ['Bo', 'Bo', false],
  ])('%s in “%s”: %s', (name, text, is) => expect(speaks(text, 'name', name)).toBe(is));
});

test('the part of a name that is always there is always there', () => {
  const letters = fc.constantFrom(...'abcdeghilmnoøöåäæüérstß '.split(''));
  const name = fc.array(letters, { minLength: 4, maxLength: 20 }).map((all) => all.join('').replace(/ +/g, ' ').trim());
  const ways: ((text: string) => string)[] = [
    (text) => text,
    oneSpelling,
    (text) => text.replaceAll('ø', 'oe').replaceAll('å', 'aa').replaceAll('ü', 'ue').replaceAll('æ', 'ae'),
    (text) => text.toUpperCase(),
  ];
  fc.assert(
    fc.property(name, fc.constantFrom(...ways), (one, way) => {
      fc.pre(one.includes(' '));
      const text = `to ${way(one)}, thank you`;
      return !speaks(text, 'name', one) || text.toLowerCase().includes(surePart(one));
    }),
  );
});
