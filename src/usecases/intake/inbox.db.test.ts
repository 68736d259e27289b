import { EMAIL, refusal, requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import { must } from '../../../test/support/must';
import { UnreadableMessage, type InboxMessage } from '../../ports/inbox';
import type { Context } from '../shared/context';
import { confirmProposal, readProposals, setAsideProposal } from './proposals';
import { takeInbox } from './takeInbox';

let world: RequestWorld['world'];
let signe: Context;
let view: RequestWorld['view'];
let outside: RequestWorld['outside'];
beforeAll(async () => void ({ world, signe, outside, view } = await requestWorld('requests')));

afterAll(() => world.close());

describe('the privacy mailbox', () => {
  const message = (key: string, more: Partial<InboxMessage> = {}): InboxMessage => ({
    key,
    from: { name: 'Lone Dam', address: EMAIL },
    subject: 'Data',
    text: 'Please delete my account.',
    receivedAt: '2026-11-22T07:00:00Z',
    ...more,
  });
  const form = {
    right: 'erasure' as const,
    forWhom: 'self' as const,
    agentName: '',
    agentEmail: '',
    country: 'DK',
    region: '',
    language: 'en' as const,
    regimes: ['eu-gdpr' as const],
    channel: 'phone' as const,
    receivedOn: '2026-11-22',
    givenName: 'Lone',
    familyName: 'Dam',
    birthDate: '',
    email: EMAIL,
    phone: '',
    customerNumber: '',
    text: 'Please delete my account.',
  };

  test('each message is proposed once, with right, person and day; what cannot be read is counted', async () => {
    outside.messages = [
      message('1'),
      message('2', { subject: 'Spring prices', text: 'Our list is out', receivedAt: '2099-01-01T00:00:00Z' }),
    ];
    expect(await takeInbox(world.worker)).toMatchObject({ proposed: 2, unreadable: 0 });
    expect(await takeInbox(world.worker)).toMatchObject({ proposed: 0, unreadable: 0 });
    outside.messages.push(message('3'));
    const inbox = world.worker.inbox!;
    world.worker.inbox = {
      ...inbox,
      read: async (key) => {
        if (key === '3') throw new UnreadableMessage('broken');
        return inbox.read(key);
      },
    };
    expect(await takeInbox(world.worker)).toMatchObject({ proposed: 0, unreadable: 1 });
    world.worker.inbox = inbox;
    outside.messages.pop();
    const [first, second] = must(await readProposals(signe));
    expect(first).toMatchObject({
      right: 'erasure',
      receivedOn: '2026-11-22',
      from: { givenName: 'Lone', familyName: 'Dam' },
      language: 'en',
    });
    // A header that names a day to come is not believed.
    expect(second).toMatchObject({ right: null, receivedOn: '2026-11-24' });
  });

  test('confirming opens it with its true day of receipt, as mail, once; the copy of the message is gone', async () => {
    const [first, second] = must(await readProposals(signe));
    expect(refusal(await confirmProposal(signe, { id: first!.id, form: { ...form, receivedOn: '2027-01-01' } }))).toBe(
      'received-in-the-future',
    );
    expect(must(await readProposals(signe))).toHaveLength(2);
    const opened = must(await confirmProposal(signe, { id: first!.id, form }));
    expect(await view(opened.ref)).toMatchObject({ right: 'erasure', channel: 'mail', receivedOn: '2026-11-22' });
    expect(refusal(await confirmProposal(signe, { id: first!.id, form }))).toBe('proposal-gone');
    must(await setAsideProposal(signe, { id: second!.id }));
    expect(must(await readProposals(signe))).toEqual([]);
    for (const row of await world
      .knex('mail_proposals')
      .join('data_keys', 'data_keys.id', 'mail_proposals.data_key_id')
      .select('content_sealed', 'wrapped'))
      expect(row).toEqual({ content_sealed: null, wrapped: null });
  });
});
