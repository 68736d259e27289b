import * as yup from 'yup';
import { dayField, secretField, wordsField } from './inputs';

test('what is typed from a mail is looked up as far as it can be one: too long, it is a wrong one like any other', () => {
  const schema = yup.object({ code: secretField(20) });
  expect(schema.validateSync({ code: 'the code in the mail was 123456' })).toEqual({ code: 'the code in the mail' });
  expect(schema.validateSync({ code: '' })).toEqual({ code: '' });
  expect(() => schema.validateSync({})).toThrow();
});

test('words that are missing, too few or too many say what is wanted', () => {
  const schema = yup.object({ text: wordsField(12, 'Say it in a sentence.', 3) });
  const said = (text: unknown) => {
    try {
      return schema.validateSync({ text }).text;
    } catch (error) {
      return (error as yup.ValidationError).message;
    }
  };
  expect([' ', 'ab', undefined, ' abc ', 'a'.repeat(13)].map(said)).toEqual([
    'Say it in a sentence.',
    'Say it in a sentence.',
    'Say it in a sentence.',
    'abc',
    'At most 12 characters.',
  ]);
});

test('a day has to be one', () => {
  const schema = yup.object({ on: dayField() });
  expect(schema.validateSync({ on: '2026-11-30' })).toEqual({ on: '2026-11-30' });
  for (const on of ['', '2026-02-30', undefined]) expect(() => schema.validateSync({ on })).toThrow('Choose a day.');
});
