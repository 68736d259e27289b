import type { ImportId } from '../../core/shared/ids';
import type { CorrectRefusal } from '../../core/imports/refusals';
import type { RecordStatus } from '../../core/ledger/schema';
import type { Reason } from '../../core/words/reasons';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  heldLines,
  importById,
  lockHeldLine,
  moveLine,
  type ImportLineRow,
  type ImportRow,
} from '../../db/imports/imports';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { readChecks } from '../ledger/recordChoices';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { mayImport } from './mayImport';
import { lineRow } from './runImport';
import { openHeader, openRaw, rawSealer } from './sealed';
import { prepareLines, readerOf, settleLines, type Line } from './takeLines';

export interface Corrected {
  status: RecordStatus;
  reasons: Reason[];
}

/** One line in quarantine, as it should have been: it is run again, and ends where it then belongs. */
export async function correctLine(
  ctx: Context,
  input: { importId: ImportId; line: number; raw: string },
): Promise<Result<Corrected, CorrectRefusal>> {
  return inFinishedImport(ctx, input.importId, async (h, row) => {
    const held = await lockHeldLine(h, row.id, input.line);
    if (!held) return refuse({ code: 'line-not-held' });
    const [outcome] = await runAgain(ctx, h, row, [held], [{ line: input.line, raw: input.raw.slice(0, 20_000) }]);
    await recordTrail(ctx, h, 'quarantine-corrected', row.id, `line ${input.line}: ${outcome!.status}`);
    return ok(outcome!);
  });
}

const AT_ONCE = 1000;

/** Every line in quarantine again as it is: what held it may have been put right meanwhile, such as a purpose that was missing. */
export async function rerunHeld(
  ctx: Context,
  input: { importId: ImportId },
): Promise<Result<{ lines: number; recorded: number }, CorrectRefusal>> {
  return inFinishedImport(ctx, input.importId, async (h, row) => {
    let [count, recorded, after] = [0, 0, 0];
    for (;;) {
      const held = (await heldLines(h, row.id, after, AT_ONCE, 'quarantined')).filter(({ raw_sealed }) => raw_sealed);
      if (held.length === 0) break;
      const lines: Line[] = [];
      for (const line of held)
        lines.push({
          line: line.line,
          raw: (await openRaw(ctx, h, { import_id: row.id, data_key_id: row.data_key_id }, line)) ?? '',
        });
      const outcomes = await runAgain(ctx, h, row, held, lines);
      count += held.length;
      recorded += outcomes.filter(({ status }) => status === 'recorded').length;
      after = held.at(-1)!.line;
    }
    await recordTrail(ctx, h, 'quarantine-corrected', row.id, `${count} lines run again, ${recorded} recorded`);
    return ok({ lines: count, recorded });
  });
}

async function inFinishedImport<T>(
  ctx: Context,
  importId: ImportId,
  work: (h: Handle, row: ImportRow) => Promise<Result<T, CorrectRefusal>>,
): Promise<Result<T, CorrectRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  return ctx.transaction(async (h) => {
    const row = await importById(h, importId);
    if (!row || !(await mayImport(ctx, h, row.system_id))) return refuse({ code: 'not-found' });
    if (row.state !== 'finished') return refuse({ code: 'import-not-finished' });
    return work(h, row);
  });
}

async function runAgain(
  ctx: Context,
  h: Handle,
  row: ImportRow,
  held: readonly ImportLineRow[],
  lines: readonly Line[],
): Promise<Corrected[]> {
  const checks = await readChecks(ctx, h, row.system_id);
  const file = { row, format: row.format, header: await openHeader(ctx, h, row), delimiter: row.delimiter };
  const outcomes = await settleLines(
    ctx,
    h,
    row.system_id,
    await prepareLines(ctx, readerOf(ctx, file), checks, lines),
  );
  const seal = await rawSealer(ctx, h, row);
  for (const [i, outcome] of outcomes.entries()) {
    const { import_id: _, line: __, ...change } = lineRow(seal, row.id, lines[i]!, outcome);
    await moveLine(h, held[i]!, { ...change, corrected_at: ctx.clock.now(), corrected_by: ctx.actor.id });
  }
  return outcomes.map(({ status, reasons }) => ({ status, reasons }));
}
