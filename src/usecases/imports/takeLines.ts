import type { SystemId } from '../../core/shared/ids';
import { lineReader, objectReader, type MappedLine } from '../../core/imports/mapping';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { prepareChoices, recordPrepared, type DryRun, type RecordOutcome } from '../ledger/recordChoices';
import type { Checks, PreparedChoice } from '../ledger/prepareChoice';
import type { ImportFile } from './fileOf';
import { columnsOf } from './uploadImport';

export interface Line {
  line: number;
  raw: string;
}

export interface ReadLines {
  lines: readonly Line[];
  read: MappedLine[];
  prepared: PreparedChoice[];
}

export function readerOf(
  ctx: Context,
  file: Pick<ImportFile, 'format' | 'header' | 'delimiter' | 'row'>,
): (raw: string) => MappedLine {
  const mapping = file.row.mapping!;
  const { zone } = ctx.organisation;
  return file.format === 'ndjson'
    ? objectReader(mapping, zone)
    : lineReader(mapping, columnsOf(file), file.delimiter, zone);
}

/** Reads and hashes some lines; needs no lock and no transaction. */
export async function prepareLines(
  ctx: Context,
  reader: (raw: string) => MappedLine,
  checks: Checks,
  lines: readonly Line[],
): Promise<ReadLines> {
  const read = lines.map(({ raw }) => reader(raw));
  return {
    lines,
    read,
    prepared: await prepareChoices(
      ctx,
      read.flatMap((line) => (line.ok ? [line.choice] : [])),
      checks,
    ),
  };
}

/** Settles them: one outcome per line, in order. */
export async function settleLines(
  ctx: Context,
  h: Handle,
  systemId: SystemId,
  { read, prepared }: ReadLines,
  dry: DryRun | null = null,
): Promise<RecordOutcome[]> {
  const outcomes = await recordPrepared(ctx, h, systemId, prepared, dry);
  let next = 0;
  return read.map((line) =>
    line.ok ? outcomes[next++]! : { status: 'quarantined', reasons: line.reasons, identifierHashes: [] },
  );
}

/** Lines of a file in parts of equal size. */
export async function* inParts(lines: AsyncIterable<Line>, size: number): AsyncGenerator<Line[]> {
  let part: Line[] = [];
  for await (const line of lines) {
    part.push(line);
    if (part.length < size) continue;
    yield part;
    part = [];
  }
  if (part.length > 0) yield part;
}
