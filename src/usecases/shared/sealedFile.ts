import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import type { Context } from '../context';

/** Keeps a text in storage, sealed under the installation's own key. */
export async function writeSealedFile(ctx: Context, name: string, text: string): Promise<void> {
  await pipeline(Readable.from([ctx.keys.sealOwn(text, `file:${name}`)]), ctx.storage.write(name));
}

export async function readSealedFile(ctx: Context, name: string): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of ctx.storage.read(name)) parts.push(part as Buffer);
  return ctx.keys.unsealOwn(Buffer.concat(parts), `file:${name}`);
}
