import type { Redaction } from '../core/trace/redaction';
import type { FoundProblem, FoundRecord, SearchKey } from './connector';

export interface FileReader {
  /** A file that somebody handed over, as records: rows that a key points at, and every document. */
  read(
    name: string,
    bytes: Buffer,
    keys: readonly SearchKey[],
  ): AsyncIterable<{ record: FoundRecord } | { problem: FoundProblem }>;
  /**
   * The rows of the first sheet of a workbook, each with its number as a person counts; blank ones may be left out.
   *
   * @throws Error where the workbook is damaged, or unpacks to more than is taken
   */
  sheetRows(bytes: Buffer): AsyncIterable<{ number: number; cells: readonly (string | null)[] }>;
  /** Every word of a file that can be read, those of files packed into it included. */
  words(name: string, bytes: Buffer): Promise<string>;
  /**
   * A PDF of pictures of the pages of another, with what stood in the passages covered.
   *
   * @param passages offsets into the text of the PDF, as its record has it
   * @returns null where the file is no PDF
   */
  withoutPassages(bytes: Buffer, passages: readonly Redaction[]): Promise<Buffer | null>;
}
