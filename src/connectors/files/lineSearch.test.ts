import fc from 'fast-check';
import iconv from 'iconv-lite';
import type { SearchKey } from '../../ports/connector';
import { haystackOf, mentions } from '../../core/matching/mentions';
import { candidateLines } from './lineSearch';

const KEYS: SearchKey[] = [
  { kind: 'email', value: 'mette@mail.example', scope: '' },
  { kind: 'phone', value: '+4510123456', scope: '' },
  { kind: 'name', value: 'Mette Ørskov', scope: '' },
  { kind: 'customer-number', value: 'C-1001/2', scope: 's' },
];
const linesOf = (text: string) => candidateLines(Buffer.from(text), KEYS);
const numbersOf = (text: string) => linesOf(text).lines.map(({ number }) => number);

test('lines with a key in them, in order, with their numbers', () => {
  const text = [
    'nothing',
    'METTE@mail.example rode',
    '',
    'call 10 12-34.56 now',
    'mette ørskov',
    'c-1001/2',
    'other@mail.example',
    'twice mette@mail.example and mette@mail.example',
  ].join('\r\n');
  expect(linesOf(text)).toEqual({
    count: 8,
    lines: [
      { number: 2, text: 'METTE@mail.example rode' },
      { number: 4, text: 'call 10 12-34.56 now' },
      { number: 5, text: 'mette ørskov' },
      { number: 6, text: 'c-1001/2' },
      { number: 8, text: 'twice mette@mail.example and mette@mail.example' },
    ],
  });
});

test('letters written as JSON writes them are no reason to miss a line', () => {
  expect(numbersOf('{"n":"x"}\n{"n":"Mette \\u00d8rskov"}\n{"n":"C-1001\\/2"}\n')).toEqual([2, 3]);
});

test('whatever its encoding, a text is gone through to its end', () => {
  const text = 'nichts\nfür mette@mail.example\nMETTE ØRSKOV\n\nmette ørskov';
  for (const encoding of ['utf8', 'windows-1252', 'utf-16le'] as const) {
    const bytes =
      encoding === 'utf-16le'
        ? Buffer.concat([Buffer.from([0xff, 0xfe]), iconv.encode(text, encoding)])
        : iconv.encode(text, encoding);
    expect([encoding, candidateLines(bytes, KEYS).lines.map(({ number, text: line }) => [number, line])]).toEqual([
      encoding,
      [
        [2, 'für mette@mail.example'],
        [3, 'METTE ØRSKOV'],
        [5, 'mette ørskov'],
      ],
    ]);
  }
});

test('a key without any plain letter, and none at all', () => {
  expect(candidateLines(Buffer.from('a\nb'), [{ kind: 'name', value: 'Øæå', scope: '' }]).lines.length).toBe(2);
  expect(candidateLines(Buffer.from('a\nb\n'), [])).toEqual({ lines: [], count: 2 });
});

const piece = fc.constantFrom(
  'mette@mail.example',
  'Mette Ørskov',
  '10 12 34 56',
  '+45 10123456',
  'c-1001/2',
  'x@y.example',
  '12 34',
  'Mette',
  'ring',
  '\t',
  '  ',
  'ærlig',
  '-',
);
test('never leaves out a line that is about somebody', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.array(piece, { maxLength: 6 }).map((words) => words.join(' ')),
        { maxLength: 12 },
      ),
      (lines) => {
        const wanted = lines.flatMap((line, i) => (KEYS.some((key) => mentions(haystackOf(line), key)) ? [i + 1] : []));
        const given = new Set(numbersOf(lines.join('\n')));
        expect(wanted.filter((number) => !given.has(number))).toEqual([]);
        expect(linesOf(lines.join('\n')).lines.every(({ number, text }) => lines[number - 1] === text)).toBe(true);
      },
    ),
    { numRuns: 300 },
  );
});
