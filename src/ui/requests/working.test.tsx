/** @jest-environment jsdom */
import { SHIPPED_LAWS } from '../../core/clock/shippedLaws';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { REF, requestLine, requestView } from '../../../test/support/requests';
import { show } from '../../../test/support/screen';
import type { ActionResult } from '../shared/actionResult';
import { ChoicesPanel, RecordsPanel } from '../carryOut/ActsPanel';
import { AfterAnswer, AppealStage } from './AppealStage';
import { ClockPanel } from '../clock/ClockPanel';
import { FiguresSheet } from './FiguresSheet';
import { IdentityStage } from '../identity/IdentityStage';
import { InboxSheet } from '../intake/InboxSheet';
import { JoinOffers } from '../intake/JoinOffers';
import { RequestList } from './RequestList';
import { WorkloadSheet } from './WorkloadSheet';
import { WorkPanel } from './WorkPanel';
import type { RequestActions } from './actions';

const ZONE = 'Europe/Copenhagen';
const TODAY = '2026-11-24';

function acts(given: Partial<Record<keyof RequestActions, ActionResult<never> | { ok: true; value: object }>> = {}) {
  const called: [string, ...unknown[]][] = [];
  const actions = new Proxy(
    {},
    {
      get:
        (_, name: keyof RequestActions) =>
        async (...args: unknown[]) => (called.push([name, ...args]), given[name] ?? { ok: true, value: {} }),
    },
  ) as RequestActions;
  return { called, actions };
}
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const around = (part: ReactNode) => (
  <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
    {part}
  </QueryClientProvider>
);

describe('the law and the day', () => {
  test('what would happen is said, and nothing is written', async () => {
    const { called, actions } = acts({
      askWhatIf: { ok: true, value: { dueOn: '2027-02-02', state: 'running', workingDaysLeft: 44 } },
    });
    show(<ClockPanel request={requestView()} zone={ZONE} today={TODAY} actions={actions} />);
    fireEvent.click(button('Work it out'));
    await screen.findByText('Then the answer is due Tue 2 Feb 2027, with 44 working days left on that day.');
    expect(called).toEqual([['askWhatIf', REF, 'extended', TODAY]]);
  });

  test('a law that is not the one proposed says so; a correction needs its reason', async () => {
    const { called, actions } = acts({
      changeRequestBasis: {
        ok: false,
        message: 'It cannot have been received in the future.',
        fields: { receivedOn: 'Not yet.' },
      },
    });
    show(
      <ClockPanel
        request={requestView({
          proposed: { laws: [{ regime: 'us-ca', reasons: [{ code: 'place', text: 'Lives in CA.' }] }], reasons: [] },
          changes: [
            {
              at: '2026-11-23T08:00:00Z',
              by: 'Signe',
              regimeWas: 'uk-gdpr',
              regime: 'eu-gdpr',
              receivedWas: '2026-11-01',
              receivedOn: '2026-11-02',
              reason: 'A letter.',
            },
          ],
        })}
        zone={ZONE}
        today={TODAY}
        actions={actions}
      />,
    );
    expect(screen.getByText(/us-ca is proposed/)).toBeTruthy();
    expect(
      screen.getByText(/uk-gdpr became eu-gdpr, received Sun 1 Nov 2026 became Mon 2 Nov 2026. A letter./),
    ).toBeTruthy();
    fireEvent.click(button('Correct the laws or the day of receipt'));
    fireEvent.click(button('Correct and work the clock out anew'));
    await screen.findByText(/Say why in a sentence/);
    expect(called).toEqual([]);
    type('Why it is corrected', 'It lay in York.');
    fireEvent.click(button('Correct and work the clock out anew'));
    await screen.findByText('Not yet.');
    expect(called).toEqual([
      ['changeRequestBasis', REF, { regimes: ['eu-gdpr'], receivedOn: '2026-11-02', reason: 'It lay in York.' }],
    ]);
  });

  test('our own mark that is missed is a shape and words in the list', () => {
    show(
      <RequestList
        lines={[requestLine({ missedTarget: 'decide', regime: 'uk-gdpr', regimes: ['uk-gdpr'] })]}
        open={1}
        next={null}
        mayOpen
        waiting={3}
      />,
    );
    expect(screen.getByTitle('our own mark to decide is missed').textContent).toContain('▲');
    expect(screen.getByText('uk-gdpr', { selector: 'span' })).toBeTruthy();
    expect(screen.getByRole('link', { name: '3 came by mail' })).toBeTruthy();
  });
});

describe('what came by mail', () => {
  const proposal = (id: string, more: object = {}) => ({
    id,
    receivedOn: '2026-11-21',
    right: 'access' as const,
    language: 'da',
    reasons: [{ code: 'sign', text: '“indsigt” is said when access is asked for.' }],
    from: { name: 'Bodil Bech', address: 'bodil@mail.example', givenName: 'Bodil', familyName: 'Bech' },
    subject: 'Indsigt',
    text: 'Hej, <b>indsigt</b> tak',
    ...more,
  });

  test('a message stands beside the request it is proposed as, filled in; confirming opens that', async () => {
    const opened: [string, unknown][] = [];
    const page = show(
      <InboxSheet
        proposals={[proposal('p1'), proposal('p2', { right: null, from: null, subject: '' })]}
        today={TODAY}
        laws={SHIPPED_LAWS}
        standpoint={{ established: ['DK'], notMet: [] }}
        open={async (id, values) => (opened.push([id, values]), { ok: true, value: { ref: REF } })}
        setAside={async () => ({ ok: true, value: null })}
      />,
    );
    expect(screen.getByText(/“indsigt” is said/)).toBeTruthy();
    expect(document.querySelector('.words b')).toBeNull();
    fireEvent.click(button('Open the request'));
    await waitFor(() =>
      expect(opened).toEqual([
        [
          'p1',
          expect.objectContaining({
            right: 'access',
            channel: 'mail',
            receivedOn: '2026-11-21',
            givenName: 'Bodil',
            familyName: 'Bech',
            email: 'bodil@mail.example',
            language: 'da',
            regimes: ['eu-gdpr'],
          }),
        ],
      ]),
    );
    await waitFor(() => expect(page.went).toEqual([`/requests/${REF}`]));
  });

  test('what is no request is set aside; an empty box says what would come', async () => {
    const aside: string[] = [];
    const { unmount } = show(
      <InboxSheet
        proposals={[proposal('p1')]}
        today={TODAY}
        laws={SHIPPED_LAWS}
        standpoint={{ established: ['DK'], notMet: [] }}
        open={async () => ({ ok: false, message: 'x' })}
        setAside={async (id) => (aside.push(id), { ok: true, value: null })}
      />,
    );
    fireEvent.click(button(/set it aside/));
    await waitFor(() => expect(aside).toEqual(['p1']));
    unmount();
    show(
      <InboxSheet
        proposals={[]}
        today={TODAY}
        laws={SHIPPED_LAWS}
        standpoint={{ established: ['DK'], notMet: [] }}
        open={async () => ({ ok: false, message: 'x' })}
        setAside={async () => ({ ok: true, value: null })}
      />,
    );
    expect(screen.getByText(/Nothing waits/)).toBeTruthy();
  });
});

describe('who it is', () => {
  const identity = {
    state: 'none',
    method: null,
    addresses: [],
    tries: null,
    methods: [{ method: 'facts' as const, isEnough: true, reasons: [] }],
    factTriesLeft: 3,
    factsNeeded: 2,
  };

  test('facts are compared, and told is only how many agree', async () => {
    const { called, actions } = acts({
      compareWithFile: { ok: true, value: { agree: 1, differ: 1, unknown: 0, isProven: false, left: 2 } },
    });
    show(<IdentityStage request={requestView({ identity })} actions={actions} />);
    fireEvent.click(button('Compare facts with what is on file'));
    expect(button('Compare 0 with what is on file').disabled).toBe(true);
    type('Postcode', '8000');
    type('Date of birth', '1987-03-14');
    fireEvent.click(button('Compare 2 with what is on file'));
    await screen.findByText('1 agree, 1 differ, 0 not on file. 2 tries left.');
    expect(called).toEqual([
      [
        'compareWithFile',
        REF,
        [
          { kind: 'birth-date', value: '1987-03-14' },
          { kind: 'postcode', value: '8000' },
        ],
      ],
    ]);
  });

  test('where facts are not enough, it is said before anybody tries', () => {
    show(
      <IdentityStage
        request={requestView({
          identity: {
            ...identity,
            methods: [
              {
                method: 'facts',
                isEnough: false,
                reasons: [{ code: 'special-data', text: 'Data of special categories would be handed over.' }],
              },
            ],
          },
        })}
        actions={acts().actions}
      />,
    );
    expect(button('Compare facts with what is on file').disabled).toBe(true);
    expect(screen.getByText(/Facts are not open here: Data of special/)).toBeTruthy();
  });

  test('an agent shows the permission first; older requests for the same can be joined', async () => {
    const { called, actions } = acts();
    const request = requestView({
      identity,
      authority: 'needed',
      onBehalf: { kind: 'agent', name: 'B. Quirke' },
      joinable: [{ ref: 'BK-2026-0400', receivedOn: '2026-11-01', band: 'likely', because: 'name, birth date' }],
      person: { givenName: 'Lone' },
    });
    const { unmount } = show(<IdentityStage request={request} actions={actions} />);
    fireEvent.click(button('The permission was shown'));
    await waitFor(() => expect(called).toEqual([['authorityShown', REF]]));
    unmount();
    show(<JoinOffers request={request} actions={actions} />);
    expect(screen.getByText(/the same person \(name, birth date\) asked for the same on Sun 1 Nov 2026/)).toBeTruthy();
    fireEvent.click(button('Join them'));
    await waitFor(() => expect(called).toContainEqual(['join', REF, 'BK-2026-0400']));
  });
});

describe('colleagues', () => {
  test('a note is sent and its field is empty again; handing over asks once', async () => {
    const { called, actions } = acts();
    show(
      <WorkPanel
        request={requestView({
          members: ['Signe'],
          notes: [{ id: 'n', by: 'Mikkel', at: '2026-11-23T08:00:00Z', text: 'Look at the camp.' }],
          colleagues: [{ id: 'usr_m', name: 'Mikkel' }],
        })}
        zone={ZONE}
        actions={actions}
      />,
    );
    expect(screen.getByText(/Look at the camp/)).toBeTruthy();
    type(/Note for colleagues/, '@Mikkel done');
    fireEvent.click(button('Note it'));
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>(/Note for colleagues/).value).toBe(''));
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByRole('option', { name: 'Mikkel' }));
    fireEvent.click(button('Hand it over'));
    await waitFor(() =>
      expect(called).toEqual([
        ['note', REF, '@Mikkel done'],
        ['own', REF, 'usr_m'],
      ]),
    );
  });

  test('rules are added and removed by whoever may; the calendar’s address is shown once', async () => {
    const done: unknown[] = [];
    const view = {
      rules: [{ id: 'r1', right: 'erasure' as const, regime: null, language: null, userId: 'a', userName: 'Anna' }],
      workload: [{ userId: 'a', name: 'Anna', open: 4, overdue: 1 }],
    };
    const props = {
      view,
      add: async (rule: unknown) => (done.push(rule), { ok: true as const, value: null }),
      remove: async (id: string) => (done.push(id), { ok: true as const, value: null }),
      makeFeed: async () => ({ ok: true as const, value: { address: 'https://x.example/calendar/t.ics' } }),
    };
    const { unmount } = show(<WorkloadSheet {...props} mayChange />);
    fireEvent.click(button('Add the rule'));
    fireEvent.click(button('Remove'));
    await waitFor(() => expect(done).toEqual([{ right: null, regime: null, language: null, userId: 'a' }, 'r1']));
    fireEvent.click(button('Make my calendar’s address'));
    await screen.findByText('https://x.example/calendar/t.ics');
    unmount();
    show(<WorkloadSheet {...props} mayChange={false} />);
    expect(screen.queryByRole('button', { name: 'Remove' })).toBeNull();
  });
});

describe('carrying out', () => {
  test('a withdrawal shows what becomes of each purpose; what is necessary cannot be chosen', async () => {
    const effects = [
      { purpose: 'newsletter', title: 'Newsletter', answer: 'withdraw', standing: 'granted', permitted: true },
      { purpose: 'post', title: 'Post', answer: 'object', standing: 'default-permitted', permitted: true },
      { purpose: 'orders', title: 'Orders', answer: null, standing: 'always-on', permitted: true },
    ];
    const { called, actions } = acts({ effectsOf: { ok: true, value: effects } });
    show(around(<ChoicesPanel request={requestView({ right: 'withdrawal', stage: 'carry-out' })} actions={actions} />));
    expect((await screen.findByLabelText<HTMLInputElement>('Orders')).disabled).toBe(true);
    fireEvent.click(screen.getByLabelText('Post'));
    fireEvent.click(button('Record 1 choice in the ledger'));
    await waitFor(() => expect(called).toContainEqual(['carryOut', REF, ['newsletter']]));
  });

  test('a correction: record, field, the right value; what a system did not do is said', async () => {
    const view = {
      records: [
        {
          id: 'm1',
          systemName: 'Web shop',
          collection: 'customers',
          title: 'Lone',
          fields: [{ name: 'name', value: 'Lone Dan' }],
        },
      ],
      acts: [
        {
          id: 'a',
          kind: 'rectify',
          systemName: 'Newsletter',
          record: 'contacts 7',
          field: 'name',
          was: 'L',
          value: 'Lone',
          state: 'failed',
          detail: 'The record says otherwise.',
        },
      ],
      recipients: [
        { recipient: 'our parcel carrier', how: null, wasTold: false, toldOn: null },
        { recipient: 'our accountant', how: 'by mail', wasTold: true, toldOn: null },
      ],
    };
    const { called, actions } = acts({ recordsOf: { ok: true, value: view } });
    show(
      around(<RecordsPanel request={requestView({ right: 'rectification', stage: 'carry-out' })} actions={actions} />),
    );
    expect((await screen.findByText(/✕ failed/)).textContent).toContain('The record says otherwise.');
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByRole('option', { name: /customers/ }));
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /Field/ }));
    fireEvent.click(await screen.findByRole('option', { name: /name: Lone Dan/ }));
    expect(button('Correct this field').disabled).toBe(true);
    type('The right value', 'Lone Dam');
    fireEvent.click(button('Correct this field'));
    await waitFor(() => expect(called).toContainEqual(['correct', REF, 'm1', 'name', 'Lone Dam']));
    expect(screen.getByText('✓ by mail')).toBeTruthy();
    expect(button('That is all: go on to the answer').disabled).toBe(true);
    type('How they were told, or why that cannot be done', 'they were rung');
    fireEvent.click(button('They were told'));
    await waitFor(() =>
      expect(called).toContainEqual(['recipientTold', REF, 'our parcel carrier', 'they were rung', true]),
    );
  });
});

describe('after the answer', () => {
  test('an appeal is answered in writing, and shows the person’s words', async () => {
    const { called, actions } = acts();
    show(
      <AppealStage
        request={requestView({
          regime: 'us-va',
          appeal: 'open',
          stage: 'appeal',
          events: [{ kind: 'appeal-received', at: '2026-11-20T08:00:00Z', reason: 'I was a customer!' }],
        })}
        actions={actions}
      />,
    );
    expect(screen.getByText('“I was a customer!”')).toBeTruthy();
    expect(button('Answer the appeal').disabled).toBe(true);
    type('Our answer, in writing', 'You are right, we look again.');
    fireEvent.click(button('Answer the appeal'));
    await waitFor(() => expect(called).toEqual([['appealAnswered', REF, 'upheld', 'You are right, we look again.']]));
  });

  test('where the law knows no appeal to us, only opening again is offered, and why is said', async () => {
    const { called, actions } = acts();
    show(<AfterAnswer request={requestView({ mayReopen: true, stage: 'closed' })} today={TODAY} actions={actions} />);
    expect(screen.queryByRole('button', { name: /Record the/ })).toBeNull();
    expect(screen.getByText(/eu-gdpr knows no appeal to us/)).toBeTruthy();
    type(/what was overlooked/, 'A box in the cellar.');
    fireEvent.click(button('Open the request again'));
    await waitFor(() => expect(called).toEqual([['reopen', REF, 'A box in the cellar.']]));
  });
});

test('figures say the share in time of those whose time is up, and every chart has its table', () => {
  const row = { key: 'access', received: 4, answered: 2, inTime: 1, overdue: 1, median: 12.25, p90: 30 };
  show(
    <FiguresSheet
      view={{
        from: '2026-01-01',
        to: TODAY,
        by: 'right',
        rows: [row],
        months: [{ ...row, key: '2026-11' }],
        stages: [{ stage: 'trace', passed: 2, median: 1.5, p90: 3 }],
        waiting: [{ who: 'Anna', stage: 'decide', n: 2, longest: 5.4 }],
      }}
      today={TODAY}
    />,
  );
  expect(screen.getByText(/4 requests received .* 33 % of those whose time is up were answered in time/)).toBeTruthy();
  for (const table of screen.getAllByRole('button', { name: 'as a table' })) fireEvent.click(table);
  expect(screen.getAllByRole('region', { name: 'By right' })[0]!.textContent).toContain('12.3');
  expect(screen.getAllByRole('region', { name: 'What waits on whom' })[0]!.textContent).toContain('Anna');
});
