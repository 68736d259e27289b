/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { StatusView } from '../../core/requests/views';
import type { ActionResult } from './actionResult';
import { AskForm } from '../intake/AskForm';
import { CodeForm } from '../identity/CodeForm';
import { HandOver } from '../packs/HandOver';
import { HelperTask } from '../helpers/HelperTask';
import { SignInForm } from '../access/SignInForm';
import { StatusForm } from '../requests/StatusForm';

const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label, { selector: 'input, textarea' }), { target: { value } });
const unreachable = async (): Promise<never> => {
  throw new Error('no connection');
};

describe('a request from outside', () => {
  test('says what is missing and sends nothing; whatever goes wrong, what was typed stays', async () => {
    let sent = 0;
    let answer: () => Promise<ActionResult<{ ref: string; word: string }>> = unreachable;
    show(<AskForm language="en" today="2026-11-24" country="DK" openFromPublic={() => (sent++, answer())} />);
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
    expect(screen.getByLabelText<HTMLInputElement>('Given name').value).toBe('Rasmus');
    answer = async () => ({ ok: true, value: { ref: 'BK-2026-0413', word: 'KLMN2345' } });
    fireEvent.click(button('Send my request'));
    await screen.findByText('BK-2026-0413');
    expect(screen.getByText('KLMN2345')).toBeTruthy();
  });

  test('a field that people do not see is hidden from them, and no stop for the Tab key', () => {
    show(<AskForm language="en" today="2026-11-24" country="DK" openFromPublic={unreachable} />);
    const trap = document.querySelector('label[aria-hidden]')!;
    expect(trap.getAttribute('aria-hidden')).toBe('true');
    expect(trap.querySelector('input')!.tabIndex).toBe(-1);
  });
});

test('a code: how many tries are left is said; the right one is thanked for', async () => {
  const tried: string[] = [];
  show(
    <CodeForm
      language="en"
      token="tok"
      proveIdentity={async ({ code }) => (
        tried.push(code),
        code === '123456'
          ? { ok: true, value: { ref: 'BK-2026-0413' } }
          : { ok: false, message: 'Not the code; 4 tries are left.' }
      )}
    />,
  );
  // An empty field is no try.
  fireEvent.click(button('Go on'));
  expect(tried).toEqual([]);
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
  show(
    <HandOver
      language="en"
      readme="README.txt"
      token="tok"
      releaseLink={async ({ secret: word }) =>
        word === 'copper-lantern' ? { ok: true, value: null } : { ok: false, message: 'That is not the second word.' }
      }
      confirmDownload={async () => (confirmed++, { ok: true, value: null })}
    />,
  );
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

test('the status page: words of the person’s language, a coarse state, and one refusal for whatever does not fit', async () => {
  const begun: unknown[] = [];
  let answer: ActionResult<StatusView> = { ok: false, message: 'Reference und Wort gehören nicht zusammen.' };
  show(
    <StatusForm
      language="de"
      readStatus={async () => answer}
      beginShopProof={async (asked) => (begun.push(asked), { ok: false, message: 'Das Geschäft antwortet nicht.' })}
    />,
  );
  type('Vorgangsnummer, zum Beispiel BK-2026-00042', 'BK-2026-00042');
  type('Wort', 'XXXX');
  fireEvent.click(button('Ansehen'));
  await screen.findByText(/gehören nicht zusammen/);
  answer = {
    ok: true,
    value: {
      ref: 'BK-2026-00042',
      right: 'access',
      language: 'de',
      step: 'worked-on',
      receivedOn: '2026-11-02',
      dueOn: '2026-12-02',
      isExtended: true,
      shops: [{ id: 'sys_shop', name: 'Web shop' }],
    },
  };
  fireEvent.click(button('Ansehen'));
  await screen.findByText('Wir arbeiten daran.');
  expect(screen.getByText(/2. Dezember 2026/)).toBeTruthy();
  fireEvent.click(button('Anmelden: Web shop'));
  await screen.findByText('Das Geschäft antwortet nicht.');
  expect(begun).toEqual([{ language: 'de', ref: 'BK-2026-00042', word: 'XXXX', system: 'sys_shop' }]);
});

test('the public form speaks four languages, its refusals too', async () => {
  show(<AskForm language="nl" today="2026-11-24" country={null} openFromPublic={unreachable} />);
  fireEvent.click(button('Verzoek versturen'));
  await screen.findByText('Kies wat u vraagt.');
  fireEvent.click(screen.getByLabelText('Voor mijn kind'));
  expect(await screen.findByLabelText('Uw naam')).toBeTruthy();
});

describe('a task for the owner of a system', () => {
  const task = {
    ref: 'BK-2026-0413',
    kind: 'search' as const,
    system: 'Workshop cards',
    what: 'Lone Dam\nlone@mail.example',
    dueOn: '2026-12-01',
    uploads: 0,
  };
  test('shows what is asked only when pressed, takes files, and ends when they say so', async () => {
    const before = global.fetch;
    global.fetch = (async () => ({
      ok: true,
      json: async () => ({ found: 2, problems: ['A scan is torn.'] }),
    })) as unknown as typeof fetch;
    const ended: string[] = [];
    show(
      <HelperTask
        token="tok"
        openTask={async () => ({ ok: true, value: task })}
        finishTask={async ({ answer }) => (ended.push(answer), { ok: true, value: null })}
      />,
    );
    expect(screen.queryByText(/Lone Dam/)).toBeNull();
    fireEvent.click(button('Show what is asked'));
    await screen.findByText(/Lone Dam/);
    expect(button('Nothing is there')).toBeTruthy();
    fireEvent.change(document.querySelector('input[type=file]')!, {
      target: { files: [new File(['x'], 'cards.csv')] },
    });
    await screen.findByText('cards.csv: 2 records taken over. A scan is torn.');
    type('Anything to say about it', 'all of it');
    fireEvent.click(button('That is all'));
    await screen.findByText(/used up now/);
    expect(ended).toEqual(['all of it']);
    global.fetch = before;
  });

  test('a link that is used up says so', async () => {
    show(
      <HelperTask
        token="tok"
        openTask={async () => ({ ok: false, message: 'This link has been used.' })}
        finishTask={async () => ({ ok: true, value: null })}
      />,
    );
    fireEvent.click(button('Show what is asked'));
    await screen.findByText('This link has been used.');
  });
});
