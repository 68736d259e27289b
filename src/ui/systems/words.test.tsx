/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { WordsView } from '../../core/systems/views';
import { show } from '../../../test/support/screen';
import { WordsSheet } from './WordsSheet';

const view = (more: Partial<WordsView> = {}): WordsView => ({
  language: 'da',
  missing: { da: 1, de: 0, nl: 2 },
  mayChange: true,
  lines: [
    { phrase: 'book-keeping', kind: 'purposes', system: 'Web shop', own: null, shipped: 'bogføring' },
    { phrase: 'running the club', kind: 'purposes', system: 'Club', own: null, shipped: null },
    { phrase: 'frob_no', kind: 'field', system: 'Club', own: null, shipped: null },
  ],
  ...more,
});

test('what is missing stands first and alone; said, it is kept once, with Enter or when the field is left', async () => {
  const said: unknown[] = [];
  show(<WordsSheet view={view()} sayInLanguage={async (given) => (said.push(given), { ok: true, value: null })} />);
  expect(screen.getByText('Danish · 1 missing')).toBeTruthy();
  expect(screen.getByText('German')).toBeTruthy();
  expect(screen.queryByText('book-keeping')).toBeNull();
  const field = screen.getByLabelText('running the club in Danish');
  fireEvent.change(field, { target: { value: 'at drive klubben ' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  await waitFor(() =>
    expect(said).toEqual([{ phrase: 'running the club', language: 'da', words: 'at drive klubben' }]),
  );
  fireEvent.blur(field);
  fireEvent.click(screen.getByLabelText('Only what is missing'));
  expect(screen.getByLabelText<HTMLInputElement>('book-keeping in Danish').placeholder).toBe('bogføring');
  expect(screen.getByText('frob_no')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Find'), { target: { value: 'no such' } });
  expect(screen.getByText('Nothing like that stands in the register.')).toBeTruthy();
  expect(said).toHaveLength(1);
});

test('a refusal stands at the field, and what was typed stays; whoever may only look has no fields', async () => {
  const { unmount } = show(
    <WordsSheet view={view()} sayInLanguage={async () => ({ ok: false, message: 'At most 300 characters.' })} />,
  );
  const field = screen.getByLabelText<HTMLInputElement>('running the club in Danish');
  fireEvent.change(field, { target: { value: 'x' } });
  fireEvent.blur(field);
  expect(await screen.findByText('At most 300 characters.')).toBeTruthy();
  expect(field.value).toBe('x');
  unmount();
  show(<WordsSheet view={view({ mayChange: false })} sayInLanguage={async () => ({ ok: true, value: null })} />);
  expect(screen.queryByLabelText('running the club in Danish')).toBeNull();
  expect(screen.getByText('▲ not said yet')).toBeTruthy();
});
