import {
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { once } from 'node:events';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Knex } from 'knex';
import jaroWinkler from 'talisman/metrics/jaro-winkler';
import { filesConnector } from '../src/connectors/files/filesConnector';
import { sqlConnector } from '../src/connectors/sql/sqlConnector';
import { candidatePairs } from '../src/core/matching/blocking';
import type { PersonRecord } from '../src/core/people/record';
import { score } from '../src/core/matching/score';
import { nearDuplicates, LEAST_ALIKE } from '../src/core/intake/nearDuplicates';
import { createClient } from '../src/db/shared/client';
import { insertUser } from '../src/db/access/users';
import { dataKeys } from '../src/db/keys/dataKeys';
import { insertSystem } from '../src/db/systems/systems';
import type { Connector, FoundRecord, SearchKey } from '../src/ports/connector';
import { actAs } from '../src/usecases/shared/context';
import { buildPack, startPack } from '../src/usecases/packs/buildPack';
import { decide } from '../src/usecases/requests/decide';
import { proveAtCounter } from '../src/usecases/identity/identity';
import { openRequest } from '../src/usecases/intake/openRequest';
import { asWrapped } from '../src/usecases/keys/vault';
import { acceptBand } from '../src/usecases/trace/review';
import { runTraceStep } from '../src/usecases/trace/runTraceStep';
import { startTrace } from '../src/usecases/trace/startTrace';
import { benchContext, fresh, psql, url } from './ledgerWorld';
import { median, part, recorder, timed } from './measure';

const TEXT_MB = Number(process.env['BENCH_TEXT_MB'] ?? 1024);
const RECORDS = Number(process.env['BENCH_RECORDS'] ?? 1_000_000);
const folder = join(process.env['BENCH_FOLDER']!, 'requests');
mkdirSync(folder, { recursive: true });

const note = recorder();
/** The median of three paired runs, the limit first. */
async function paired(
  limit: () => Promise<unknown>,
  ours: () => Promise<unknown>,
): Promise<{ limit: number; ours: number }> {
  const times = { limit: [] as number[], ours: [] as number[] };
  for (let n = 0; n < 3; n++) {
    times.limit.push(await timed(limit));
    times.ours.push(await timed(ours));
  }
  return { limit: median(times.limit), ours: median(times.ours) };
}
/** Numbers that look like chance and are the same each time. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}
const SYLLABLES = [
  'an',
  'ber',
  'da',
  'el',
  'fri',
  'gun',
  'hol',
  'ida',
  'jo',
  'kir',
  'lun',
  'mar',
  'nor',
  'os',
  'pe',
  'ras',
  'sko',
  'tor',
  'ul',
  'vin',
];
const nameOf = (next: () => number, parts = 2) =>
  Array.from({ length: parts }, () => SYLLABLES[Math.floor(next() * SYLLABLES.length)]!)
    .join('')
    .replace(/^./, (letter) => letter.toUpperCase());

const KEYS: SearchKey[] = [
  { kind: 'email', value: 'mette@mail.example', scope: '' },
  { kind: 'email', value: 'm.holmgaard@inbox.example', scope: '' },
  { kind: 'email', value: 'mette.h@post.example', scope: '' },
  { kind: 'email', value: 'holmgaard@work.example', scope: '' },
  { kind: 'phone', value: '+4510123456', scope: '' },
  { kind: 'phone', value: '+4520304050', scope: '' },
  { kind: 'name', value: 'Mette Holmgaard', scope: '' },
  { kind: 'customer-number', value: 'C-100034', scope: 'sys_b' },
];

async function searched(connector: Connector, keys: readonly SearchKey[]): Promise<FoundRecord[]> {
  const found: FoundRecord[] = [];
  for await (const batch of connector.search(keys)) found.push(...batch.records);
  return found;
}

await part('text', async () => {
  const place = join(folder, `text-${TEXT_MB}`);
  if (!existsSync(join(place, 'whole'))) {
    rmSync(place, { recursive: true, force: true });
    mkdirSync(join(place, 'logs'), { recursive: true });
    const next = numbers(7);
    for (let part = 0; part < TEXT_MB / 64; part++) {
      const out = createWriteStream(join(place, 'logs', `rides-${part}.log`));
      for (let bytes = 0; bytes < 64 * 1024 * 1024;) {
        let block = '';
        for (let n = 0; n < 500; n++)
          block += `2026-10-${10 + Math.floor(next() * 20)}T08:${10 + Math.floor(next() * 50)}:00Z ride ${Math.floor(next() * 1e9)} by ${nameOf(next)} ${nameOf(next, 3)} <p${Math.floor(next() * 1e6)}@mail.example> from Randers to Viborg, ${Math.floor(next() * 60)} km, bell rung ${Math.floor(next() * 9)} times\n`;
        if (next() < 0.01)
          block += '2026-10-11T08:00:00Z ride 77 by Mette Holmgaard <mette@mail.example>, ring +45 10 12 34 56\n';
        bytes += block.length;
        if (!out.write(block)) await once(out, 'drain');
      }
      await new Promise((resolve) => out.end(resolve));
    }
    writeFileSync(join(place, 'whole'), '');
  }
  writeFileSync(
    join(place, 'keys'),
    [...KEYS.filter(({ kind }) => kind !== 'phone').map(({ value }) => value), '10 12 34 56', '20 30 40 50'].join('\n'),
  );
  const bytes = readdirSync(join(place, 'logs')).reduce(
    (sum, file) => sum + statSync(join(place, 'logs', file)).size,
    0,
  );
  let found = 0;
  const { limit, ours } = await paired(
    async () =>
      void spawnSync('/bin/sh', ['-c', `grep -r -F -i -c -f '${join(place, 'keys')}' '${join(place, 'logs')}'`]),
    async () => void (found = (await searched(filesConnector({ path: join(place, 'logs') }), KEYS)).length),
  );
  note({
    what: `first trace in plain text, ${(bytes / 1e6).toFixed(0)} MB, 8 keys`,
    ours: `${ours.toFixed(1)} s, ${found} found`,
    limit: `grep -F -i for the same keys ${limit.toFixed(1)} s`,
    ratio: ours / limit,
    goal: 1.5,
  });
});

const DATABASE = 'bench_requests';
let knex: Knex | null = null;

/** A shop with a million customers and no index but its keys. */
async function shop(): Promise<string> {
  const address = url('bench_shop');
  if (!existsSync(join(folder, `shop-${RECORDS}`))) {
    await fresh('bench_shop');
    const client = createClient(address, 1);
    await client.raw('drop schema public cascade; create schema public');
    await client.raw(
      'create table customers (id int primary key, first_name text, last_name text, email text, phone text, birth_date date, city text)',
    );
    await client.destroy();
    const file = join(folder, 'customers.csv');
    const out = createWriteStream(file);
    const next = numbers(11);
    for (let i = 0; i < RECORDS; i++) {
      const line = `${i},${nameOf(next)},${nameOf(next, 3)},p${i}@mail.example,+45${20_000_000 + i},19${50 + Math.floor(next() * 50)}-0${1 + Math.floor(next() * 9)}-1${Math.floor(next() * 10)},Randers\n`;
      if (!out.write(line)) await once(out, 'drain');
    }
    await new Promise((resolve) => out.end(resolve));
    await psql(address, `\\copy customers from '${file}' (format csv)`);
    await psql(address, 'vacuum analyze');
    writeFileSync(join(folder, `shop-${RECORDS}`), '');
  }
  return address;
}

await part('sql', async () => {
  const address = await shop();
  const keys: SearchKey[] = [
    { kind: 'email', value: 'p4711@mail.example', scope: '' },
    { kind: 'email', value: 'nobody@mail.example', scope: '' },
    { kind: 'phone', value: '+4520004712', scope: '' },
  ];
  const connector = sqlConnector('sys_b', { url: address });
  await connector.describe();
  const predicate = `select * from customers where lower(trim(email)) = any('{p4711@mail.example,nobody@mail.example}') or right(regexp_replace(phone, '\\D', '', 'g'), 8) = any('{20004712}')`;
  let found = 0;
  const { limit, ours } = await paired(
    () => psql(address, predicate),
    async () => void (found = (await searched(connector, keys)).length),
  );
  await connector.close();
  if (found !== 2) throw new Error(`${found} found, not 2`);
  note({
    what: `first trace in an SQL system without an index, ${RECORDS.toLocaleString('en')} records`,
    ours: `${(ours * 1000).toFixed(0)} ms`,
    limit: `one sequential scan with the same predicate ${(limit * 1000).toFixed(0)} ms`,
    ratio: ours / limit,
    goal: 1.3,
  });
});

await part('matching', async () => {
  const address = await shop();
  const client = createClient(address, 2);
  const all: {
    first_name: string;
    last_name: string;
    email: string;
    phone: string;
    birth_date: string;
    city: string;
  }[] = await client('customers');
  const people = all
    .filter((_, i) => i % Math.floor(RECORDS / 20) === 0)
    .map((row): PersonRecord => ({
      givenName: row.first_name,
      familyName: row.last_name,
      emails: [row.email],
      phones: [row.phone],
      birthDate: row.birth_date,
      city: row.city,
      country: 'DK',
    }));
  const isMatch = (person: PersonRecord, record: PersonRecord) =>
    score(person, { country: 'DK', ...record }).band !== 'unlikely';
  const connector = sqlConnector('sys_b', { url: address });
  await connector.describe();
  // Every record of the cross that the bare comparison of strings takes for the same is what has to be found.
  const wanted = new Set<string>();
  const cross = await timed(async () => {
    for (const [n, person] of people.entries())
      for (const [i, row] of all.entries())
        if (
          row.email === person.emails![0] ||
          row.phone === person.phones![0] ||
          jaroWinkler(`${row.first_name} ${row.last_name}`, `${person.givenName} ${person.familyName}`) > 0.97
        )
          wanted.add(`${n}/${i}`);
  });
  const found = new Set<string>();
  const ours = await timed(async () => {
    for (const [n, person] of people.entries()) {
      const keys: SearchKey[] = [
        { kind: 'email', value: person.emails![0]!, scope: '' },
        { kind: 'phone', value: person.phones![0]!, scope: '' },
        { kind: 'name', value: `${person.givenName} ${person.familyName}`, scope: '' },
      ];
      for (const record of await searched(connector, keys))
        if (isMatch(person, record.person)) found.add(`${n}/${record.key}`);
    }
  });
  await connector.close();
  await client.destroy();
  const theirs = [...wanted].filter((pair) => {
    const [n, i] = pair.split('/').map(Number) as [number, number];
    const row = all[i]!;
    return isMatch(people[n]!, {
      givenName: row.first_name,
      familyName: row.last_name,
      emails: [row.email],
      phones: [row.phone],
      birthDate: row.birth_date,
      city: row.city,
    });
  });
  const recall = theirs.filter((pair) => found.has(pair)).length / theirs.length;
  note({
    what: `matching 1 person × ${RECORDS.toLocaleString('en')} (of 20, each)`,
    ours: `${((ours / 20) * 1000).toFixed(0)} ms, recall ${(recall * 100).toFixed(1)} % of the cross`,
    limit: `a twentieth of the bare string comparisons of the full cross, ${((cross / 400) * 1000).toFixed(0)} ms`,
    ratio: ours / (cross / 20),
    goal: 1,
  });
});

const LISTED = 10_000;

await part('pairs', async () => {
  const next = numbers(17);
  const pick = (most: number) => Math.floor(next() * most);
  const day = () =>
    `19${50 + pick(50)}-${String(1 + pick(12)).padStart(2, '0')}-${String(1 + pick(28)).padStart(2, '0')}`;
  const someone = (i: number): PersonRecord => ({
    givenName: nameOf(next),
    familyName: nameOf(next, 3),
    emails: [`a${i}@mail.example`],
    phones: [`+45${20_000_000 + i}`],
    birthDate: day(),
    postcode: String(1000 + pick(8000)),
    city: `Town ${pick(400)}`,
    country: 'DK',
  });
  const withSlip = (word: string) => {
    const at = 1 + pick(word.length - 1);
    return word.slice(0, at) + word.slice(at + 1);
  };
  const left = Array.from({ length: LISTED }, (_, i) => someone(i));
  // A third are people of the first list who write otherwise: a new address, a slip in a name, a number with blanks, no birth date.
  const right = left.map((person, i): PersonRecord => {
    if (i % 3 !== 0) return someone(LISTED + i);
    const [moved, slipped] = [next() < 0.5, next() < 0.3];
    return {
      ...person,
      ...(slipped ? { familyName: withSlip(person.familyName!) } : {}),
      emails: [moved ? `b${i}@post.example` : person.emails![0]!],
      phones:
        next() < 0.5
          ? [`+45 ${person.phones![0]!.slice(3, 7)} ${person.phones![0]!.slice(7)}`]
          : [`+45${90_000_000 + i}`],
      ...(next() < 0.3 ? { birthDate: null } : {}),
    };
  });
  const isMatch = (i: number, j: number) => score(left[i]!, right[j]!).band !== 'unlikely';
  const [names, others] = [left, right].map((list) =>
    list.map((person) => `${person.givenName} ${person.familyName}`),
  ) as [string[], string[]];
  const flagged: [number, number][] = [];
  const cross = await timed(async () => {
    for (const [i, person] of left.entries())
      for (let j = 0; j < right.length; j++) {
        const other = right[j]!;
        if (
          person.emails![0] === other.emails![0] ||
          person.phones![0] === other.phones![0] ||
          jaroWinkler(names[i]!, others[j]!) > 0.95
        )
          flagged.push([i, j]);
      }
  });
  let compared = 0;
  const found = new Set<string>();
  const ours = await timed(async () => {
    for (const [i, j] of candidatePairs(left, right)) {
      compared++;
      if (isMatch(i, j)) found.add(`${i}/${j}`);
    }
  });
  const wanted = flagged.filter(([i, j]) => isMatch(i, j));
  const recall = wanted.filter(([i, j]) => found.has(`${i}/${j}`)).length / wanted.length;
  note({
    what: `matching ${LISTED.toLocaleString('en')} × ${LISTED.toLocaleString('en')} with blocking, ${compared.toLocaleString('en')} pairs compared`,
    ours: `${ours.toFixed(2)} s, ${found.size.toLocaleString('en')} matches, recall ${(recall * 100).toFixed(1)} % of the cross`,
    limit: `a twentieth of the bare string comparisons of the full cross, ${(cross / 20).toFixed(2)} s`,
    ratio: ours / (cross / 20),
    goal: 1,
  });
});

await part('alike', async () => {
  const next = numbers(5);
  const words = Array.from({ length: 3000 }, () => nameOf(next, 3).toLowerCase());
  const text = () => Array.from({ length: 60 }, () => words[Math.floor(next() * words.length)]!);
  const items: { id: string; text: string }[] = [];
  for (let i = 0; i < 2000; i++) {
    const own = i % 4 === 3 ? items[Math.floor(next() * items.length)]!.text.split(' ') : text();
    // A quarter are others' texts with a few words changed.
    if (i % 4 === 3)
      for (let n = Math.floor(next() * 6); n > 0; n--)
        own[Math.floor(next() * own.length)] = words[Math.floor(next() * words.length)]!;
    items.push({ id: String(i), text: own.join(' ') });
  }
  const setOf = (value: string) => {
    const list = value.split(' ');
    return new Set(list.slice(0, -2).map((_, i) => list.slice(i, i + 3).join(' ')));
  };
  const exact = new Set<string>();
  const limit = await timed(async () => {
    const sets = items.map((item) => setOf(item.text));
    for (let i = 0; i < sets.length; i++)
      for (let j = i + 1; j < sets.length; j++) {
        let both = 0;
        for (const one of sets[i]!) if (sets[j]!.has(one)) both++;
        if (both / (sets[i]!.size + sets[j]!.size - both) >= LEAST_ALIKE) exact.add(`${i}/${j}`);
      }
  });
  let pairs: ReturnType<typeof nearDuplicates> = [];
  const ours = await timed(async () => void (pairs = nearDuplicates(items)));
  // A copy is paired with the first of its kind, and folds with all that one folds with.
  const firstOf = new Map(pairs.filter(({ similarity }) => similarity === 1).map(({ a, b }) => [b, a]));
  const root = (id: string) => firstOf.get(id) ?? id;
  const key = (a: string, b: string) =>
    Number(root(a)) < Number(root(b)) ? `${root(a)}/${root(b)}` : `${root(b)}/${root(a)}`;
  const found = new Set(pairs.map(({ a, b }) => key(a, b)));
  const joined = [...exact].filter((pair) => {
    const [a, b] = pair.split('/') as [string, string];
    return root(a) === root(b) || found.has(key(a, b));
  });
  const recall = joined.length / exact.size;
  note({
    what: 'near-duplicates among 2,000 messages',
    ours: `${ours.toFixed(2)} s, recall ${(recall * 100).toFixed(1)} %`,
    limit: `a tenth of the exact comparison of all pairs, ${(limit / 10).toFixed(2)} s`,
    ratio: ours / (limit / 10),
    goal: 1,
  });
});

await part('pack', async () => {
  await fresh(DATABASE);
  knex = createClient(url(DATABASE), 4);
  const base = benchContext(knex, url(DATABASE), folder);
  const next = numbers(3);
  const words = Array.from({ length: 4000 }, () => nameOf(next, 2).toLowerCase());
  const sentence = (count: number) =>
    Array.from({ length: count }, () => words[Math.floor(next() * words.length)]!).join(' ');
  const person = { givenName: 'Mette', familyName: 'Holmgaard', emails: ['mette@mail.example'] };
  const records: FoundRecord[] = Array.from({ length: 10_000 }, (_, i) => ({
    collection: 'orders',
    key: String(i),
    title: `Order ${i}`,
    fields: {
      id: String(i),
      email: 'mette@mail.example',
      placed_at: '2026-03-01T10:00:00Z',
      product: sentence(6),
      note: sentence(30),
      total: String(i * 7),
    },
    person,
    parent: null,
    refersTo: [],
    text: null,
    files: [],
  }));
  for (let i = 0; i < 200; i++) {
    const text = `Dear Mette, ${sentence(6000)}`;
    records.push({
      collection: 'letters',
      key: `l${i}`,
      title: `letter-${i}.txt`,
      fields: { file: `letter-${i}.txt` },
      person,
      parent: null,
      refersTo: [],
      text,
      files: [
        {
          name: `letter-${i}.txt`,
          mediaType: 'text/plain',
          base64: Buffer.from(text).toString('base64'),
          isRecord: true,
        },
      ],
    });
  }
  const shelf: Connector = {
    describe: async () => ({ collections: [] }),
    async *search() {
      for (let n = 0; n < records.length; n += 200) yield { records: records.slice(n, n + 200), scanned: 200 };
    },
    read: async () => null,
    isErased: async () => true,
    can: () => ({ erase: false, anonymise: false }),
    close: async () => {},
  };
  const ctx = { ...base, connect: () => shelf };
  const coordinator = actAs(ctx, { kind: 'user', id: 'usr_bench', name: 'Bench', roles: ['supervisor'] });
  const must = <T>(result: { ok: true; value: T } | { ok: false; refusal: { code: string } }): T => {
    if (!result.ok) throw new Error(result.refusal.code);
    return result.value;
  };
  await ctx.transaction(async (h) => {
    await insertUser(h, {
      id: 'usr_bench',
      email: 'b@x.example',
      name: 'Bench',
      password_hash: 'x',
      roles: ['supervisor'],
      active: true,
      created_at: '2026-01-01T00:00:00Z',
    });
    await insertSystem(h, {
      id: 'sys_b',
      kind: 'shelf',
      name: 'Shelf',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: true,
      owner: null,
      sort_order: 1,
    });
  });
  const { ref } = must(
    await openRequest(coordinator, {
      right: 'access',
      receivedAt: ctx.clock.now(),
      channel: 'phone',
      person,
      text: null,
      language: 'en',
    }),
  );
  must(await proveAtCounter(coordinator, { ref, document: 'passport', seen: 'in-person' }));
  const { traceId } = must(await startTrace(coordinator, { ref }));
  await runTraceStep(ctx, { traceId, systemId: 'sys_b', round: 1 });
  for (const band of ['certain', 'likely', 'possible'] as const) must(await acceptBand(coordinator, { ref, band }));
  must(await decide(coordinator, { ref, outcome: 'fulfil', ground: 'art-15', reason: 'It is their right.' }));
  const { packId } = must(await startPack(coordinator, { ref }));
  let most = 0;
  const before = process.memoryUsage.rss();
  const watch = setInterval(() => (most = Math.max(most, process.memoryUsage.rss() - before)), 20);
  const ours = await timed(() => buildPack(ctx, { runId: packId }));
  clearInterval(watch);
  // The same bytes once more, by zip: what is in the pack, unpacked.
  const pack = (await knex('packs')
    .where('packs.id', packId)
    .join('requests', 'requests.id', 'packs.request_id')
    .select('packs.*', 'requests.data_key_id')
    .first()) as { path: string; state: string; files: number; error: string | null; data_key_id: string };
  if (pack.state !== 'ready') throw new Error(pack.error ?? pack.state);
  const key = await ctx.transaction(async (h) =>
    asWrapped((await dataKeys(h, [pack.data_key_id])).get(pack.data_key_id)),
  );
  const unpacked = mkdtempSync(join(tmpdir(), 'bookend-bench-'));
  await pipeline(
    ctx.storage.read(pack.path),
    ctx.keys.unsealStream(key),
    createWriteStream(join(unpacked, 'pack.zip')),
  );
  spawnSync('/usr/bin/python3', [
    '-c',
    'import sys, zipfile; zipfile.ZipFile(sys.argv[1]).extractall(sys.argv[2])',
    join(unpacked, 'pack.zip'),
    join(unpacked, 'all'),
  ]);
  const limit = await timed(
    async () => void spawnSync('/usr/bin/zip', ['-6', '-q', '-r', join(unpacked, 'again.zip'), join(unpacked, 'all')]),
  );
  if (!existsSync(join(unpacked, 'again.zip'))) throw new Error('zip is not there');
  const bytes = readdirSync(join(unpacked, 'all'), { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile())
    .reduce((sum, one) => sum + statSync(join(one.parentPath, one.name)).size, 0);
  note({
    what: `pack of 10,000 records and 200 documents, ${(bytes / 1e6).toFixed(0)} MB in ${pack.files} files`,
    ours: `${ours.toFixed(1)} s, ${(most / 1e6).toFixed(0)} MB more memory`,
    limit: `zip -6 of the same bytes ${limit.toFixed(1)} s`,
    ratio: ours / limit,
    goal: 1.5,
  });
  rmSync(unpacked, { recursive: true });
});

await (knex as Knex | null)?.destroy();
process.exit(0);
