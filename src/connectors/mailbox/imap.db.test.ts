import { ImapFlow } from 'imapflow';
import { imapAccount, signInService } from '../../../test/support/servers';
import type { FoundProblem, FoundRecord, SearchKey } from '../../ports/connector';
import { imapInbox } from './imapInbox';
import { imapConnector } from './mailboxConnector';

const PERSON = { givenName: 'Mette', familyName: 'Holmgaard', emails: ['mette@mail.example'], phones: [] };

let n = 0;
let account: ReturnType<typeof imapAccount>;
let other: ImapFlow;
let connector: ReturnType<typeof imapConnector>;
const settings = () => ({
  host: account.host,
  port: String(account.port),
  security: 'none',
  user: account.user,
  password: account.password,
  ownDomains: 'thornbury.example',
});

/** Another program at the same mailbox. */
async function signedIn(): Promise<ImapFlow> {
  const client = new ImapFlow({
    host: account.host,
    port: account.port,
    secure: false,
    doSTARTTLS: false,
    auth: { user: account.user, pass: account.password },
    logger: false,
  });
  await client.connect();
  return client;
}

const message = (from: string, subject: string, text: string, more = '') =>
  Buffer.from(
    `From: ${from}\r\nTo: shop@thornbury.example\r\nSubject: ${subject}\r\nDate: Tue, 24 Nov 2026 09:00:00 +0000\r\n` +
      `Message-ID: <${++n}@mail.example>\r\n${more}MIME-Version: 1.0\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}\r\n`,
  );

beforeEach(async () => {
  account = imapAccount(`potter${++n}x`);
  other = await signedIn();
  await other.mailboxCreate('Archive');
  await other.append(
    'INBOX',
    message('Mette <mette@mail.example>', 'My order', 'where is it?'),
    ['\\Seen'],
    new Date('2026-11-20T08:00:00Z'),
  );
  await other.append('INBOX', message('Bo <bo@mail.example>', 'Hello', 'ask Mette Holmgaard'), []);
  await other.append('Archive', message('Eva <eva@mail.example>', 'Old', 'paid by mette@mail.example'), ['\\Flagged']);
  await other.append('Archive', message('Per <per@mail.example>', 'Else', 'nothing of hers'), []);
  connector = imapConnector(settings());
});
afterEach(async () => {
  await connector.close();
  await other.logout().catch(() => {});
});

async function search(
  target = connector,
): Promise<{ records: FoundRecord[]; problems: FoundProblem[]; scanned: number }> {
  const keys: SearchKey[] = [
    { kind: 'email', value: 'mette@mail.example', scope: '' },
    { kind: 'name', value: 'Mette Holmgaard', scope: '' },
  ];
  const all = { records: [] as FoundRecord[], problems: [] as FoundProblem[], scanned: 0 };
  for await (const { records, problems, scanned } of target.search(keys)) {
    all.records.push(...records);
    all.problems.push(...(problems ?? []));
    all.scanned += scanned;
  }
  return all;
}
const subjects = (records: readonly FoundRecord[]) => records.map(({ title }) => title).sort();

test('every folder is searched, in headers and text, and nothing is marked as read by it', async () => {
  const { records, scanned } = await search();
  expect(subjects(records)).toEqual(['Hello', 'My order', 'Old']);
  expect(scanned).toBe(4);
  expect((await connector.describe()).collections[0]!.approximateCount).toBe(4);
  await other.mailboxOpen('INBOX');
  expect(await other.search({ seen: false }, { uid: true })).toHaveLength(1);
});

test('only the folders that were named; one that is not there is said', async () => {
  const some = imapConnector({ ...settings(), folders: 'Archive' });
  expect(subjects((await search(some)).records)).toEqual(['Old']);
  await some.close();
  const wrong = imapConnector({ ...settings(), folders: 'Archive, Sent Items' });
  await expect(search(wrong)).rejects.toMatchObject({
    kind: 'wrong-answer',
    message: expect.stringContaining('Sent Items'),
  });
  await wrong.close();
});

test('one message is deleted, and what another program had marked stays', async () => {
  await other.mailboxOpen('INBOX');
  const mine = (await search()).records.find(({ title }) => title === 'My order')!;
  const [hello] = (await other.search({ subject: 'Hello' }, { uid: true })) as number[];
  await other.messageFlagsAdd(String(hello), ['\\Deleted'], { uid: true });
  await connector.erase!(mine, { idempotencyKey: 'a', releasedBy: [] });
  expect(await connector.isErased(mine)).toBe(true);
  await other.noop();
  expect(await other.search({ subject: 'Hello' }, { uid: true })).toEqual([hello]);
  // Again is nothing new.
  await connector.erase!(mine, { idempotencyKey: 'a', releasedBy: [] });
});

test('a message of others loses the person, keeps its flags and its day, and is replaced once', async () => {
  const old = (await search()).records.find(({ title }) => title === 'Old')!;
  for (let i = 0; i < 2; i++) await connector.anonymise!(old, { idempotencyKey: 'a', token: 'tok', person: PERSON });
  expect(await connector.isAnonymised!(old, 'tok')).toBe(true);
  await other.mailboxOpen('Archive');
  const [uid] = (await other.search({ subject: 'Old' }, { uid: true })) as number[];
  const all = (await other.search({ subject: 'Old' }, { uid: true })) as number[];
  expect(all).toHaveLength(1);
  const found = await other.fetchOne(String(uid), { uid: true, flags: true, source: true }, { uid: true });
  if (!found) throw new Error('gone');
  expect(found.source!.toString()).not.toContain('mette@mail.example');
  expect([...found.flags!]).toContain('\\Flagged');
  expect(subjects((await search()).records)).toEqual(['Hello', 'My order']);
});

test('a crash between the new message and the end of the old one leaves one in the end', async () => {
  const old = (await search()).records.find(({ title }) => title === 'Old')!;
  // The new one lies there already, the old one too.
  await other.append('Archive', message('x <x@mail.example>', 'Old', 'paid by [removed]', 'X-Anonymised: tok\r\n'), []);
  await connector.anonymise!(old, { idempotencyKey: 'a', token: 'tok', person: PERSON });
  await other.mailboxOpen('Archive');
  expect(await other.search({ header: { 'x-anonymised': 'tok' } }, { uid: true })).toHaveLength(1);
  expect(await connector.isErased(old)).toBe(true);
});

test('a folder that was made anew is not the old one: what was found there is not taken for gone', async () => {
  const old = (await search()).records.find(({ title }) => title === 'Old')!;
  await other.mailboxDelete('Archive');
  await other.mailboxCreate('Archive');
  await other.append('Archive', message('Per <per@mail.example>', 'Another', 'his'), []);
  await other.append('Archive', message('Per <per@mail.example>', 'One more', 'his'), []);
  const again = imapConnector(settings());
  await expect(again.isErased(old)).rejects.toMatchObject({ kind: 'wrong-answer' });
  await expect(again.erase!(old, { idempotencyKey: 'a', releasedBy: [] })).rejects.toMatchObject({
    kind: 'wrong-answer',
  });
  await again.close();
  await other.mailboxOpen('Archive');
  expect(await other.search({ all: true }, { uid: true })).toHaveLength(2);
});

test('a message that is taken away meanwhile is none; one that is too large is said', async () => {
  const huge = Buffer.concat([
    message('Mette <mette@mail.example>', 'Huge', ''),
    Buffer.alloc(31 * 1024 * 1024, 'x\r\n'),
  ]);
  await other.append('INBOX', huge, []);
  const { problems, records } = await search();
  expect(problems).toEqual([expect.objectContaining({ code: 'too-large' })]);
  expect(subjects(records)).toEqual(['Hello', 'My order', 'Old']);
}, 60_000);

test('a wrong password, an absent server and a line that cannot be kept secret are said as what they are', async () => {
  const kindOf = async (change: object) => {
    const one = imapConnector({ ...settings(), ...change });
    const fault = await one.describe().then(
      () => 'reached',
      ({ kind }: { kind: string }) => kind,
    );
    await one.close();
    return fault;
  };
  expect(await kindOf({ password: 'wrong' })).toBe('not-allowed');
  expect(await kindOf({ port: '9' })).toBe('refused');
  expect(await kindOf({ security: 'tls' })).not.toBe('reached');
  expect(await kindOf({ security: 'starttls' })).not.toBe('reached');
});

test('the privacy mailbox gives each message once, in the order it came, with the day the server took it', async () => {
  const inbox = imapInbox({ kind: 'imap', ...account, security: 'none', folder: 'INBOX' });
  const keys = await inbox.keys();
  expect(keys).toHaveLength(2);
  expect(await inbox.read(keys[0]!)).toMatchObject({
    key: keys[0],
    from: { address: 'mette@mail.example' },
    subject: 'My order',
    receivedAt: '2026-11-20T08:00:00.000Z',
  });
  await other.append('INBOX', message('Ida <ida@mail.example>', 'New', 'what do you have of me?'), []);
  // The server tells of it by itself; it need not be asked.
  for (const end = Date.now() + 10_000; (await inbox.keys()).length < 3 && Date.now() < end;)
    await new Promise((resolve) => setTimeout(resolve, 100));
  const [, , third] = await inbox.keys();
  expect(await inbox.read(third!)).toMatchObject({ subject: 'New' });
  expect(await inbox.read('1:99999')).toBeNull();
  await other.mailboxOpen('INBOX');
  expect(await other.search({ seen: false }, { uid: true })).toHaveLength(2);
  await inbox.close!();
});

test('a mailbox behind a sign-in service opens with a token that is renewed, for search and for the privacy mailbox', async () => {
  const service = await signInService(account.user);
  try {
    const { oauthUrl, oauthClient, oauthSecret, password } = service.settings;
    const signedIn = imapConnector({ ...settings(), oauthUrl, oauthClient, oauthSecret, password });
    expect((await search(signedIn)).records.length).toBeGreaterThan(0);
    await signedIn.close();
    const inbox = imapInbox({ kind: 'imap', ...account, ...service.settings, security: 'none', folder: 'INBOX' });
    expect(await inbox.keys()).toHaveLength(2);
    await inbox.close!();
    expect(service.asked).toHaveLength(2);
    const old = imapConnector({ ...settings(), oauthUrl, oauthClient, oauthSecret, password: 'taken back' });
    await expect(old.describe()).rejects.toMatchObject({ kind: 'not-allowed' });
    await old.close();
    // A password alone still opens an account that has no such service.
    const plain = imapInbox({ kind: 'imap', ...account, security: 'none', folder: 'INBOX' });
    expect(await plain.keys()).toHaveLength(2);
    await plain.close!();
  } finally {
    service.close();
  }
});

test('what another system answers is written to no log', async () => {
  const said: unknown[] = [];
  const before = { log: console.log, warn: console.warn, error: console.error };
  const note = (...words: unknown[]) => said.push(words);
  Object.assign(console, { log: note, warn: note, error: note });
  try {
    const wrong = imapConnector({ ...settings(), user: 'mette.holmgaard', password: 'wrong' });
    await expect(wrong.describe()).rejects.toMatchObject({ kind: 'not-allowed' });
    await wrong.close();
  } finally {
    Object.assign(console, before);
  }
  expect(said).toEqual([]);
});
