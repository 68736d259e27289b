/** What a folder of files may cost: hostile or broken files are refused one by one and never stop the search. */
export interface FileLimits {
  /** Bytes of one file as it lies there. */
  mostBytes: number;
  /** Bytes of what can only be read as a whole: a tree, a page, the words of a document. Tables and lines are read piece by piece. */
  mostWhole: number;
  /** Bytes of one row. */
  mostRow: number;
  /** Bytes of all that is unpacked out of one file. */
  mostUnpacked: number;
  /** Unpacked against packed: what unpacks to more is a bomb. */
  mostRatio: number;
  /** Archives within archives. */
  mostDepth: number;
  /** Files in one archive. */
  mostEntries: number;
  /** Rows of one table, lines of one log, items of one list. */
  mostRows: number;
  /** Cells of one workbook. */
  mostCells: number;
  /** UTF-16 units of one field. */
  mostField: number;
}

export const LIMITS: FileLimits = {
  mostBytes: 256 * 1024 * 1024,
  mostWhole: 32 * 1024 * 1024,
  mostRow: 16 * 1024 * 1024,
  mostUnpacked: 512 * 1024 * 1024,
  mostRatio: 200,
  mostDepth: 3,
  mostEntries: 200_000,
  mostRows: 10_000_000,
  mostCells: 20_000_000,
  mostField: 1_000_000,
};

export type FileTrouble =
  | 'too-large'
  | 'bomb'
  | 'too-deep'
  | 'too-many'
  | 'encrypted'
  | 'damaged'
  | 'unknown-kind'
  | 'unreadable'
  | 'field-cut';

/** A file, or a part of one, that could not be read. Said with the file; the rest goes on. */
export class FileProblem extends Error {
  override name = 'FileProblem';
  constructor(
    readonly trouble: FileTrouble,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
  }
}

/** Counts what is unpacked out of one file, through all its layers. */
export class Unpacked {
  private bytes = 0;
  constructor(
    private readonly packed: number,
    private readonly limits: FileLimits,
  ) {}
  /** @throws FileProblem where it becomes more than allowed */
  add(bytes: number): void {
    this.bytes += bytes;
    if (this.bytes > this.limits.mostUnpacked)
      throw new FileProblem('bomb', `It unpacks to more than ${Math.round(this.limits.mostUnpacked / 1_048_576)} MB.`);
    if (this.bytes > 10_000_000 && this.bytes > this.packed * this.limits.mostRatio)
      throw new FileProblem('bomb', `It unpacks to more than ${this.limits.mostRatio} times its size.`);
  }
}
