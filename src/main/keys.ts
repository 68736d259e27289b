import { createCipheriv, createDecipheriv, createHash, createHmac, createPrivateKey, createPublicKey, generateKeyPairSync, randomBytes, sign, verify } from 'node:crypto';
import { existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { makeId } from '../core/shared/ids';
import type { Keys } from '../ports/keys';
import { SealStream, UnsealStream } from './keyStreams';

interface KeyFile {
  schema: 'bookend-keys-1';
  master: { version: number; key: string };
  index: string;
  suppression: { version: number; key: string };
  signing: string;
  own: string;
}

/** Makes a key file that only its owner may read. */
export function makeKeyFile(path: string): void {
  const key = () => randomBytes(32).toString('base64');
  const { privateKey } = generateKeyPairSync('ed25519');
  const file: KeyFile = { schema: 'bookend-keys-1', master: { version: 1, key: key() }, index: key(), suppression: { version: 1, key: key() }, signing: privateKey.export({ type: 'pkcs8', format: 'pem' }).toString(), own: key() };
  writeFileSync(path, JSON.stringify(file, null, 2), { mode: 0o600, flag: 'wx' });
}

/** @throws with what to do when the file is missing, readable by others, or not a key file */
export function readKeys(path: string): Keys {
  if (!existsSync(path)) throw new Error(`The key file ${path} is missing. Without it nothing sealed can be read; put it back, or set BOOKEND_KEY_FILE.`);
  if ((statSync(path).mode & 0o077) !== 0) throw new Error(`The key file ${path} can be read by others. Run: chmod 600 ${path}`);
  let file: KeyFile;
  try {
    file = JSON.parse(readFileSync(path, 'utf8')) as KeyFile;
  } catch (cause) {
    throw new Error(`The key file ${path} is not JSON.`, { cause });
  }
  if (file.schema !== 'bookend-keys-1') throw new Error(`The file ${path} is not a Bookend key file.`);
  return keysOf(file);
}

function keysOf(file: KeyFile): Keys {
  const bytes = (text: string) => Buffer.from(text, 'base64');
  const master = bytes(file.master.key);
  const own = bytes(file.own);
  const index = bytes(file.index);
  const suppression = bytes(file.suppression.key);
  const signing = createPrivateKey(file.signing);
  const publicKey = createPublicKey(signing);
  return {
    hash: (data) => createHash('sha256').update(data).digest(),
    random: (count) => randomBytes(count),
    id: (prefix) => makeId(prefix, randomBytes(18)),
    index: (text) => createHmac('sha256', index).update(text).digest(),
    suppression: (text) => ({ hash: createHmac('sha256', suppression).update(text).digest(), version: file.suppression.version }),
    newDataKey: () => ({ wrapped: encrypt(master, randomBytes(32), `master:${file.master.version}`), masterVersion: file.master.version }),
    seal: (key, text, about) => encrypt(decrypt(master, key.wrapped, `master:${key.masterVersion}`), Buffer.from(text, 'utf8'), about),
    unseal: (key, sealed, about) => decrypt(decrypt(master, key.wrapped, `master:${key.masterVersion}`), sealed, about).toString('utf8'),
    sealOwn: (text, about) => encrypt(own, Buffer.from(text, 'utf8'), about),
    unsealOwn: (sealed, about) => decrypt(own, sealed, about).toString('utf8'),
    sealStream: (key) => new SealStream(decrypt(master, key.wrapped, `master:${key.masterVersion}`)),
    unsealStream: (key) => new UnsealStream(decrypt(master, key.wrapped, `master:${key.masterVersion}`)),
    sign: (data) => sign(null, data, signing),
    verify: (data, signature) => verify(null, data, publicKey, signature),
  };
}

/** nonce (12) ‖ ciphertext ‖ tag (16) */
function encrypt(key: Buffer, plain: Buffer, about: string): Buffer {
  const nonce = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', key, nonce).setAAD(Buffer.from(about));
  return Buffer.concat([nonce, cipher.update(plain), cipher.final(), cipher.getAuthTag()]);
}

function decrypt(key: Buffer, sealed: Uint8Array, about: string): Buffer {
  const all = Buffer.from(sealed);
  const decipher = createDecipheriv('aes-256-gcm', key, all.subarray(0, 12)).setAAD(Buffer.from(about)).setAuthTag(all.subarray(-16));
  return Buffer.concat([decipher.update(all.subarray(12, -16)), decipher.final()]);
}
