import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { choice, seedLedger, verified } from '../../../test/support/ledger';
import type { LedgerHeadView } from '../../core/ledger/views';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { must } from '../../../test/support/must';
import { addKeyVersion, openSealedCopy, readKeys } from '../../main/keys';
import type { Context } from '../shared/context';
import { checkKeys } from '../keys/checkKeys';
import { approveKeyExport, askForKeys, fetchKeys, readKeysView } from '../keys/exportKeys';
import { rotateKeys, startRotation } from '../keys/rotateKeys';
import { personView } from '../people/personView';
import { depositHead, startDeposit } from './depositHead';
import { downloadExport, exportLedger, startExport } from './exportLedger';
import { makeReceipt } from './makeReceipt';
import { backfillNodes, proveChoice, proveConsistency, readHead } from './proofs';
import { recordChoices } from './recordChoices';
import { countSealed, removeSealed, startRemoval } from './removeSealed';
import { searchLedger, type LedgerEntry } from './searchLedger';

let world: TestWorld;
let witness: string;
let worker: Context;
let auditor: Context;
const verify = (ctx = worker) => verified(world, ctx);
async function tamper(...statements: string[]): Promise<void> {
  await world.knex.transaction(async (trx) => {
    await trx.raw("set local session_replication_role = 'replica'");
    for (const sql of statements) await trx.raw(sql);
  });
}
async function textOf(stream: Readable): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  return Buffer.concat(parts).toString('utf8');
}

describe.each([1, 2])('a ledger of %i trees', (trees) => {
  beforeAll(async () => {
    world = await testWorld('proofs', { trees });
    await seedLedger(world);
    witness = mkdtempSync(join(tmpdir(), 'bookend-witness-'));
    worker = { ...world.worker, witness: { folder: witness, mail: 'ulla@larkmere.example' } };
    auditor = { ...world.user('usr_ulla', 'auditor'), witness: worker.witness };
    for (let n = 0; n < 13; n++) {
      world.goTo(new Date(Date.parse('2025-01-10T08:00:00Z') + n * 40 * 86_400_000).toISOString());
      await recordChoices(worker, {
        systemId: 'sys_shop',
        choices: Array.from({ length: 1 + (n % 4) }, (_, i) =>
          choice({
            occurredAt: world.worker.clock.now(),
            externalId: `p${n}-${i}`,
            identifiers: [{ kind: 'email', value: `p${n}@mail.example` }],
            name: null,
            answer: n % 3 === 2 ? 'withdraw' : 'grant',
            evidence: { ip: '192.0.2.1' },
          }),
        ),
      });
    }
    world.goTo('2026-11-24T08:00:00Z');
  });
  afterAll(() => world.close());

  test('a stranger checks a choice and the growth of the ledger with the script of the documents alone', async () => {
    const ids = (await world.knex('choices').select('id').orderBy('recorded_at')).map(({ id }) => id as string);
    const whole = must(await readHead(auditor))!;
    expect(whole).toMatchObject({ size: 13, trees: { length: trees } });
    const folder = mkdtempSync(join(tmpdir(), 'bookend-proof-'));
    const run = (...files: string[]) => execFileSync('node', ['docs/check-proof.mjs', ...files], { encoding: 'utf8' });
    for (const id of [ids[0]!, ids[6]!, ids.at(-1)!]) {
      const proof = must(await proveChoice(auditor, { choiceId: id }));
      writeFileSync(join(folder, 'proof.json'), JSON.stringify(proof));
      expect(run(join(folder, 'proof.json'))).toMatch(new RegExp(`holds.*${id}`));
      writeFileSync(
        join(folder, 'forged.json'),
        JSON.stringify({
          ...proof,
          publicPart: proof.publicPart
            .replace('"answer":"grant"', '"answer":"refuse"')
            .replace('"answer":"withdraw"', '"answer":"grant"'),
        }),
      );
      expect(() => run(join(folder, 'forged.json'))).toThrow();
    }
    for (const { tree, size: to } of whole.trees)
      for (let from = 1; from <= to; from++) {
        const growth = must(await proveConsistency(auditor, { from, to, tree }));
        writeFileSync(join(folder, 'growth.json'), JSON.stringify(growth));
        expect(run(join(folder, 'growth.json'))).toContain('holds');
      }
    const largest = whole.trees.toSorted((a, b) => b.size - a.size)[0]!;
    const wrong = must(await proveConsistency(auditor, { from: 3, to: largest.size, tree: largest.tree }));
    writeFileSync(join(folder, 'growth.json'), JSON.stringify({ ...wrong, path: wrong.path.toReversed() }));
    expect(() => run(join(folder, 'growth.json'))).toThrow();
    expect(await proveConsistency(auditor, { from: 2, to: 99 })).toMatchObject({
      refusal: { code: 'no-such-head', size: 99 },
    });
    expect(await proveConsistency(auditor, { from: 1, to: 2, tree: trees })).toMatchObject({
      refusal: { code: 'no-such-head', size: 1 },
    });
    const head = join(folder, 'head.json');
    writeFileSync(head, JSON.stringify(whole));
    expect(run(head)).toContain('holds: the ledger of 13 folios');
    for (const forged of [
      { ...whole, trees: whole.trees.map((one) => ({ ...one, size: one.size + 1 })) },
      { ...whole, size: 14 },
      { ...whole, trees: [...whole.trees, whole.trees[0]] },
    ]) {
      writeFileSync(head, JSON.stringify(forged));
      expect(() => run(head)).toThrow();
    }
  });

  test('a head of one tree does not pass for that of another', async () => {
    const { trees: heads } = must(await readHead(auditor))!;
    const folder = mkdtempSync(join(tmpdir(), 'bookend-proof-'));
    for (const head of heads) {
      const growth = { from: { ...head, tree: head.tree + 1 }, to: { ...head, tree: head.tree + 1 }, path: [] };
      writeFileSync(join(folder, 'other.json'), JSON.stringify(growth));
      expect(() =>
        execFileSync('node', ['docs/check-proof.mjs', join(folder, 'other.json')], { stdio: 'pipe' }),
      ).toThrow();
    }
  });

  test('subtrees of folios from before they were kept are made once', async () => {
    const nodes = () => world.knex('ledger_nodes').orderBy(['tree', 'level', 'index']);
    const before = await nodes();
    await tamper('delete from ledger_nodes where tree = 0');
    const { trees: heads } = must(await readHead(auditor))!;
    expect(await backfillNodes(worker)).toBe(heads[0]!.size);
    expect(await nodes()).toEqual(before);
    expect(await backfillNodes(worker)).toBe(0);
  });

  describe('the witness', () => {
    test('gets each head once: a file outside the database and a mail', async () => {
      must(await startDeposit(auditor));
      const view = await depositHead(worker);
      expect(view!.size).toBe(13);
      expect(await depositHead(worker)).toBeNull();
      await world.drain();
      expect(readdirSync(witness)).toEqual(['head-000000000013.json']);
      expect(JSON.parse(readFileSync(join(witness, 'head-000000000013.json'), 'utf8'))).toEqual(view);
      expect(world.mails).toEqual([
        expect.objectContaining({ to: 'ulla@larkmere.example', subject: expect.stringContaining('13 folios') }),
      ]);
    });

    test('untouched, the ledger agrees with it', async () => expect(await verify()).toEqual([]));

    test('who owns the database and the signing key, and rewrites everything, does not agree with it', async () => {
      const file = join(witness, 'head-000000000013.json');
      const kept = readFileSync(file, 'utf8');
      const last = trees - 1;
      const altered = (more: object) => {
        const view = JSON.parse(kept) as LedgerHeadView;
        return JSON.stringify({
          ...view,
          trees: view.trees.map((one) => (one.tree === last ? { ...one, ...more } : one)),
        });
      };
      writeFileSync(file, altered({ root: 'ab'.repeat(32) }));
      expect(await verify()).toMatchObject([{ code: 'deposit-differs', tree: last }]);
      writeFileSync(file, kept);
      const later = join(witness, 'head-000000000020.json');
      writeFileSync(later, altered({ size: 20 }));
      expect(await verify()).toMatchObject([{ code: 'deposit-beyond', tree: last }]);
      // As it was deposited when the ledger was one tree.
      const { trees: heads } = JSON.parse(kept) as LedgerHeadView;
      const { tree: _, ...alone } = heads[0]!;
      writeFileSync(later, JSON.stringify(alone));
      expect(await verify()).toEqual([]);
      writeFileSync(later, JSON.stringify({ ...alone, root: 'cd'.repeat(32) }));
      expect(await verify()).toMatchObject([{ code: 'deposit-differs', tree: 0 }]);
      writeFileSync(later, kept);
      expect(await verify()).toEqual([]);
    });
  });

  test('the log: by purpose, person and days, page by page', async () => {
    const all = must(await searchLedger(auditor, {}));
    const total = Number(((await world.knex('choices').count('* as n').first()) as { n: number }).n);
    expect(all.choices).toHaveLength(total);
    const own = must(await searchLedger(auditor, { identifier: { kind: 'email', value: 'P1@mail.example' } }));
    expect(new Set(own.choices.map(({ person }) => person)).size).toBe(1);
    expect(own.choices.length).toBeLessThan(total);
    const spring = must(
      await searchLedger(auditor, { from: '2025-03-01T00:00:00Z', to: '2025-06-01T00:00:00Z', purpose: 'newsletter' }),
    );
    expect(spring.choices.every(({ occurredAt }) => occurredAt >= '2025-03-01' && occurredAt < '2025-06-01')).toBe(
      true,
    );
    expect(spring.choices.length).toBeGreaterThan(0);
    expect(must(await searchLedger(auditor, { purpose: 'nothing' })).choices).toEqual([]);
    expect(await searchLedger(auditor, { cursor: 'rubbish' })).toMatchObject({
      refusal: { code: 'cursor-unreadable' },
    });
    expect(await searchLedger(world.user('usr_ib', 'administrator'), {})).toMatchObject({
      refusal: { code: 'not-allowed' },
    });
  });

  test.each(['csv', 'ndjson', 'jsonld'] as const)(
    'an export as %s holds what was asked for, and its download is in the trail',
    async (format) => {
      const { id } = must(await startExport(auditor, { format, from: '2025-03-01T00:00:00Z' }));
      expect(await downloadExport(auditor, { id })).toMatchObject({ refusal: { code: 'export-not-ready' } });
      world.queue.length = 0;
      await exportLedger(worker, { runId: id });
      const text = await textOf(must(await downloadExport(auditor, { id })).stream);
      const expected = Number(
        (
          (await world.knex('choices').where('occurred_at', '>=', '2025-03-01').count('* as n').first()) as {
            n: number;
          }
        ).n,
      );
      if (format === 'csv') expect(text.trim().split('\r\n')).toHaveLength(expected + 1);
      if (format === 'ndjson')
        expect(
          text
            .trim()
            .split('\n')
            .map((line) => (JSON.parse(line) as LedgerEntry).id),
        ).toEqual(
          (
            await world.knex('choices').where('occurred_at', '>=', '2025-03-01').orderBy(['recorded_at', 'tree', 'seq'])
          ).map(({ id }) => id as string),
        );
      if (format === 'jsonld') expect((JSON.parse(text) as { '@graph': object[] })['@graph']).toHaveLength(expected);
      expect(text).not.toContain('mail.example');
      expect(await world.knex('trail').where({ act: 'export-downloaded', subject: id })).toHaveLength(1);
    },
  );

  test('a receipt names the wording by its sum, and where the choice lies', async () => {
    const row = (await world.knex('choices').orderBy('seq').first()) as { id: string; folio: number; leaf: Buffer };
    const receipt = must(await makeReceipt(auditor, { choiceId: row.id }));
    expect(receipt).toMatchObject({
      'dct:identifier': row.id,
      'schema:ask': {
        'dct:identifier': 'webshop-checkout',
        'dct:hasVersion': 3,
        'schema:wordingSha256': world.worker.keys.hash(Buffer.from('webshop-checkout 3')).toString('hex'),
      },
      'schema:proof': { 'schema:folio': row.folio, 'schema:leafHash': row.leaf.toString('hex') },
    });
    expect(await makeReceipt(auditor, { choiceId: 'cho_none' })).toMatchObject({ refusal: { code: 'not-found' } });
  });

  describe('keys', () => {
    const keyFile = () => join(world.folder, 'keys.json');
    test('every data key goes under the new master key, after a kill too; everything still opens, and verifies', async () => {
      const ib = world.user('usr_ib', 'administrator');
      expect(await startRotation(ib)).toMatchObject({ refusal: { code: 'nothing-to-rotate' } });
      expect(addKeyVersion(keyFile(), 'masters')).toBe(2);
      const withNew = (ctx: Context): Context => ({ ...ctx, keys: readKeys(keyFile()) });
      const total = (await world.knex('data_keys').whereNotNull('wrapped')).length;
      const { id } = must(await startRotation(withNew(ib)));
      let transactions = 0;
      const dying: Context = {
        ...withNew(worker),
        transaction: (work) => (++transactions > 1 ? Promise.reject(new Error('killed')) : worker.transaction(work)),
      };
      await expect(rotateKeys(dying, { runId: id })).rejects.toThrow('killed');
      await rotateKeys(withNew(worker), { runId: id });
      expect(await world.knex('runs').where({ id }).first()).toMatchObject({
        state: 'finished',
        done: total,
        total,
      });
      expect(
        (await world.knex('data_keys').distinct('master_version')).map(
          ({ master_version }) => master_version as number,
        ),
      ).toEqual([2]);
      const [person] = (await world.knex('persons').select('id').limit(1)) as [{ id: string }];
      expect(
        must(await personView(withNew(world.user('usr_1', 'coordinator')), { id: person.id })).identifiers[0]!.value,
      ).toMatch(/@mail\.example$/);
      expect(await verify(withNew(worker))).toEqual([]);
      expect(must(await readKeysView(withNew(ib)))).toMatchObject({
        newest: 2,
        versions: [{ version: 2, keys: total }],
        rotation: { state: 'finished' },
      });
    });

    test('a lost or a wrong key is said at the start, by its name', async () => {
      await checkKeys({ ...worker, keys: readKeys(keyFile()) });
      await checkKeys({ ...worker, keys: readKeys(keyFile()) });
      const other = (change: (file: Record<string, unknown>) => void) => {
        const file = JSON.parse(readFileSync(keyFile(), 'utf8')) as Record<string, unknown>;
        change(file);
        const path = join(world.folder, `other-${Math.floor(performance.now())}.json`);
        writeFileSync(path, JSON.stringify(file), { mode: 0o600 });
        return { ...worker, keys: readKeys(path) };
      };
      const wrongIndex = other((file) => (file['index'] = Buffer.alloc(32).toString('base64')));
      await expect(checkKeys(wrongIndex)).rejects.toThrow(
        'The index key (version 1) is not the one this database was written with',
      );
      const lost = other((file) => (file['masters'] = (file['masters'] as object[]).slice(0, 1)));
      await expect(checkKeys(lost)).rejects.toThrow('lacks the master 2 key');
    });

    test('a copy of the keys needs a second administrator, goes out once, and opens under the passphrase alone', async () => {
      const [ib, pia] = [world.user('usr_ib', 'administrator'), world.user('usr_pia', 'administrator')];
      expect(await askForKeys(ib, { reason: 'x' })).toMatchObject({ refusal: { code: 'reason-missing' } });
      expect(await askForKeys(world.user('usr_1', 'supervisor'), { reason: 'move to another house' })).toMatchObject({
        refusal: { code: 'not-allowed' },
      });
      const { id } = must(await askForKeys(ib, { reason: 'move to another house' }));
      const passphrase = 'a long enough passphrase';
      expect(await fetchKeys(ib, { id, passphrase })).toMatchObject({ refusal: { code: 'export-not-approved' } });
      expect(await approveKeyExport(ib, { id })).toMatchObject({ refusal: { code: 'own-export' } });
      must(await approveKeyExport(pia, { id }));
      expect(await fetchKeys(pia, { id, passphrase })).toMatchObject({ refusal: { code: 'not-found' } });
      expect(await fetchKeys(ib, { id, passphrase: 'short' })).toMatchObject({ refusal: { code: 'passphrase-short' } });
      const { copy } = must(await fetchKeys(ib, { id, passphrase }));
      expect(JSON.parse(openSealedCopy(Buffer.from(copy, 'base64'), passphrase))).toMatchObject({
        schema: 'bookend-keys-2',
      });
      expect(() => openSealedCopy(Buffer.from(copy, 'base64'), 'another passphrase!')).toThrow();
      expect(await fetchKeys(ib, { id, passphrase })).toMatchObject({ refusal: { code: 'export-fetched' } });
    });
  });

  test('sealed parts whose time has run out go; their number has to be typed; the ledger still verifies', async () => {
    const mikkel = world.user('usr_mikkel', 'supervisor');
    const { count } = must(await countSealed(mikkel, { beforeDay: '2025-11-01' }));
    expect(count).toBeGreaterThan(0);
    expect(await startRemoval(mikkel, { beforeDay: '2026-06-01', typed: 0 })).toMatchObject({
      refusal: { code: 'retention-runs', earliest: '2025-11-24' },
    });
    expect(await startRemoval(mikkel, { beforeDay: '2025-11-01', typed: count + 1 })).toMatchObject({
      refusal: { code: 'count-wrong', expected: count },
    });
    expect(
      await startRemoval(world.user('usr_1', 'coordinator'), { beforeDay: '2025-11-01', typed: count }),
    ).toMatchObject({ refusal: { code: 'not-allowed' } });
    const { id } = must(await startRemoval(mikkel, { beforeDay: '2025-11-01', typed: count }));
    await removeSealed(worker, { runId: id });
    expect(must(await countSealed(mikkel, { beforeDay: '2025-11-01' }))).toEqual({ count: 0 });
    expect(await world.knex('runs').where({ id }).first()).toMatchObject({
      state: 'finished',
      done: count,
    });
    expect(await verify()).toEqual([]);
  });
});
