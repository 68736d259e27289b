import type { ImportId, RunId } from '../../core/shared/ids';
import type { StartImportRefusal } from '../../core/imports/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import { addImportLines, lockImport, setImport, type ImportLineRow, type ImportRow } from '../../db/imports/imports';
import type { Context } from '../shared/context';
import { readChecks, type RecordOutcome } from '../ledger/recordChoices';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { finishRun, moveRun, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';
import { dataLines } from './checkImport';
import { fileInWork } from './fileOf';
import { mayImport } from './mayImport';
import { rawSealer } from './sealed';
import { inParts, prepareLines, readerOf, settleLines, type Line, type ReadLines } from './takeLines';

const LINES_AT_ONCE = 4000;

/** Asks for a checked file to be taken in. */
export async function startImport(
  ctx: Context,
  { importId }: { importId: ImportId },
): Promise<Result<null, StartImportRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  return ctx.transaction(async (h) => {
    const row = await lockImport(h, importId);
    if (!row || !(await mayImport(ctx, h, row.system_id))) return refuse({ code: 'not-found' });
    if (row.state !== 'checked') return refuse({ code: 'import-already-started' });
    await setImport(h, importId, { state: 'running', preview: null });
    // A dry run of the whole file has counted its lines.
    const total = row.preview?.isPartial === false ? row.total : null;
    await beginRun(ctx, h, 'run-import', { id: ctx.keys.id('run'), subject: importId, total });
    await recordTrail(ctx, h, 'import-run', importId, 'started');
    return ok(null);
  });
}

/**
 * Takes the file in, some thousand lines a transaction; the next are read and hashed while these are written. Goes on
 * where a killed run stopped.
 */
export async function runImport(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const importId = run.subject!;
    const file = await fileInWork(ctx, importId, 'running');
    const done = Number(run.done);
    const reader = readerOf(ctx, file);
    const checks = await ctx.transaction((h) => readChecks(ctx, h, file.row.system_id));
    let passed = 0;
    let writing: Promise<void> = Promise.resolve();
    for await (const part of inParts(dataLines(ctx, file), LINES_AT_ONCE)) {
      passed += part.length;
      const fresh = part.slice(Math.max(0, part.length - (passed - done)));
      if (passed <= done || fresh.length === 0) continue;
      const read = await prepareLines(ctx, reader, checks, fresh);
      await writing;
      writing = writePart(ctx, runId, file.row, read, passed);
      // A failure is thrown when the next part waits for it, not as a rejection nobody handles.
      writing.catch(() => {});
    }
    await writing;
    await ctx.transaction(async (h) => {
      const row = await lockImport(h, importId);
      if (row?.state !== 'running') return;
      await setImport(h, importId, { state: 'finished', total: passed, finished_at: ctx.clock.now() });
      await finishRun(ctx, h, runId, { total: passed });
      await recordTrail(
        ctx,
        h,
        'import-run',
        importId,
        `${passed} lines: ${row.recorded} recorded, ${row.quarantined} quarantined`,
      );
    });
    await ctx.storage.remove(file.row.file_path);
  });
}

async function writePart(
  ctx: Context,
  runId: RunId,
  row: ImportRow,
  read: ReadLines,
  doneLines: number,
): Promise<void> {
  const { id: importId, system_id: systemId } = row;
  await ctx.transaction(async (h) => {
    const outcomes = await settleLines(ctx, h, systemId, read);
    const seal = await rawSealer(ctx, h, row);
    await addImportLines(
      h,
      importId,
      outcomes.map((outcome, i) => lineRow(seal, importId, read.lines[i]!, outcome)),
    );
    await moveRun(h, runId, { done: doneLines });
  });
}

/** What the ledger has needs no second copy; what it has not must not be lost. An erased person's line is not kept. */
export function lineRow(
  seal: (line: number, raw: string) => Buffer,
  importId: ImportId,
  { line, raw }: Line,
  outcome: RecordOutcome,
): ImportLineRow {
  return {
    import_id: importId,
    line,
    status: outcome.status,
    reasons: outcome.reasons,
    choice_id: outcome.id ?? null,
    identifier_hashes: outcome.identifierHashes,
    raw_sealed: outcome.status === 'quarantined' || outcome.status === 'conflict' ? seal(line, raw) : null,
  };
}
