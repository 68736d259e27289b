import { createHash, createHmac } from 'node:crypto';
import { chmodSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { readConfig } from './config';
import { clockOf } from './context';
import { makeKeyFile, readKeys } from './keys';
import { folderStorage } from './storage';

const folder = mkdtempSync(join(tmpdir(), 'bookend-keys-'));
const path = join(folder, 'keys.json');
makeKeyFile(path);
const keys = readKeys(path);

describe('key file', () => {
  test('is never overwritten', () => expect(() => makeKeyFile(path)).toThrow('EEXIST'));
  test('missing: says what to do', () => expect(() => readKeys(join(folder, 'none'))).toThrow('put it back'));
  test('readable by others: refused', () => {
    const open = join(folder, 'open.json');
    writeFileSync(open, readFileSync(path), { mode: 0o644 });
    chmodSync(open, 0o644);
    expect(() => readKeys(open)).toThrow('chmod 600');
  });
  test('another file: refused', () => {
    const other = join(folder, 'other.json');
    writeFileSync(other, '{"schema":"something"}', { mode: 0o600 });
    expect(() => readKeys(other)).toThrow('not a Bookend key file');
    writeFileSync(other, 'no json', { mode: 0o600 });
    expect(() => readKeys(other)).toThrow('not JSON');
  });
});

describe('keyed hashes', () => {
  const file = JSON.parse(readFileSync(path, 'utf8')) as { index: string; suppressions: { key: string }[] };
  const hmac = (key: string, text: string) => createHmac('sha256', Buffer.from(key, 'base64')).update(text).digest();

  test.each(['', 'email::mette@mail.example', 'ø'.repeat(40), 'x'.repeat(500)])(
    'are HMAC-SHA-256 as everybody computes it: %j',
    (text) => {
      expect(keys.index(text)).toEqual(hmac(file.index, text));
      expect(keys.suppressions(text)).toEqual([{ hash: hmac(file.suppressions[0]!.key, text), version: 1 }]);
      expect(keys.hash(Buffer.from(text))).toEqual(createHash('sha256').update(text).digest());
    },
  );

  test('ids and nonces are never given out twice', () => {
    const key = keys.newDataKey();
    const ids = Array.from({ length: 3000 }, () => keys.id('cho'));
    const nonces = Array.from({ length: 3000 }, () => keys.seal(key, 'x', 'y').subarray(0, 12).toString('hex'));
    expect(new Set(ids).size + new Set(nonces).size).toBe(6000);
  });
});

describe('sealing', () => {
  const key = keys.newDataKey();
  test('opens under its key and what it is about, and under nothing else', () => {
    const sealed = keys.seal(key, 'Mette Holmgaard', 'name:per_1');
    expect(keys.unseal(key, sealed, 'name:per_1')).toBe('Mette Holmgaard');
    expect(() => keys.unseal(key, sealed, 'name:per_2')).toThrow();
    expect(() => keys.unseal(keys.newDataKey(), sealed, 'name:per_1')).toThrow();
    sealed[15]! ^= 1;
    expect(() => keys.unseal(key, sealed, 'name:per_1')).toThrow();
  });
  test('the same text is never sealed to the same bytes', () =>
    expect(keys.sealOwn('x', 'y').equals(keys.sealOwn('x', 'y'))).toBe(false));
  test('look-ups are repeatable, and differ by key', () => {
    expect(keys.index('email::a@b.example')).toEqual(keys.index('email::a@b.example'));
    expect(keys.index('email::a@b.example')).not.toEqual(keys.suppression('email::a@b.example').hash);
  });
  test('a signature covers every byte', () => {
    const signature = keys.sign(Buffer.from('head'));
    expect(keys.verify(Buffer.from('head'), signature)).toBe(true);
    expect(keys.verify(Buffer.from('heaD'), signature)).toBe(false);
  });
  test('ids are prefixed and do not repeat', () => {
    const ids = new Set(Array.from({ length: 2000 }, () => keys.id('cho')));
    expect(ids.size).toBe(2000);
    expect([...ids].every((id) => /^cho_[0-9A-Za-z]{18}$/.test(id))).toBe(true);
  });
  test.each([[0], [1], [15], [16], [17], [200_000]])(
    'a stream of %i bytes comes back, whatever its chunks; one altered byte ends it with an error',
    async (size) => {
      const plain = Buffer.alloc(size, 'bookend ');
      const collect = async (parts: Buffer[], through: ReturnType<typeof keys.sealStream>) => {
        const out: Buffer[] = [];
        await pipeline(Readable.from(parts.length > 0 ? parts : [Buffer.alloc(0)]), through, async (source) => {
          for await (const part of source) out.push(part as Buffer);
        });
        return Buffer.concat(out);
      };
      const chunks = (bytes: Buffer, length: number) =>
        Array.from({ length: Math.ceil(bytes.length / length) }, (_, i) =>
          bytes.subarray(i * length, (i + 1) * length),
        );
      const sealed = await collect(chunks(plain, 977), keys.sealStream(key));
      expect((await collect(chunks(sealed, (13 + size / 50) | 0), keys.unsealStream(key))).equals(plain)).toBe(true);
      sealed[sealed.length - 1]! ^= 1;
      await expect(collect(chunks(sealed, 1024), keys.unsealStream(key))).rejects.toThrow();
    },
  );
});

describe('configuration', () => {
  const good = { NODE_ENV: 'production' as const, DATABASE_URL: 'postgres://x', BOOKEND_KEY_FILE: '/k' };
  test('names every variable that is wrong', () => {
    expect(() => readConfig({ NODE_ENV: 'production', BOOKEND_MODE: 'party' })).toThrow(
      /DATABASE_URL.*BOOKEND_MODE|BOOKEND_MODE.*DATABASE_URL/,
    );
    expect(() => readConfig({ NODE_ENV: 'production', DATABASE_URL: 'postgres://x' })).toThrow('BOOKEND_KEY_FILE');
    expect(() => readConfig({ ...good, BOOKEND_MODE: 'party' })).toThrow('BOOKEND_MODE');
  });
  test('a moved clock is refused in production', () => {
    expect(() => readConfig({ ...good, BOOKEND_NOW: '2026-11-24T08:00:00Z' })).toThrow('BOOKEND_NOW');
    expect(
      readConfig({ ...good, BOOKEND_MODE: 'demo', BOOKEND_NOW: '2026-11-24T08:00:00Z' }).BOOKEND_NOW,
    ).toBeDefined();
  });
  test('a moved clock is the same in every process', () => {
    const since = new Date(Date.now() - 5000).toISOString();
    const clock = clockOf({ BOOKEND_NOW: '2026-11-24T08:00:00.000Z', BOOKEND_NOW_SINCE: since });
    const ahead = Date.parse(clock.now()) - Date.parse('2026-11-24T08:00:00.000Z');
    expect(ahead).toBeGreaterThanOrEqual(5000);
    expect(ahead).toBeLessThan(15_000);
  });
});

describe('storage', () => {
  const storage = folderStorage(join(folder, 'storage'));
  test('takes plain names only, and forgets what is gone already', async () => {
    expect(() => storage.read('../keys.json')).toThrow('not a storage name');
    expect(() => storage.write('a/b')).toThrow('not a storage name');
    await storage.remove('never-there');
    await pipeline(Readable.from([Buffer.from('x')]), storage.write('part'));
    await storage.rename('part', 'whole');
    expect(await storage.size('whole')).toBe(1);
  });
});
