import { residentMb, signIn } from './browserless';
import { recorder } from './measure';

// What the web holds at most while the largest bodies it takes come in, eight at once.

const ADDRESS = process.env['BENCH_ADDRESS']!;
const KEY = process.env['DEMO_SHOP_KEY']!;
const AT_ONCE = 8;
const MOST_MB = 640;
const LOOK_MS = 40;
const MB = 1_048_576;
const note = recorder();
const cookie = await signIn('signe@larkmere.example');

const json = { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' };
const fromPage = { cookie, origin: ADDRESS };
const words = (bytes: number) =>
  'Words of somebody at mette@mail.example, +45 10 12 34 56. '.repeat(Math.ceil(bytes / 58)).slice(0, bytes);
const choices = JSON.stringify({
  choices: Array.from({ length: 20_000 }, (_, n) => ({
    occurredAt: '2026-11-01',
    identifiers: [{ kind: 'email', value: `p${n}@inbox.example` }],
    purpose: 'newsletter',
    answer: 'refuse',
    externalId: `bench-${n}`,
    note: 'x'.repeat(40),
  })),
});

const PATHS: [what: string, call: (n: number) => Promise<Response>][] = [
  [
    'a body of 5 MB that is not of the shape',
    () => fetch(`${ADDRESS}/api/v1/choices`, { method: 'POST', headers: json, body: choices.slice(0, 5 * MB) }),
  ],
  [
    'a text of a million characters for detection',
    () =>
      fetch(`${ADDRESS}/api/v1/detect`, {
        method: 'POST',
        headers: json,
        body: JSON.stringify({ text: words(1_000_000) }),
      }),
  ],
  [
    'a draft of 10 MB',
    () =>
      fetch(`${ADDRESS}/api/v1/message-checks`, {
        method: 'POST',
        headers: { authorization: `Bearer ${KEY}`, 'content-type': 'message/rfc822' },
        body: `Subject: x\r\nTo: a@b.example\r\n\r\n${words(9.9 * MB)}`,
      }),
  ],
  [
    'an upload of 100 MB',
    (n) =>
      fetch(`${ADDRESS}/ledger/imports/upload`, {
        method: 'POST',
        headers: { ...fromPage, 'x-system': 'sys_tills', 'x-file-name': `bench-${n}.csv` },
        body: `a;b;c\n${`1;2;${'x'.repeat(90)}\n`.repeat(1_050_000)}`,
      }),
  ],
  [
    'a body of 100 MB that is refused',
    () => fetch(`${ADDRESS}/api/v1/choices`, { method: 'POST', headers: json, body: words(100 * MB) }),
  ],
];

for (const [what, call] of PATHS) {
  const rest = residentMb();
  let peak = rest;
  const looking = setInterval(() => (peak = Math.max(peak, residentMb())), LOOK_MS);
  const answers = await Promise.all(
    Array.from({ length: AT_ONCE }, (_, n) =>
      call(n).then(
        (response) => response.arrayBuffer().then(() => response.status),
        () => 0,
      ),
    ),
  );
  clearInterval(looking);
  if (answers.some((status) => status >= 500)) throw new Error(`${what}: answered ${answers.join(', ')}`);
  note({
    what: `peak memory of the web, ${AT_ONCE} times at once ${what}`,
    ours: `${(peak - rest).toFixed(0)} MB more, answered ${[...new Set(answers)].join(', ')}`,
    limit: `${MOST_MB} MB`,
    ratio: (peak - rest) / MOST_MB,
    goal: 1,
  });
}
