import { tillLines } from './tillFile';
import { ok, refuse, type Result } from '../../core/shared/result';
import { addImportLines, importById, lockImport, setImport } from '../../db/imports/imports';
import type { Context } from '../context';
import { reach, type AccessRefusal } from '../shared/may';
import { readSealedFile } from '../shared/sealedFile';
import { recordTrail } from '../trail/recordTrail';
import { recordTillLines } from './recordTillLines';

const LINES_AT_ONCE = 1000;

export type StartImportRefusal = AccessRefusal | { code: 'import-already-started' };

/** Asks for a checked file to be taken in. */
export async function startImport(ctx: Context, { importId }: { importId: string }): Promise<Result<null, StartImportRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  return ctx.transaction(async (h) => {
    const row = await lockImport(h, importId);
    if (!row) return refuse({ code: 'not-found' });
    if (row.state !== 'checked') return refuse({ code: 'import-already-started' });
    await setImport(h, importId, { state: 'running' });
    await ctx.jobs.enqueue(h.trx, 'run-import', { importId });
    await recordTrail(ctx, h, 'import-run', importId, 'started');
    return ok(null);
  });
}

/** Takes the file in, a thousand lines a transaction; goes on where a killed run stopped. */
export async function runImport(ctx: Context, { importId }: { importId: string }): Promise<void> {
  const row = await ctx.transaction((h) => importById(h, importId));
  if (!row || row.state !== 'running') return;
  const { header, lines } = tillLines(await readSealedFile(ctx, row.file_path));
  for (let more = true; more; ) {
    more = await ctx.transaction(async (h) => {
      const now = await lockImport(h, importId);
      if (!now || now.state !== 'running') return false;
      const part = lines.slice(now.done_lines, now.done_lines + LINES_AT_ONCE);
      if (part.length === 0) {
        await setImport(h, importId, { state: 'finished', finished_at: ctx.clock.real() });
        await recordTrail(ctx, h, 'import-run', importId, `${now.total} lines: ${now.recorded} recorded, ${now.quarantined} quarantined`);
        return false;
      }
      const outcomes = await recordTillLines(ctx, h, now.system_id, header, part);
      const rows = outcomes.map((outcome, i) => ({
        import_id: importId, line: part[i]!.line, status: outcome.status, reasons: outcome.reasons, choice_id: outcome.id ?? null, identifier_hashes: outcome.identifierHashes,
        // What the ledger has needs no second copy; what it has not must not be lost. An erased person's line is not kept.
        raw_sealed: outcome.status === 'quarantined' || outcome.status === 'conflict' ? ctx.keys.sealOwn(part[i]!.raw, `${importId}:${part[i]!.line}`) : null,
      }));
      await addImportLines(h, importId, rows, now.done_lines + part.length);
      return true;
    });
  }
  await ctx.storage.remove(row.file_path);
}
