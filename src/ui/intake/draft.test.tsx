/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import { AskForm } from './AskForm';

beforeEach(() => sessionStorage.clear());

const form = (language: 'en' | 'da', openFromPublic = async () => ({ ok: false as const, message: 'no' })) => (
  <AskForm language={language} today="2026-11-24" country="DK" openFromPublic={openFromPublic} />
);
const type = (label: RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

test('what was typed is there again when the page is opened again, in another language too', async () => {
  const { unmount } = show(form('en'));
  fireEvent.click(screen.getByLabelText('Erase my data'));
  type(/^Given name/, 'Lone');
  type(/^E-mail/, 'lone@mail.example');
  await waitFor(() => expect(sessionStorage.getItem('bookend-draft-ask')).toContain('lone@mail.example'));
  unmount();
  show(form('da'));
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>(/^Fornavn/).value).toBe('Lone'));
  expect(screen.getByLabelText<HTMLInputElement>('Slet mine data').checked).toBe(true);
});

test('what is asked and what has to be shown follow the right', async () => {
  show(form('en'));
  fireEvent.click(screen.getByLabelText('A copy of my data'));
  await screen.findByText(/a code to an address we already know/);
  expect(await screen.findByRole('group', { name: /Date of birth/ })).toBeTruthy();
  fireEvent.click(screen.getByLabelText('Do not sell or share my data'));
  await screen.findByText(/needs no proof of who you are/);
  expect(screen.queryByRole('group', { name: /Date of birth/ })).toBeNull();
  fireEvent.click(screen.getByLabelText('Correct my data'));
  expect(await screen.findByLabelText('What is wrong, and how is it right?')).toBeTruthy();
  fireEvent.click(screen.getByLabelText('For my child'));
  await screen.findByText(/something that shows the custody/);
});

test('what was sent is forgotten', async () => {
  show(form('en', async () => ({ ok: true, value: { ref: 'BK-2026-00042', word: 'harbour' } }) as never));
  fireEvent.click(screen.getByLabelText('A copy of my data'));
  type(/^Given name/, 'Lone');
  type(/^Family name/, 'Dam');
  type(/^E-mail/, 'lone@mail.example');
  await waitFor(() => expect(sessionStorage.getItem('bookend-draft-ask')).toContain('Dam'));
  fireEvent.click(screen.getByRole('button', { name: 'Send my request' }));
  await screen.findByText('BK-2026-00042');
  expect(sessionStorage.getItem('bookend-draft-ask')).toBeNull();
});
