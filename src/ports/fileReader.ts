import type { FoundProblem, FoundRecord, SearchKey } from './connector';

/** Reads a file that somebody handed over, as records: rows that a key points at, and every document. */
export interface FileReader {
  read(name: string, bytes: Buffer, keys: readonly SearchKey[]): AsyncIterable<{ record: FoundRecord } | { problem: FoundProblem }>;
}
