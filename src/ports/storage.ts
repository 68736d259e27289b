import type { Readable, Writable } from 'node:stream';

/** Where packs and uploads lie. Names are flat; an object store can take its place. */
export interface Storage {
  write(name: string): Writable;
  read(name: string): Readable;
  size(name: string): Promise<number>;
  /** Gone already is fine. */
  remove(name: string): Promise<void>;
  /** Puts a finished file in place of its unfinished name, at once. */
  rename(from: string, to: string): Promise<void>;
  /** Writes a little and takes it away again. @throws when nothing can be kept */
  probe(): Promise<void>;
  /** Bytes that are free, and that there are at all. */
  room(): Promise<{ free: number; total: number }>;
}
