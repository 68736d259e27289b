/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { ActionResult } from '../parts/actionResult';
import { AskForm } from './AskForm';
import { CodeForm } from './CodeForm';
import { HandOver } from './HandOver';
import { SignInForm } from './SignInForm';

const button = (name: string | RegExp) => screen.getByRole('button', { name }) as HTMLButtonElement;
const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label, { selector: 'input, textarea' }), { target: { value } });
const unreachable = async (): Promise<never> => {
  throw new Error('no connection');
};

describe('a request from outside', () => {
  test('says what is missing and sends nothing; whatever goes wrong, what was typed stays', async () => {
    let sent = 0;
    let answer: () => Promise<ActionResult<{ ref: string; word: string }>> = unreachable;
    show(<AskForm language="en" ask={() => (sent++, answer())} />);
    fireEvent.click(button('Send my request'));
    await screen.findByText('Choose what you ask for.');
    expect(screen.getByText('We need an address to answer to.')).toBeTruthy();
    fireEvent.click(screen.getByLabelText('Erase my data'));
    type('Given name', 'Rasmus');
    type('Family name', 'Dahl');
    type('E-mail we may answer to', 'rasmus at home');
    fireEvent.click(button('Send my request'));
    await screen.findByText(/does not look like an e-mail address/);
    expect(sent).toBe(0);
    type('E-mail we may answer to', 'rasmus@mail.example');
    fireEvent.click(button('Send my request'));
    await screen.findByText(/What you typed is still here/);
    expect((screen.getByLabelText('Given name') as HTMLInputElement).value).toBe('Rasmus');
    answer = async () => ({ ok: true, value: { ref: 'BK-2026-0413', word: 'KLMN2345' } });
    fireEvent.click(button('Send my request'));
    await screen.findByText('BK-2026-0413');
    expect(screen.getByText('KLMN2345')).toBeTruthy();
  });

  test('a field that people do not see is hidden from them, and no stop for the Tab key', () => {
    show(<AskForm language="en" ask={unreachable} />);
    const trap = document.querySelector('.trap')!;
    expect(trap.getAttribute('aria-hidden')).toBe('true');
    expect(trap.querySelector('input')!.tabIndex).toBe(-1);
  });
});

test('a code: how many tries are left is said; the right one is thanked for', async () => {
  const tried: string[] = [];
  show(<CodeForm token="tok" prove={async (_, code) => (tried.push(code), code === '123456' ? { ok: true, value: { ref: 'BK-2026-0413' } } : { ok: false, message: 'Not the code; 4 tries are left.' })} />);
  expect(button('Go on').disabled).toBe(true);
  type('Code of six digits', '000000');
  fireEvent.click(button('Go on'));
  await screen.findByText('Not the code; 4 tries are left.');
  type('Code of six digits', '123456');
  fireEvent.click(button('Go on'));
  await screen.findByText(/We know now that it is you/);
  expect(tried).toEqual(['000000', '123456']);
});

test('a pack opens with the second word; the link is used up only when the person says they have it', async () => {
  let confirmed = 0;
  show(<HandOver token="tok" release={async (_, word) => (word === 'copper-lantern' ? { ok: true, value: null } : { ok: false, message: 'That is not the second word.' })} confirm={async () => (confirmed++, { ok: true, value: null })} />);
  type('Second word', 'copper');
  fireEvent.click(button('Open'));
  await screen.findByText('That is not the second word.');
  type('Second word', 'copper-lantern');
  fireEvent.click(button('Open'));
  const download = await screen.findByRole('link', { name: 'Download my data' });
  expect(download.getAttribute('href')).toBe('/hand-over/file');
  expect(confirmed).toBe(0);
  fireEvent.click(button(/I have the file/));
  await screen.findByText(/used up now/);
  expect(confirmed).toBe(1);
});

test('signing in: the words of a refusal, a server that does not answer, and on to the desk', async () => {
  let answer: () => Promise<ActionResult> = async () => ({ ok: false, message: 'Address or password is wrong.' });
  const page = show(<SignInForm signIn={() => answer()} />);
  const submit = () => fireEvent.submit(screen.getByRole('form', { name: 'Sign in' }));
  submit();
  await screen.findByText('Address or password is wrong.');
  answer = unreachable;
  submit();
  await screen.findByText('The server did not answer. Try again.');
  answer = async () => ({ ok: true, value: null });
  submit();
  await waitFor(() => expect(page.went).toEqual(['/desk']));
});
