import { sayReason } from '../words/reasons';
import fc from 'fast-check';
import { wordCounter } from './fileWords';
import { cellsOf, checkMapping, delimiterOf, lineReader, objectReader, proposeMapping, type Mapping } from './mapping';

const MAPPING: Mapping = {
  columns: { occurredAt: 'Dato', answer: 'Svar', email: 'Mail', familyName: 'Navn' },
  answers: { JA: 'grant', NEJ: 'refuse' },
  purposes: { nyhedsbrev: 'newsletter' },
  constants: { purpose: 'newsletter', ask: 'fair', askVersion: '2' },
  addressFrom: 'email',
};
const ZONE = 'Europe/Copenhagen';
const COLUMNS = ['Navn', 'Mail', 'Dato', 'Svar'];
const read = lineReader(MAPPING, COLUMNS, ';', ZONE);

describe('a line of a file', () => {
  test('becomes a choice: columns, constants, the file’s words, the address it is for', () => {
    expect(read('Holt;ida@mail.example;2026-11-12;ja')).toMatchObject({
      ok: true,
      choice: {
        occurredAt: '2026-11-12',
        purpose: 'newsletter',
        answer: 'grant',
        ask: 'fair',
        askVersion: 2,
        identifiers: [{ kind: 'email', value: 'ida@mail.example' }],
        address: { channel: 'email', value: 'ida@mail.example' },
        name: { familyName: 'Holt' },
      },
    });
  });
  test.each([
    ['a word nobody mapped', 'Holt;ida@mail.example;2026-11-12;måske', 'tick-unknown', /måske.*JA, NEJ are known/],
    ['too few cells', 'Holt;ida@mail.example', 'cells-wrong', /2 cells where the header has 4/],
    ['quotes that do not close', '"Holt;ida@mail.example;2026-11-12;ja', 'quotes-broken', /do not close/],
    ['letters lost on the way', 'H\uFFFDlt;ida@mail.example;2026-11-12;ja', 'letters-broken', /wrong encoding/],
    ['a day that does not exist', 'Holt;ida@mail.example;2026-02-30;ja', 'line-wrong', /Dato/],
    ['nobody it could be about', 'Holt;;2026-11-12;ja', 'line-wrong', /./],
  ])('%s: said in full, in the words of the file', (_, line, code, words) => {
    const made = read(line);
    expect(made.ok ? [] : made.reasons.map((one) => [one.code, sayReason(one)])).toEqual([
      [code, expect.stringMatching(words)],
    ]);
  });
  test('a delimiter inside quotes and a doubled quote belong to the cell', () => {
    expect(cellsOf('"a;b";"say ""yes""";c', ';')).toEqual(['a;b', 'say "yes"', 'c']);
  });
  test('whatever is in a line, it becomes a choice or a reason, never an error', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary' }).filter((text) => !/[\r\n]/.test(text)),
        (line) => {
          const result = read(line);
          return result.ok || result.reasons.length > 0;
        },
      ),
    );
  });
});

describe('a line of NDJSON', () => {
  const object = objectReader({ ...MAPPING, columns: { occurredAt: 'when', answer: 'said', email: 'mail' } }, ZONE);
  test('flat, by the mapping', () =>
    expect(object('{"when":"2026-11-12","said":"NEJ","mail":"x@mail.example"}')).toMatchObject({
      ok: true,
      choice: { answer: 'refuse' },
    }));
  test('in the shape of the API, as it is', () =>
    expect(
      object(
        '{"occurredAt":"2026-11-12","identifiers":[{"kind":"email","value":"x@mail.example"}],"purpose":"newsletter","answer":"grant"}',
      ),
    ).toMatchObject({ ok: true, choice: { answer: 'grant' } }));
  test.each(['nonsense', '[1]', '"text"', 'null'])('%s is no line', (text) =>
    expect(object(text)).toMatchObject({ ok: false, reasons: [{ code: 'not-json' }] }),
  );
  test('a name of every object’s is no column', () =>
    expect(
      objectReader({ ...MAPPING, columns: { ...MAPPING.columns, answer: 'constructor' } }, ZONE)('{}'),
    ).toMatchObject({
      ok: false,
    }));
});

describe('a mapping', () => {
  test('says what it lacks before a file is read', () => {
    expect(checkMapping(MAPPING, COLUMNS)).toBeNull();
    expect(checkMapping(MAPPING, ['', ' '])).toEqual({ code: 'file-empty' });
    expect(checkMapping(MAPPING, ['Navn', 'Mail'])).toMatchObject({
      code: 'columns-missing',
      missing: ['Dato', 'Svar'],
    });
    expect(checkMapping({ ...MAPPING, columns: { familyName: 'Navn' }, constants: {} }, COLUMNS)).toMatchObject({
      code: 'mapping-incomplete',
      missing: ['occurredAt', 'purpose', 'answer', 'email'],
    });
  });
  test('is proposed from names in four languages, each column once', () => {
    const proposed = proposeMapping([
      'Vorname',
      'Nachname',
      'E-Mail',
      'Telefon',
      'Datum',
      'Einwilligung',
      'Zweck',
      'Filiale',
      'Land',
    ]);
    expect(proposed.columns).toEqual({
      givenName: 'Vorname',
      familyName: 'Nachname',
      email: 'E-Mail',
      phone: 'Telefon',
      occurredAt: 'Datum',
      answer: 'Einwilligung',
      purpose: 'Zweck',
      place: 'Filiale',
      country: 'Land',
    });
    expect(new Set(Object.values(proposed.columns)).size).toBe(9);
  });
  test.each([
    [
      ['name', 'birth_date', 'email', 'signed_on', 'answer'],
      { familyName: 'name', birthDate: 'birth_date', email: 'email', occurredAt: 'signed_on', answer: 'answer' },
    ],
    [
      ['Navn', 'Fødselsdato', 'Dato', 'Samtykke'],
      { familyName: 'Navn', birthDate: 'Fødselsdato', occurredAt: 'Dato', answer: 'Samtykke' },
    ],
    [
      ['Naam', 'Geboortedatum', 'Toestemming'],
      { familyName: 'Naam', birthDate: 'Geboortedatum', answer: 'Toestemming' },
    ],
  ])('of %j a day of birth is never the day of the answer', (columns, expected) =>
    expect(proposeMapping(columns).columns).toEqual(expected),
  );
  test('one column with the whole name and a day of birth name a person', () => {
    const line = lineReader(
      { ...MAPPING, columns: { occurredAt: 'Dato', answer: 'Svar', familyName: 'Navn', birthDate: 'Født' } },
      ['Navn', 'Født', 'Dato', 'Svar'],
      ';',
      ZONE,
    );
    expect(line('Mette Holm;1987-03-14;2026-11-12;ja')).toMatchObject({
      ok: true,
      choice: { identifiers: [{ kind: 'name-birth-date', value: 'Mette Holm|1987-03-14' }] },
    });
  });
  test('days are read as the mapping says they are written; what is none of them is held', () => {
    const dayFirst = lineReader({ ...MAPPING, dates: 'day-first' }, COLUMNS, ';', ZONE);
    expect(dayFirst('Holt;ida@mail.example;03.12.2026;ja')).toMatchObject({ choice: { occurredAt: '2026-12-03' } });
    expect(dayFirst('Holt;ida@mail.example;3/12/2026 14:30;ja')).toMatchObject({
      choice: { occurredAt: '2026-12-03T13:30:00.000Z' },
    });
    expect(dayFirst('Holt;ida@mail.example;12/31/2026;ja').ok).toBe(false);
    expect(dayFirst('Holt;ida@mail.example;31.02.2026;ja').ok).toBe(false);
    expect(read('Holt;ida@mail.example;03.12.2026;ja').ok).toBe(false);
  });
  test('the words of a file and the order of its days are read from the file', () => {
    const counter = wordCounter(['Mail', 'Svar', 'Dato'], 'csv', ';');
    for (let n = 1; n <= 60; n++)
      counter.add(`p${n}@mail.example;${n % 3 === 0 ? 'Nej' : 'Ja tak'};${(n % 28) + 1}.03.2026`);
    counter.add('"broken;line');
    expect(counter.words()).toEqual({ Svar: ['Ja tak', 'Nej'], Dato: expect.any(Array) });
    expect(proposeMapping(['Mail', 'Svar', 'Dato'], counter)).toMatchObject({
      answers: { NEJ: 'refuse' },
      dates: 'day-first',
    });
    const objects = wordCounter(['said'], 'ndjson', ';');
    for (const raw of ['{"said":"yes"}', 'no json', '{"said":{"deep":1}}', '{"other":1}']) objects.add(raw);
    expect(objects.words()).toEqual({ said: ['yes'] });
  });
  test('half a letter is a line that is held', () => {
    expect(read('Holt\uD83D;ida@mail.example;2026-11-12;ja')).toMatchObject({
      ok: false,
      reasons: [{ code: 'letters-broken' }],
    });
    expect(
      objectReader(MAPPING, ZONE)('{"Dato":"2026-11-12","Svar":"JA","Mail":"x@mail.example","Navn":"\\ud83d"}'),
    ).toMatchObject({ ok: false, reasons: [{ code: 'letters-broken' }] });
    expect(
      objectReader(MAPPING, ZONE)('{"Dato":"2026-11-12","Svar":"JA","Mail":"x@mail.example","Navn":"\\ud83d\\ude00"}'),
    ).toMatchObject({ ok: true });
  });
  test('the delimiter is the one that makes the most columns', () =>
    expect(['a;b;c', 'a,b', 'a\tb\tc\td', 'a'].map(delimiterOf)).toEqual([';', ',', '\t', ';']));
});
