/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { SectionView } from '../../core/installation/views';
import { show } from '../../../test/support/screen';
import { ApiKeysSheet } from '../access/ApiKeysSheet';
import { InviteForm } from '../access/InviteForm';
import { SettingsSheet } from './SettingsSheet';
import { StepsSheet } from './StepsSheet';

const button = (name: string | RegExp) => screen.getByRole('button', { name });
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const refused = async () => ({ ok: false as const, message: 'no' });

const mail = (change: Partial<SectionView> = {}): SectionView => ({
  section: 'mail',
  mayChange: true,
  provenAt: null,
  isBeingProven: false,
  history: [],
  settings: (['mailHost', 'mailPort', 'mailSecurity', 'mailUser', 'mailPassword'] as const).map((name) => ({
    name,
    label: name,
    value: '',
    from: 'default' as const,
    env: null,
    isSecret: name === 'mailPassword',
    isKept: false,
  })),
  ...change,
});
const none = { saveSettings: refused, tryMail: refused, confirmMail: refused, tryMailbox: refused };

test('the first open step is marked as the next act, what is needed says so', () => {
  const step = (id: string, isDone: boolean, isNeeded = false) => ({
    id,
    title: id,
    about: `about ${id}`,
    href: `/setup/${id}`,
    isDone,
    isNeeded,
  });
  show(
    <StepsSheet
      organisation="Thornbury Pottery"
      acts={['systems.see']}
      view={{ done: 1, needed: 1, steps: [step('mail', true, true), step('system', false, true), step('laws', false)] }}
    />,
  );
  expect(screen.getByText(/1 of 3 steps are done; 1 of the open ones/)).toBeTruthy();
  expect(document.querySelectorAll('[data-next-act]')).toHaveLength(1);
  expect(screen.getByRole('link', { name: 'system' }).dataset['nextAct']).toBe('true');
  expect(screen.getAllByText('needed')).toHaveLength(1);
  // What one may not see is named, and leads nowhere.
  expect(screen.queryByRole('link', { name: 'Purposes' })).toBeNull();
  expect(screen.getByRole('link', { name: 'Words of systems' })).toBeTruthy();
});

describe('a part of the setup', () => {
  test('is saved as one; what the server finds wrong stands beside its field, and nothing typed is lost', async () => {
    const sent: unknown[] = [];
    const saveSettings = async (input: unknown) => {
      sent.push(input);
      return { ok: false as const, message: 'A number.', fields: { mailPort: 'A number from 1 to 65535.' } };
    };
    show(<SettingsSheet view={mail()} zone="UTC" actions={{ ...none, saveSettings }} />);
    type('mailHost', 'mail.thornbury.example');
    type('mailPort', 'x');
    fireEvent.click(button('Save'));
    await screen.findByText('A number from 1 to 65535.');
    expect(sent).toEqual([
      {
        section: 'mail',
        values: {
          mailHost: 'mail.thornbury.example',
          mailPort: 'x',
          mailSecurity: 'starttls',
          mailUser: '',
          mailPassword: '',
        },
      },
    ]);
    expect(screen.getByLabelText<HTMLInputElement>('mailHost').value).toBe('mail.thornbury.example');
    await waitFor(() => expect(document.activeElement?.id).toBe('mailPort'));
  });

  test('what the environment says is shown with its variable and cannot be typed over', () => {
    const view = mail();
    view.settings[0] = { ...view.settings[0]!, value: 'mail.example', from: 'environment', env: 'BOOKEND_X' };
    show(<SettingsSheet view={view} zone="UTC" actions={none} />);
    expect(screen.getByLabelText<HTMLInputElement>('mailHost').readOnly).toBe(true);
    expect(screen.getByText(/whoever started Bookend \(BOOKEND_X\)/)).toBeTruthy();
  });

  test('who may not change it reads it', () => {
    show(<SettingsSheet view={mail({ mayChange: false })} zone="UTC" actions={none} />);
    expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Send me a message' })).toBeNull();
  });

  test('mail is proven by the word of a message', async () => {
    const words: unknown[] = [];
    show(
      <SettingsSheet
        view={mail()}
        zone="UTC"
        actions={{
          ...none,
          tryMail: async () => ({ ok: true, value: { to: 'dorthe@thornbury.example' } }),
          confirmMail: async (input) => (words.push(input), { ok: true, value: null }),
        }}
      />,
    );
    fireEvent.click(button('Send me a message'));
    await screen.findByText('Sent to dorthe@thornbury.example.');
    expect(button('It arrived')).toHaveProperty('disabled', true);
    type('Word from the message', 'kettle');
    fireEvent.click(button('It arrived'));
    await waitFor(() => expect(words).toEqual([{ word: 'kettle' }]));
  });
});

test('an invitation says what is missing, and shows the way in once where mail does not go out', async () => {
  const inviteColleague = async () => ({ ok: true as const, value: { isMailed: false, link: 'http://x/welcome/abc' } });
  show(<InviteForm inviteColleague={inviteColleague} />);
  fireEvent.click(button('Invite'));
  await screen.findByText('How do colleagues call them?');
  type('Name', 'Asta Rask');
  type('E-mail', 'asta@thornbury.example');
  fireEvent.click(button('Invite'));
  await screen.findByText('http://x/welcome/abc');
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('');
});

test('a key is shown once, and another secret is asked about first', async () => {
  const key = {
    id: 'api_1',
    name: 'web shop',
    system: 'Shop',
    scopes: ['standing:read'],
    madeAt: '2026-11-24T08:00:00Z',
    madeBy: 'Ib',
    lastUsedAt: null,
    revokedAt: null,
  };
  const rotated: unknown[] = [];
  show(
    <ApiKeysSheet
      keys={[key]}
      systems={[{ id: 'sys_shop', name: 'Shop' }]}
      zone="UTC"
      mayChange
      actions={{
        makeApiKey: refused,
        revokeApiKey: refused,
        rotateApiKey: async (input) => (
          rotated.push(input),
          { ok: true, value: { id: 'api_1', secret: 'bookend_s3cret' } }
        ),
      }}
    />,
  );
  fireEvent.click(button('Another secret'));
  expect(rotated).toEqual([]);
  fireEvent.click(button('Make another secret'));
  await screen.findByText('bookend_s3cret');
  expect(rotated).toEqual([{ id: 'api_1' }]);
});
