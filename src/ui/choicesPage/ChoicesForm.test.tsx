/** @jest-environment jsdom */
import { CHOICES_WORDS } from '../../core/words/sections';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { PagePurpose, PageView } from '../../core/choicesPage/views';
import { LANGUAGES } from '../../core/letters/mailings';
import { ChoicesForm } from './ChoicesForm';
import { sayLost, sayNotAnAddress, sayOwnRefusal } from '../../core/words/ownRefusals';
import { AskForPage, ConfirmButton, PageCode } from './SmallForms';

const purpose = (id: string, more: Partial<PagePurpose> = {}): PagePurpose => ({
  id,
  title: `About ${id}`,
  plain: `We do ${id}.`,
  kind: 'consent',
  parent: null,
  categories: ['e-mail'],
  recipients: ['our service'],
  transfers: null,
  retention: 'a year',
  answer: { standing: 'not-asked', permitted: false, since: null },
  ...more,
});
const view = (purposes: PagePurpose[], more: Partial<PageView> = {}): PageView => ({
  language: 'en',
  name: 'Kim',
  purposes,
  history: [],
  signal: null,
  ...more,
});
const radios = (id: string) => [...document.querySelectorAll<HTMLInputElement>(`input[name=answer-${id}]`)];

test('nothing is chosen for the person; only what they said themselves is', () => {
  show(
    <ChoicesForm
      view={view([
        purpose('a'),
        purpose('b', {
          kind: 'legitimate-interest',
          answer: { standing: 'default-permitted', permitted: true, since: null },
        }),
        purpose('c', { answer: { standing: 'granted', permitted: true, since: '2026-01-02T00:00:00Z' } }),
        purpose('d', { answer: { standing: 'withdrawn', permitted: false, since: '2026-01-02T00:00:00Z' } }),
      ])}
      token="t"
      changeChoices={async () => ({ ok: true, value: { changed: 0 } })}
      days={{ c: '2 Jan 2026' }}
    />,
  );
  expect(['a', 'b', 'c', 'd'].map((id) => radios(id).map(({ checked }) => checked))).toEqual([
    [false, false],
    [false, false],
    [true, false],
    [false, true],
  ]);
  expect(screen.getByText(/You said yes, 2 Jan 2026/)).toBeTruthy();
  expect(screen.getByText(/We do this unless you say no/)).toBeTruthy();
});

test('a yes that waits for its confirmation stands as the yes that it is, and is not sent again', async () => {
  const sent: unknown[] = [];
  show(
    <ChoicesForm
      view={view([
        purpose('a', {
          answer: { standing: 'awaiting-confirmation', permitted: false, since: '2026-01-02T00:00:00Z' },
        }),
      ])}
      token="t"
      changeChoices={async ({ changes }) => (sent.push(changes), { ok: true, value: { changed: changes.length } })}
      days={{}}
    />,
  );
  expect(radios('a').map(({ checked }) => checked)).toEqual([true, false]);
  expect(screen.getByText(new RegExp(CHOICES_WORDS.en.waiting))).toBeTruthy();
  fireEvent.click(screen.getByText('Save my choices'));
  await waitFor(() => expect(sent).toEqual([[]]));
});

test('a necessary purpose has nothing to press; yes and no stand alike side by side', () => {
  show(
    <ChoicesForm
      view={view([purpose('orders', { kind: 'necessary' }), purpose('a')])}
      token="t"
      changeChoices={async () => ({ ok: true, value: { changed: 0 } })}
      days={{}}
    />,
  );
  expect(radios('orders')).toEqual([]);
  expect(
    radios('a').map((radio) => [
      radio.parentElement!.tagName,
      // Neither looks as if it were the one to take.
      [...radio.parentElement!.attributes].map(({ name, value }) => `${name}=${value}`).join(),
      radio.parentElement!.textContent.trim(),
    ]),
  ).toEqual([
    ['LABEL', '', 'Yes'],
    ['LABEL', '', 'No'],
  ]);
});

test('only what was changed is sent; the page is shown anew, a refusal keeps what was chosen', async () => {
  const sent: unknown[] = [];
  let answer: { ok: true; value: { changed: number } } | { ok: false; message: string } = {
    ok: false,
    message: 'Not now.',
  };
  const page = show(
    <ChoicesForm
      view={view([
        purpose('a'),
        purpose('b', { answer: { standing: 'granted', permitted: true, since: '2026-01-02T00:00:00Z' } }),
      ])}
      token="t"
      changeChoices={async ({ changes }) => (sent.push(changes), answer)}
      days={{}}
    />,
  );
  fireEvent.click(radios('b')[1]!);
  fireEvent.click(screen.getByText('Save my choices'));
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('Not now.'));
  expect(radios('b')[1]!.checked).toBe(true);
  expect(page.refreshed()).toBe(0);
  answer = { ok: true, value: { changed: 1 } };
  fireEvent.click(screen.getByText('Save my choices'));
  await waitFor(() => expect(screen.getByText(/Saved\. A confirmation is on its way/)).toBeTruthy());
  expect(sent).toEqual([[{ purpose: 'b', yes: false }], [{ purpose: 'b', yes: false }]]);
  expect(page.refreshed()).toBe(1);
});

test('a server that does not answer loses nothing and is said in the person’s language', async () => {
  show(
    <ChoicesForm
      view={view([purpose('a')], { language: 'da' })}
      token="t"
      changeChoices={() => Promise.reject(new Error('gone'))}
      days={{}}
    />,
  );
  fireEvent.click(radios('a')[0]!);
  fireEvent.click(screen.getByText('Gem mine valg'));
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe(sayLost('da')));
  expect(radios('a')[0]!.checked).toBe(true);
});

test('what became of a browser’s signal is said', () => {
  const { rerender } = show(
    <ChoicesForm
      view={view([], { signal: { honoured: true } })}
      token="t"
      changeChoices={async () => ({ ok: true, value: { changed: 0 } })}
      days={{}}
    />,
  );
  expect(screen.getByRole('status').textContent).toContain('We honour it');
  rerender(
    <ChoicesForm
      view={view([], { signal: { honoured: false } })}
      token="t"
      changeChoices={async () => ({ ok: true, value: { changed: 0 } })}
      days={{}}
    />,
  );
  expect(screen.getByRole('status').textContent).toContain('you told us yes yourself');
});

test('a code is asked for, tried and refused in words; a right one shows the page anew', async () => {
  const tried: string[] = [];
  const page = show(
    <PageCode
      language="nl"
      token="t"
      proveCode={async ({ code }) => (
        tried.push(code),
        code === '123456'
          ? { ok: true, value: null }
          : { ok: false, message: sayOwnRefusal('nl', { code: 'code-wrong', left: 3 }) }
      )}
    />,
  );
  const field = screen.getByLabelText(CHOICES_WORDS.nl.code);
  for (const code of ['000000', '123456']) {
    fireEvent.change(field, { target: { value: code } });
    fireEvent.click(screen.getByRole('button'));
    if (code === '000000')
      await waitFor(() => expect(screen.getByText('Dit is niet de code. Pogingen over: 3.')).toBeTruthy());
  }
  await waitFor(() => expect(page.refreshed()).toBe(1));
  expect(tried).toEqual(['000000', '123456']);
});

test('asking for the page says the same whoever asks; confirming takes a press', async () => {
  show(
    <AskForPage
      language="de"
      askForPage={async ({ email }) =>
        email.includes('@') ? { ok: true, value: null } : { ok: false, message: sayNotAnAddress('de') }
      }
    />,
  );
  fireEvent.change(screen.getByLabelText('E-Mail'), { target: { value: 'x' } });
  fireEvent.click(screen.getByRole('button'));
  await waitFor(() => expect(screen.getByText(/sieht nicht nach einer E-Mail-Adresse aus/)).toBeTruthy());
  fireEvent.change(screen.getByLabelText('E-Mail'), { target: { value: 'x@y.example' } });
  fireEvent.click(screen.getByRole('button'));
  await waitFor(() => expect(screen.getByRole('status').textContent).toBe(CHOICES_WORDS.de.sent));

  let presses = 0;
  show(<ConfirmButton language="en" token="t" confirmChoice={async () => (presses++, { ok: true, value: null })} />);
  expect(presses).toBe(0);
  fireEvent.click(screen.getByText('Yes, it was me'));
  await waitFor(() => expect(screen.getByText(CHOICES_WORDS.en.confirmed)).toBeTruthy());
  expect(presses).toBe(1);
});

describe('every language says everything', () => {
  test.each(LANGUAGES.map((language) => [language]))('%s', (language) => {
    const [own, english] = [CHOICES_WORDS[language], CHOICES_WORDS.en];
    expect(Object.keys(own)).toEqual(Object.keys(english));
    expect(Object.keys(own.answers)).toEqual(Object.keys(english.answers));
    expect(Object.values(own).filter((words) => typeof words === 'string' && words.trim() === '')).toEqual([]);
    expect(own.confirmLead).toContain('{title}');
    for (const code of [
      'link-unknown',
      'link-expired',
      'link-used',
      'tries-used-up',
      'code-needed',
      'purpose-not-open',
      'choice-held',
      'too-many',
    ] as const) {
      expect(sayOwnRefusal(language, { code, purpose: '' })).not.toMatch(/Refused|undefined/);
      if (language !== 'en')
        expect(sayOwnRefusal(language, { code, purpose: '' })).not.toBe(sayOwnRefusal('en', { code, purpose: '' }));
    }
  });
});
