import * as yup from 'yup';
import { idField, wordsField } from '../../core/shared/inputs';
import { readForm, WRONG_SHAPE } from './form';

const schema = yup
  .object({
    id: idField(),
    text: wordsField(10, 'Say it in a sentence.'),
    count: yup.number().typeError('Type the number.').required('Type the number.'),
  })
  .noUnknown();
const said = (values: unknown) => {
  const form = readForm(schema, values);
  return form.ok ? form.value : form.message;
};

test('what fits is handed on, without what nobody asked for', () => {
  expect(said({ id: 'x', text: ' yes ', count: 3, more: 1 })).toEqual({ id: 'x', text: 'yes', count: 3 });
});

test('one fault that a person can mend is said as it is, several at their fields', () => {
  expect(said({ id: 'x', text: '', count: 3 })).toBe('Say it in a sentence.');
  expect(said({ id: 'x', text: 'yes', count: Number.NaN })).toBe('Type the number.');
  expect(said({ id: 'x', text: '', count: Number.NaN })).toBe('Some fields need another look.');
  expect(readForm(schema, { id: 'x', text: 'much too long', count: 1 })).toMatchObject({
    fields: { text: 'At most 10 characters.' },
  });
});

test('what no page sends is not explained', () => {
  for (const values of [null, 7, 'x', [], { id: { a: [] }, text: 'yes', count: 1 }, { text: 'yes', count: 1 }])
    expect(said(values)).toBe(WRONG_SHAPE);
});
