import { remediesOf } from './remedies';
import { frameLetter, sayDayIn, wordsOf } from './frame';
import { letterText } from './letter';
import { LANGUAGES } from './mailings';
import { checkTemplate, fieldsIn, render } from './render';
import { TEMPLATE_FIELDS, TEMPLATE_IDS } from './templateList';

const ORGANISATION = {
  name: 'Larkmere',
  contact: 'privacy@larkmere.example',
  address: 'Havnegade 4',
  authority: 'the authority of Denmark',
};
const FACTS = {
  ref: 'BK-2026-00042',
  name: 'Lone Dam',
  language: 'en',
  right: 'access' as const,
  remedies: 'You may complain.',
  organisation: ORGANISATION,
};

describe('a template', () => {
  test('subject, paragraphs, headings, lists', () => {
    expect(
      render('About {{x}}\n\nOne {{x}}.\n\n## Head\n\n- {{list}}\n- and {{x}}', { x: 'a', list: ['p', 'q'] }),
    ).toEqual({
      subject: 'About a',
      body: [
        { kind: 'text', text: 'One a.' },
        { kind: 'heading', text: 'Head' },
        { kind: 'list', items: ['p', 'q', 'and a'] },
      ],
    });
  });

  test('what has no value is left out with its heading, and nothing else', () => {
    expect(
      render('S\n\n## Gone\n\n- {{none}}\n\n## Stays\n\nYes.\n\n?none only if\n\n?some there', { none: [], some: 'x' })
        .body,
    ).toEqual([
      { kind: 'heading', text: 'Stays' },
      { kind: 'text', text: 'Yes.' },
      { kind: 'text', text: 'there' },
    ]);
  });

  test('a value is never read as template', () => {
    expect(render('S\n\n{{a}}', { a: '{{b}}\n\n## No heading', b: 'secret' }).body).toEqual([
      { kind: 'text', text: '{{b}}\n\n## No heading' },
    ]);
  });

  test.each([
    ['\n\n{{ref}}', 'template-without-subject'],
    ['S\n\n{{unknown}}', 'template-unknown-field'],
    ['S\n\n?unknown {{ref}}', 'template-unknown-field'],
    ['S\n\nnothing', 'template-lacks-field'],
    [`S\n\n${'x'.repeat(20_000)}`, 'template-too-long'],
    ['S\n\n{{ref}}', null],
  ])('%s', (template, code) => expect(checkTemplate(template, ['ref'], ['ref'])?.code ?? null).toBe(code));
});

describe.each(LANGUAGES)('the templates as they ship, in %s', (language) => {
  test.each(TEMPLATE_IDS)('%s says what it has to', (id) => {
    const fields = TEMPLATE_FIELDS[id];
    expect(
      checkTemplate(
        wordsOf(language).templates[id],
        fields.map(({ name }) => name),
        fields.filter(({ isNeeded }) => isNeeded).map(({ name }) => name),
      ),
    ).toBeNull();
    const letter = frameLetter(
      id,
      { ...FACTS, language },
      Object.fromEntries(
        fields
          .filter(({ name }) => !['ref', 'organisation', 'contact', 'right', 'remedies'].includes(name))
          .map(({ name, sample }) => [name, sample]),
      ),
      null,
    );
    const text = letterText(letter);
    expect(text).not.toMatch(/\{\{|\}\}|undefined|null|^\?/m);
    expect(letter.subject).toMatch(/\(BK-2026-00042\)$/);
    expect(text).toContain('Lone Dam');
    for (const { name, sample } of fields.filter(({ name: own, isNeeded }) => isNeeded && own !== 'remedies'))
      for (const value of [sample].flat())
        expect({ name, text }).toEqual({ name, text: expect.stringContaining(value as string) });
  });

  test('the same fields as in English', () => {
    for (const id of TEMPLATE_IDS)
      expect(fieldsIn(wordsOf(language).templates[id]).sort()).toEqual(fieldsIn(wordsOf('en').templates[id]).sort());
  });
});

test('remedies are those of the law, in the person’s language under the regulation', () => {
  const text = (language: string, ...regimes: string[]) =>
    letterText(
      frameLetter(
        'refusal',
        { ...FACTS, language, remedies: remediesOf({ language, regimes, authority: ORGANISATION.authority }) },
        { reason: 'x' },
        null,
      ),
    );
  expect(text('en', 'eu-gdpr')).toContain('for us the authority of Denmark');
  expect(text('de', 'eu-gdpr')).toContain('Art. 77 DSGVO');
  expect(text('en', 'us-ca')).toContain('California Privacy Protection Agency');
  expect(text('fr', 'eu-gdpr')).toContain('You may write to us');
  expect(text('da', 'us-ca', 'eu-gdpr')).toMatch(/Du kan henvende dig til California .*GDPR art. 77/);
  expect(text('de', 'uk-gdpr')).not.toMatch(/You may/);
});

test('a version of the organisation’s own is used and named', () => {
  expect(frameLetter('completion', FACTS, { what: 'Done.' }, { version: 3, text: 'Ours\n\n{{what}}' })).toMatchObject({
    version: 3,
    subject: 'Ours (BK-2026-00042)',
    body: [{ kind: 'text', text: 'Done.' }],
  });
});

test.each([
  ['en', 'Wed 2 December 2026'],
  ['de', 'Mi., 2. Dezember 2026'],
  ['da', 'ons. den 2. december 2026'],
  ['nl', 'wo 2 december 2026'],
])('a day in %s', (language, said) =>
  expect(sayDayIn(language, '2026-12-02').replace(',', '').replace(/,/g, '')).toBe(said.replace(',', '')),
);
