import { chownSync, mkdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ImapFlow } from 'imapflow';
import { simpleParser } from 'mailparser';
import { imapInbox } from '../src/connectors/mailbox/imapInbox';
import { imapConnector } from '../src/connectors/mailbox/mailboxConnector';
import type { SearchKey } from '../src/ports/connector';
import { recorder, timed } from './measure';

// A mailbox with years of mail on a real IMAP server: what a search of it costs beside fetching and
// decoding the same messages alone, and
// what it costs to look whether something new has come.

const MESSAGES = Number(process.env['BENCH_MESSAGES'] ?? 200_000);
/** Every how many messages one is from, or speaks of, the person who is looked for. */
const EVERY = 1000;
const WORDS = 'the order of last week has not come yet could you look where it is thank you kind regards'.split(' ');

const { port, password, maildir, user } = JSON.parse(process.env['BENCH_IMAP']!) as Record<string, string> & {
  port: number;
};
const note = recorder();

const folder = join(maildir!, 'cur');
mkdirSync(folder, { recursive: true });
for (const name of ['new', 'tmp']) mkdirSync(join(maildir!, name), { recursive: true });
// As whoever the server works as: it writes its lists beside them.
const { uid, gid } = statSync(dirname(maildir!));
for (const name of ['', 'cur', 'new', 'tmp']) chownSync(join(maildir!, name), uid, gid);
const begin = Date.parse('2020-01-01T08:00:00Z') / 1000;
for (let n = 0; n < MESSAGES; n++) {
  const text = Array.from({ length: 60 }, (_, i) => WORDS[(n * 7 + i * (1 + (n % 5))) % WORDS.length]).join(' ');
  const isHers = n % EVERY === 0;
  const from = isHers ? 'Mette Holmgaard <mette@mail.example>' : `Customer ${n} <customer${n}@mail.example>`;
  const date = new Date((begin + n * 900) * 1000).toUTCString();
  writeFileSync(
    join(folder, `${begin + n * 900}.M${n}.host:2,S`),
    `From: ${from}\r\nTo: shop@thornbury.example\r\nSubject: Order ${n}\r\nDate: ${date}\r\nMessage-ID: <${n}@mail.example>\r\n` +
      `MIME-Version: 1.0\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}\r\n`,
  );
}
console.error(`  ${MESSAGES} messages lie in the mailbox`);

const account = { host: '127.0.0.1', port, user: user!, password: password! };
const plain = new ImapFlow({
  ...account,
  secure: false,
  doSTARTTLS: false,
  auth: { user: user!, pass: password! },
  logger: false,
  // The first look at a folder makes the server read all of it.
  socketTimeout: 600_000,
});
await plain.connect();
const first = await timed(() => plain.mailboxOpen('INBOX', { readOnly: true }));
console.error(`  the server opened the folder for the first time in ${first.toFixed(1)} s`);

let bytes = 0;
const fetched = await timed(async () => {
  for await (const { source } of plain.fetch('1:*', { uid: true, source: true })) {
    bytes += source!.length;
    await simpleParser(source!, { skipImageLinks: true });
  }
});
const listed = await timed(() => plain.search({ all: true }, { uid: true }) as Promise<unknown>);
await plain.logout();

const keys: SearchKey[] = [
  { kind: 'email', value: 'mette@mail.example', scope: '' },
  { kind: 'name', value: 'Mette Holmgaard', scope: '' },
];
const connector = imapConnector({ ...account, port: String(port), security: 'none', ownDomains: 'thornbury.example' });
let [found, scanned, most] = [0, 0, 0];
const searched = await timed(async () => {
  for await (const part of connector.search(keys)) {
    found += part.records.length;
    scanned += part.scanned;
    most = Math.max(most, process.memoryUsage().rss);
  }
});
await connector.close();
const wanted = Math.ceil(MESSAGES / EVERY);
note({
  what: `search of a mailbox of ${MESSAGES.toLocaleString('en')} messages on a mail server, ${found} of ${wanted} found, ${Math.round(most / 1e6)} MB at most`,
  ours: `${searched.toFixed(1)} s`,
  limit: `${fetched.toFixed(1)} s to fetch and decode them alone (${Math.round(bytes / 1e6)} MB)`,
  // What is not found or not looked at makes it worse than any time.
  ratio: (searched / fetched) * (wanted / Math.max(found, 0.5)) * (MESSAGES / Math.max(scanned, 0.5)),
  goal: 2,
});

const inbox = imapInbox({ kind: 'imap', ...account, security: 'none', folder: 'INBOX' });
let seen = 0;
const looked = await timed(async () => (seen = (await inbox.keys()).length));
const again = await timed(() => inbox.keys());
await inbox.close!();
note({
  what: `a first look into a privacy mailbox of ${seen.toLocaleString('en')} messages`,
  ours: `${looked.toFixed(2)} s, again ${(again * 1000).toFixed(1)} ms`,
  limit: `${listed.toFixed(2)} s to list their numbers alone`,
  ratio: (looked / Math.max(listed, 0.05)) * (MESSAGES / Math.max(seen, 0.5)),
  goal: 10,
});
