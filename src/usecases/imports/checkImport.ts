import type { ImportId, RunId } from '../../core/shared/ids';
import type { RecordStatus } from '../../core/ledger/schema';
import type { HeldLine } from '../../core/imports/views';
import { lockImport, setImport } from '../../db/imports/imports';
import type { Context } from '../shared/context';
import { readChecks, type DryRun } from '../ledger/recordChoices';
import { finishRun, moveRun, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';
import { fileInWork, type ImportFile } from './fileOf';
import { linesOf } from './readFile';
import { importKey, sealPreview } from './sealed';
import { inParts, prepareLines, readerOf, settleLines } from './takeLines';

/** So many lines are tried out; of a longer file the page says that it is the beginning. */
const MOST_LINES = 200_000;
const HELD_SHOWN = 50;
const LINES_AT_ONCE = 2000;

/** A dry run in the worker: all that the import would decide, counted, and nothing written to the ledger. */
export async function checkImport(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, (run) => tryOut(ctx, runId, run.subject!));
}

async function tryOut(ctx: Context, runId: RunId, importId: ImportId): Promise<void> {
  const file = await fileInWork(ctx, importId, 'checking');
  const counts: Record<RecordStatus, number> = {
    recorded: 0,
    duplicate: 0,
    conflict: 0,
    suppressed: 0,
    quarantined: 0,
  };
  const held: HeldLine[] = [];
  const dry: DryRun = { known: new Map() };
  const reader = readerOf(ctx, file);
  const checks = await ctx.transaction((h) => readChecks(ctx, h, file.row.system_id));
  let total = 0;
  for await (const part of inParts(dataLines(ctx, file), LINES_AT_ONCE)) {
    const lines = part.slice(0, MOST_LINES - total);
    const prepared = await prepareLines(ctx, reader, checks, lines);
    const outcomes = await ctx.transaction((h) => settleLines(ctx, h, file.row.system_id, prepared, dry));
    for (const [i, outcome] of outcomes.entries()) {
      counts[outcome.status]++;
      if (outcome.status !== 'recorded' && held.length < HELD_SHOWN)
        held.push({
          line: lines[i]!.line,
          status: outcome.status,
          reasons: outcome.reasons,
          raw: lines[i]!.raw.slice(0, 400),
        });
    }
    total += lines.length;
    await ctx.transaction((h) => moveRun(h, runId, { done: total }));
    if (total >= MOST_LINES) break;
  }
  await ctx.transaction(async (h) => {
    await lockImport(h, importId);
    await finishRun(ctx, h, runId, { total });
    await setImport(h, importId, {
      state: 'checked',
      total,
      preview: {
        counts,
        held: held.length > 0 ? await sealPreview(ctx, h, file.row, held) : null,
        isPartial: total >= MOST_LINES,
      },
    });
    await recordTrail(ctx, h, 'import-checked', importId, `${total} lines`);
  });
}

/** The lines of a file without its header. */
export async function* dataLines(ctx: Context, file: ImportFile): AsyncGenerator<{ line: number; raw: string }> {
  let isFirst = file.format !== 'ndjson';
  for await (const line of linesOf(
    ctx,
    file.row.file_path,
    file,
    await ctx.transaction((h) => importKey(h, file.row)),
  )) {
    if (!isFirst) yield line;
    isFirst = false;
  }
}
