/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { NoticeCheck, NoticeView } from '../../core/notices/views';
import { NoticeSheet } from './NoticeSheet';
import { NoticesSheet } from './NoticesSheet';

const CHECK: NoticeCheck = {
  faults: [],
  findings: [
    {
      code: 'third-parties-denied',
      language: 'en',
      sentence: 'We share nothing.',
      known: 'Kestrel Parcels',
      text: 'It says that nobody else gets data. Known are: Kestrel Parcels.',
      better: 'Say who gets what.',
      law: 'GDPR art. 13(1)(e)',
    },
  ],
  preview: { en: { title: 'Privacy', body: [{ kind: 'text', text: 'We share nothing.' }] } },
};
const VIEW: NoticeView = {
  id: 'privacy',
  kind: 'privacy',
  state: 'review',
  address: null,
  save: 3,
  answers: {
    places: ['EEA'],
    children: 'unsure',
    age: null,
    transfers: 'no',
    safeguards: '',
    automated: 'no',
    marketing: 'no',
    sells: 'no',
  },
  texts: { en: 'Privacy\n\nWe share nothing.', da: '', de: '', nl: '' },
  prefilled: [{ question: 'children', value: 'unsure', because: 'no birth dates are on file' }],
  fields: [{ name: 'contact', isNeeded: true }],
  writtenBy: 'Signe Aaby',
  writtenAt: '2026-11-24T08:00:00Z',
  note: 'Before December, please.',
  check: CHECK,
  stale: [
    { language: 'en', field: 'recipients', was: 'Kestrel Parcels', is: 'Kestrel Parcels; Tollbridge Pay' },
    { language: 'da', field: 'recipients', was: 'Kestrel Parcels', is: 'Kestrel Parcels; Tollbridge Pay' },
  ],
  versions: [
    {
      version: 1,
      publishedAt: '2026-11-01T08:00:00Z',
      writtenBy: 'Signe Aaby',
      publishedBy: 'Mikkel Krogh',
      reason: '',
      isMaterial: true,
      told: null,
      differences: { en: [{ text: 'We share nothing.', is: 'new' }] },
    },
  ],
  page: 'https://privacy.example/notice/privacy',
  embed: '<div data-bookend-notice="privacy"></div>',
  readAt: null,
  readFault: null,
  run: null,
  telling: null,
  mayDraft: true,
  mayPublish: true,
  isOwnText: false,
};

const done: unknown[] = [];
const act =
  <T,>(name: string, value: T) =>
  async (input: unknown) => {
    done.push([name, input]);
    return { ok: true as const, value };
  };
const ACTIONS = {
  startNotice: act('startNotice', { id: 'privacy' }),
  checkNotice: act('checkNotice', CHECK),
  saveNotice: act('saveNotice', null),
  sendNotice: act('sendNotice', null),
  returnNotice: act('returnNotice', null),
  previewNotice: act('previewNotice', {
    version: 2,
    concerned: 40,
    whatIf: { people: 100, altered: 12, gained: 0, lost: 12, changes: [] },
  }),
  publishNotice: act('publishNotice', { version: 2 }),
  startReading: act('startReading', null),
  startTelling: act('startTelling', { people: 40 }),
  readNoticeFile: act('readNoticeFile', { text: 'Taken\n\nFrom a file.' }),
  countNotice: act('countNotice', [{ version: 1, people: 1234 }]),
};
const sheet = (more: Partial<NoticeView> = {}) =>
  show(<NoticeSheet view={{ ...VIEW, ...more }} zone="UTC" languages={['en', 'da']} actions={ACTIONS} />);
beforeEach(() => void done.splice(0));

test('the second look: what is not so, what publishing does, and giving it back with what to change', async () => {
  sheet();
  expect(screen.getByText('We share nothing.', { selector: 'q' })).toBeTruthy();
  expect(screen.getByText(/For the second look/).textContent).toContain('Before December');
  // A fact is the same in each language: it is told once.
  expect(screen.getAllByText(/now it is “Kestrel Parcels; Tollbridge Pay”/)).toHaveLength(1);
  fireEvent.click(screen.getByLabelText(/a material change/));
  fireEvent.click(screen.getByRole('button', { name: 'Try out' }));
  expect(await screen.findByText(/40 people chose under earlier versions. Of 100 people 12 would/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText(/Why it is right all the same/), {
    target: { value: 'The parcels are ours.' },
  });
  fireEvent.click(screen.getByRole('button', { name: 'Publish' }));
  await waitFor(() =>
    expect(done.at(-1)).toEqual([
      'publishNotice',
      { id: 'privacy', basedOn: 3, isMaterial: true, reason: 'The parcels are ours.' },
    ]),
  );
});

test('what blocks cannot be published', () => {
  sheet({ check: { ...CHECK, faults: ['Nobody is sure yet about: children.'] } });
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Publish' }).disabled).toBe(true);
});

test('who wrote it goes on writing: questions with what is known, and a save that says on what it builds', async () => {
  sheet({ isOwnText: true, state: 'draft', note: '' });
  expect(screen.getByText('Questions: 1 not sure yet')).toBeTruthy();
  expect(screen.getByText('Not known here: no birth dates are on file.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Save and ask for a second look' }));
  await waitFor(() =>
    expect(done).toMatchObject([
      ['saveNotice', { id: 'privacy', basedOn: 3, texts: { en: 'Privacy\n\nWe share nothing.' } }],
      ['sendNotice', { id: 'privacy', basedOn: 4 }],
    ]),
  );
});

test('whoever may only look sees it as it is read; people are counted when asked', async () => {
  sheet({ mayDraft: false, mayPublish: false, state: 'published' });
  expect(screen.queryByRole('button', { name: 'Publish' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'How many people chose under each' }));
  expect(await screen.findByText('1,234')).toBeTruthy();
});

test('a page that lives elsewhere says when it was read and why not', () => {
  sheet({ address: 'https://old.example/privacy', readFault: 'unreachable', readAt: null, state: 'draft' });
  expect(screen.getByText(/The page could not be read/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Read the page now' })).toBeTruthy();
});

test('the list: nothing yet, and what is not true any more; a short name that is none is said beside its field', async () => {
  const { unmount } = show(
    <NoticesSheet view={{ notices: [], mayDraft: true }} zone="UTC" actions={{ startNotice: ACTIONS.startNotice }} />,
  );
  expect(screen.getByText(/Nobody is told anything yet/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'A new notice' }));
  fireEvent.change(screen.getByLabelText(/Short name/), { target: { value: 'Not So Short' } });
  fireEvent.click(screen.getByRole('button', { name: 'Begin' }));
  expect(await screen.findByText('Small letters, digits and hyphens.')).toBeTruthy();
  expect(done).toEqual([]);
  unmount();
  const line = {
    id: 'privacy',
    kind: 'privacy' as const,
    title: 'Privacy',
    state: 'published' as const,
    version: 2,
    publishedAt: '2026-11-01T08:00:00Z',
    address: null,
    languages: ['en'],
    untrue: 3,
  };
  show(
    <NoticesSheet
      view={{ notices: [line], mayDraft: false }}
      zone="UTC"
      actions={{ startNotice: ACTIONS.startNotice }}
    />,
  );
  expect(screen.getByText('3')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'A new notice' })).toBeNull();
});
