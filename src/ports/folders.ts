import type { Readable } from 'node:stream';

export interface FolderFile {
  name: string;
  bytes: number;
  /** Epoch milliseconds. */
  changedAt: number;
}

/** Folders of the organisation that are not Bookend's own storage: where sources drop files, where the witness finds heads. */
export interface Folders {
  /** Where a path really leads, its links followed, as far as it exists. */
  real(path: string): Promise<string>;
  /** Plain files in order of name; none where the folder is not there. */
  list(folder: string, pattern: RegExp): Promise<FolderFile[]>;
  read(folder: string, name: string): Readable;
  /** Written aside and put in its place at once. */
  write(folder: string, name: string, text: string): Promise<void>;
}
