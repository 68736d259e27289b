import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Flag } from '../../ports/connector';
import { tillsConnector } from './tillsConnector';

const folder = mkdtempSync(join(tmpdir(), 'bookend-tills-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const tills = tillsConnector({ folder, flagPurpose: 'newsletter' });
const list = (text: string) => writeFileSync(join(folder, 'loyalty.csv'), text);
const HEADER = 'card_no;email;phone;newsletter';

async function flags() {
  const all: (readonly Flag[])[] = [];
  for await (const part of tills.flags!()) all.push(part);
  return all;
}

test('each card says whether it permits, and whose it is', async () => {
  list(`${HEADER}\r\nL-1;lone@mail.example;;J\r\n"L;2";;10 12 34 56;N\r\n`);
  expect(await flags()).toEqual([
    [
      {
        key: 'L-1',
        purpose: 'newsletter',
        permits: true,
        identifiers: [
          { kind: 'customer-number', value: 'L-1' },
          { kind: 'email', value: 'lone@mail.example' },
        ],
      },
      {
        key: 'L;2',
        purpose: 'newsletter',
        permits: false,
        identifiers: [
          { kind: 'customer-number', value: 'L;2' },
          { kind: 'phone', value: '10 12 34 56' },
        ],
      },
    ],
  ]);
  expect([await tills.flagOf!('L-1', 'newsletter'), await tills.flagOf!('L-9', 'newsletter')]).toEqual([true, null]);
});

test('a long list comes in parts', async () => {
  list([HEADER, ...Array.from({ length: 1201 }, (_, i) => `L-${i};;;J`)].join('\n'));
  expect((await flags()).map(({ length }) => length)).toEqual([500, 500, 201]);
  expect((await tills.describe()).collections[0]).toMatchObject({ name: 'loyalty', approximateCount: 1201 });
});

test('a correction is only accepted: the next list shows whether it was done; asked again it is the same file', async () => {
  list(`${HEADER}\nL-1;;;J\n`);
  for (let n = 0; n < 2; n++)
    expect(await tills.applyChoice!('L-1', 'newsletter', false, { idempotencyKey: 'drf/1:../x' })).toMatchObject({
      state: 'accepted',
    });
  const [name, ...more] = readdirSync(join(folder, 'inbox'));
  expect(more).toEqual([]);
  expect(readFileSync(join(folder, 'inbox', name!), 'utf8')).toBe('card_no;newsletter\r\nL-1;N\r\n');
  expect(await tills.flagOf!('L-1', 'newsletter')).toBe(true);
});

test.each([
  ['other columns', 'card;mail\n1;x\n', 'wrong-answer'],
  ['a line that breaks off', `${HEADER}\nL-1;lone@mail.example\n`, 'wrong-answer'],
  ['a quote that never ends', `${HEADER}\nL-1;"lone;;J\n`, 'wrong-answer'],
])('%s: nothing of the list is believed', async (_, text, kind) => {
  list(text);
  await expect(flags()).rejects.toMatchObject({ kind });
});

test('a list that is not there is said', async () => {
  rmSync(join(folder, 'loyalty.csv'));
  await expect(flags()).rejects.toMatchObject({ kind: 'refused' });
});
