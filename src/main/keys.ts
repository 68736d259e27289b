import crypto, {
  createCipheriv,
  createDecipheriv,
  createHash,
  createHmac,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  randomBytes,
  randomFillSync,
  scryptSync,
  sign,
  verify,
} from 'node:crypto';
import { existsSync, linkSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { makeId } from '../core/shared/ids';
import type { Keys, WrappedKey } from '../ports/keys';
import { SealStream, UnsealStream } from './keyStreams';

interface Versioned {
  version: number;
  key: string;
}

interface KeyFile {
  schema: 'bookend-keys-2';
  /** Newest last; the older ones unwrap what is not rewrapped yet. */
  masters: Versioned[];
  index: string;
  /** Newest last; look-ups try each. */
  suppressions: Versioned[];
  signing: string;
  own: string;
}

/** A data key that was unwrapped is kept for a moment: many texts of one person are opened one after the other. */
const UNWRAPPED_KEPT = 4096;

const newKey = () => randomBytes(32).toString('base64');

/** Makes a key file that only its owner may read. */
export function makeKeyFile(path: string): void {
  const { privateKey } = generateKeyPairSync('ed25519');
  const file: KeyFile = {
    schema: 'bookend-keys-2',
    masters: [{ version: 1, key: newKey() }],
    index: newKey(),
    suppressions: [{ version: 1, key: newKey() }],
    signing: privateKey.export({ type: 'pkcs8', format: 'pem' }).toString(),
    own: newKey(),
  };
  // It appears whole or not at all; of several that are started at once one makes it, and the others take that.
  const own = `${path}.${process.pid}`;
  writeFileSync(own, JSON.stringify(file, null, 2), { mode: 0o600, flag: 'wx' });
  try {
    linkSync(own, path);
  } finally {
    rmSync(own, { force: true });
  }
}

/** Adds a master or suppression key to the file; the old ones stay for what is under them. @returns its version */
export function addKeyVersion(path: string, which: 'masters' | 'suppressions'): number {
  const file = openFile(path);
  const version = Math.max(...file[which].map((one) => one.version)) + 1;
  file[which].push({ version, key: newKey() });
  writeFileSync(`${path}.new`, JSON.stringify(file, null, 2), { mode: 0o600 });
  renameSync(`${path}.new`, path);
  return version;
}

/** @throws with what to do when the file is missing, readable by others, or not a key file */
export function readKeys(path: string): Keys {
  return keysOf(openFile(path));
}

/** The same from the text of a key file, as an environment variable may hold it. */
export function keysFromText(text: string): Keys {
  return keysOf(parse(text, 'BOOKEND_KEYS'));
}

function openFile(path: string): KeyFile {
  if (!existsSync(path))
    throw new Error(
      `The key file ${path} is missing. Without it nothing sealed can be read; put it back, or set BOOKEND_KEY_FILE.`,
    );
  if ((statSync(path).mode & 0o077) !== 0)
    throw new Error(`The key file ${path} can be read by others. Run: chmod 600 ${path}`);
  return parse(readFileSync(path, 'utf8'), `The key file ${path}`);
}

function parse(text: string, what: string): KeyFile {
  let file:
    | KeyFile
    | {
        schema: 'bookend-keys-1';
        master: Versioned;
        suppression: Versioned;
        index: string;
        signing: string;
        own: string;
      };
  try {
    file = JSON.parse(text) as typeof file;
  } catch (cause) {
    throw new Error(`${what} is not JSON.`, { cause });
  }
  // The first version had one master and one suppression key.
  if (file.schema === 'bookend-keys-1')
    return {
      schema: 'bookend-keys-2',
      masters: [file.master],
      index: file.index,
      suppressions: [file.suppression],
      signing: file.signing,
      own: file.own,
    };
  if (file.schema !== 'bookend-keys-2') throw new Error(`${what} is not a Bookend key file.`);
  return file;
}

// The methods of one key ring share its keys.
// eslint-disable-next-line max-lines-per-function
function keysOf(file: KeyFile): Keys {
  const bytes = (text: string) => Buffer.from(text, 'base64');
  const masters = new Map(file.masters.map(({ version, key }) => [version, bytes(key)]));
  const newest = file.masters.at(-1)!.version;
  const suppressions = file.suppressions.map(({ version, key }) => ({ version, key: bytes(key) }));
  const [own, index] = [bytes(file.own), bytes(file.index)];
  const signing = createPrivateKey(file.signing);
  const publicKey = createPublicKey(signing);
  const unwrapped = new Map<string, Buffer>();

  function open({ wrapped, masterVersion }: WrappedKey): Buffer {
    const known = unwrapped.get(wrapped.toString('latin1'));
    if (known) return known;
    const master = masters.get(masterVersion);
    if (!master)
      throw new Error(
        `The key file has no master key of version ${masterVersion}, under which this data key is wrapped.`,
      );
    const key = decrypt(master, wrapped, `master:${masterVersion}`);
    remember(wrapped, key);
    return key;
  }
  function remember(wrapped: Buffer, key: Buffer): void {
    if (unwrapped.size >= UNWRAPPED_KEPT) unwrapped.delete(unwrapped.keys().next().value!);
    unwrapped.set(wrapped.toString('latin1'), key);
  }
  const wrap = (key: Buffer): WrappedKey => {
    const wrapped = encrypt(masters.get(newest)!, key, `master:${newest}`);
    remember(wrapped, key);
    return { wrapped, masterVersion: newest };
  };
  const indexOf = keyedHash(index);
  const suppressionOf = suppressions.map(({ version, key }) => ({ version, of: keyedHash(key) }));
  const check = (kind: string, version: number, key: Buffer | string) => ({
    kind,
    version,
    value: createHmac('sha256', key).update('bookend-key-check').digest(),
  });

  return {
    hash: sha256,
    random: (count) => randomBytes(count),
    id: (prefix) => makeId(prefix, someRandom(18)),
    index: indexOf,
    suppression: (text) => ({ hash: suppressionOf.at(-1)!.of(text), version: suppressionOf.at(-1)!.version }),
    suppressions: (text) => suppressionOf.map(({ of, version }) => ({ hash: of(text), version })),
    newDataKey: () => wrap(randomBytes(32)),
    seal: (key, text, about) => encrypt(open(key), Buffer.from(text, 'utf8'), about),
    unseal: (key, sealed, about) => decrypt(open(key), sealed, about).toString('utf8'),
    sealOwn: (text, about) => encrypt(own, Buffer.from(text, 'utf8'), about),
    unsealOwn: (sealed, about) => decrypt(own, sealed, about).toString('utf8'),
    sealStream: (key) => new SealStream(key ? open(key) : own),
    unsealStream: (key) => new UnsealStream(key ? open(key) : own),
    masterVersion: () => newest,
    rewrap: (key) => wrap(open(key)),
    checks: () => [
      ...[...masters].map(([version, key]) => check('master', version, key)),
      check('index', 1, index),
      ...suppressions.map(({ version, key }) => check('suppression', version, key)),
      check('signing', 1, file.signing),
      check('own', 1, own),
    ],
    sealedCopy(passphrase) {
      const salt = randomBytes(16);
      return Buffer.concat([
        salt,
        encrypt(
          scryptSync(passphrase, salt, 32, { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 }),
          Buffer.from(JSON.stringify(file)),
          'bookend-keys',
        ),
      ]);
    },
    publicKey: () => publicKey.export({ type: 'spki', format: 'pem' }).toString(),
    sign: (data) => sign(null, data, signing),
    verify: (data, signature) => verify(null, data, publicKey, signature),
  };
}

/** Opens a copy that `sealedCopy` made. @throws when the passphrase is wrong or a byte was altered */
export function openSealedCopy(copy: Buffer, passphrase: string): string {
  const key = scryptSync(passphrase, copy.subarray(0, 16), 32, { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 });
  return decrypt(key, copy.subarray(16), 'bookend-keys').toString('utf8');
}

const HASH = 32;
const BLOCK = 64;

/**
 * SHA-256 in one call where Node has it (20.12). As text of bytes and copied: several times quicker, for short texts,
 * than a buffer of its own.
 */
const digest: (data: Uint8Array) => string = crypto.hash
  ? (data) => crypto.hash('sha256', data, 'binary')
  : (data) => createHash('sha256').update(data).digest('binary');

function sha256(data: Uint8Array): Buffer {
  const out = Buffer.allocUnsafe(HASH);
  out.write(digest(data), 'latin1');
  return out;
}

/** HMAC-SHA-256 (RFC 2104) under one key, its padded blocks kept: a million addresses need no million HMAC objects. */
function keyedHash(key: Buffer): (text: string) => Buffer {
  const padded = Buffer.concat([key.length > BLOCK ? sha256(key) : key], BLOCK);
  const [inner, outer] = [Buffer.alloc(BLOCK * 16), Buffer.alloc(BLOCK + HASH)];
  padded.forEach((byte, i) => {
    inner[i] = byte ^ 0x36;
    outer[i] = byte ^ 0x5c;
  });
  return (text) => {
    const isLong = text.length * 3 > inner.length - BLOCK;
    const message = isLong
      ? Buffer.concat([inner.subarray(0, BLOCK), Buffer.from(text, 'utf8')])
      : inner.subarray(0, BLOCK + inner.write(text, BLOCK, 'utf8'));
    outer.write(digest(message), BLOCK, 'latin1');
    return sha256(outer);
  };
}

let pool = Buffer.alloc(0);
/** Random bytes for ids and nonces, fetched from the system some thousand at a time; none is given out twice. */
function someRandom(count: number): Buffer {
  if (pool.length < count) pool = randomFillSync(Buffer.allocUnsafe(8192));
  const [taken, left] = [pool.subarray(0, count), pool.subarray(count)];
  pool = left;
  return taken;
}

/** nonce (12) ‖ ciphertext ‖ tag (16) */
function encrypt(key: Buffer, plain: Buffer, about: string): Buffer {
  const nonce = someRandom(12);
  const cipher = createCipheriv('aes-256-gcm', key, nonce).setAAD(Buffer.from(about));
  return Buffer.concat([nonce, cipher.update(plain), cipher.final(), cipher.getAuthTag()]);
}

function decrypt(key: Buffer, sealed: Uint8Array, about: string): Buffer {
  const all = Buffer.from(sealed);
  const decipher = createDecipheriv('aes-256-gcm', key, all.subarray(0, 12))
    .setAAD(Buffer.from(about))
    .setAuthTag(all.subarray(-16));
  return Buffer.concat([decipher.update(all.subarray(12, -16)), decipher.final()]);
}
