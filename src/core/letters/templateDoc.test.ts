import { LETTER_WORDS } from '../words/sections';
import { render } from './render';
import { TEMPLATE_FIELDS, TEMPLATE_IDS } from './templateList';
import { toDoc, toTemplate } from './templateDoc';

test('a template is blocks of words and fields', () => {
  expect(
    toDoc('About {{ref}}\n\n?upheld ## Why\n\nDear {{name}}, it is {{day}}.\nSo long.\n\n- one\n- {{list}}'),
  ).toEqual({
    subject: [{ text: 'About ' }, { field: 'ref' }],
    blocks: [
      { kind: 'heading', only: 'upheld', lines: [[{ text: 'Why' }]] },
      {
        kind: 'text',
        only: null,
        lines: [
          [{ text: 'Dear ' }, { field: 'name' }, { text: ', it is ' }, { field: 'day' }, { text: '.' }],
          [{ text: 'So long.' }],
        ],
      },
      { kind: 'list', only: null, lines: [[{ text: 'one' }], [{ field: 'list' }]] },
    ],
  });
});

test.each(TEMPLATE_IDS)('%s is the same letter after it was taken apart and put together, in every language', (id) => {
  const fields = Object.fromEntries(TEMPLATE_FIELDS[id].map(({ name, sample }) => [name, sample]));
  for (const words of Object.values(LETTER_WORDS)) {
    const template = words.templates[id];
    const again = toTemplate(toDoc(template));
    expect(render(again, fields)).toEqual(render(template, fields));
    expect(toTemplate(toDoc(again))).toBe(again);
  }
});

test('blocks without words are left out, and a subject is one line', () => {
  expect(
    toTemplate({
      subject: [{ text: 'One\ntwo' }],
      blocks: [
        { kind: 'text', only: null, lines: [[{ text: '  ' }]] },
        { kind: 'list', only: null, lines: [[], [{ text: 'x' }]] },
      ],
    }),
  ).toBe('One two\n\n- x');
});
