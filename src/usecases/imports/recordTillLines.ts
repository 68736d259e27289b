import { readTillLine } from './tillFile';
import type { Handle } from '../../db/handle';
import { recordChoicesIn, type RecordOutcome } from '../consent/recordChoices';
import type { Context } from '../context';

/** Lines of a till file into the ledger; one outcome per line, in order. */
export async function recordTillLines(ctx: Context, h: Handle, systemId: string, header: string, lines: readonly { line: number; raw: string }[]): Promise<RecordOutcome[]> {
  const read = lines.map((line) => readTillLine(header, line));
  const outcomes = await recordChoicesIn(ctx, h, { systemId, choices: read.flatMap((line) => (line.ok ? [line.choice] : [])) });
  let next = 0;
  return read.map((line) => (line.ok ? outcomes[next++]! : { status: 'quarantined', reasons: line.reasons, identifierHashes: [] }));
}
