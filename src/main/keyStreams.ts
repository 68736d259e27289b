import { createCipheriv, createDecipheriv, randomBytes, type CipherGCM, type DecipherGCM } from 'node:crypto';
import { Transform, type TransformCallback } from 'node:stream';

const NONCE = 12;
const TAG = 16;

/** nonce (12) ‖ ciphertext ‖ tag (16), as it flows. */
export class SealStream extends Transform {
  private readonly cipher: CipherGCM;
  constructor(key: Buffer) {
    super();
    const nonce = randomBytes(NONCE);
    this.cipher = createCipheriv('aes-256-gcm', key, nonce);
    this.push(nonce);
  }
  override _transform(chunk: Buffer, _: BufferEncoding, done: TransformCallback): void {
    done(null, this.cipher.update(chunk));
  }
  override _flush(done: TransformCallback): void {
    this.push(this.cipher.final());
    done(null, this.cipher.getAuthTag());
  }
}

/** The other way; ends with an error when a byte was altered. The last 16 bytes are held back: they are the tag. */
export class UnsealStream extends Transform {
  private decipher: DecipherGCM | null = null;
  private held = Buffer.alloc(0);
  constructor(private readonly key: Buffer) {
    super();
  }
  override _transform(chunk: Buffer, _: BufferEncoding, done: TransformCallback): void {
    this.held = Buffer.concat([this.held, chunk]);
    if (!this.decipher && this.held.length >= NONCE) {
      this.decipher = createDecipheriv('aes-256-gcm', this.key, this.held.subarray(0, NONCE));
      this.held = this.held.subarray(NONCE);
    }
    if (this.decipher && this.held.length > TAG) {
      this.push(this.decipher.update(this.held.subarray(0, -TAG)));
      this.held = this.held.subarray(-TAG);
    }
    done();
  }
  override _flush(done: TransformCallback): void {
    try {
      this.decipher!.setAuthTag(this.held);
      done(null, this.decipher!.final());
    } catch (error) {
      done(error as Error);
    }
  }
}
