import type { HeldLine, ImportSummary } from '../../core/consent/views';
import { csvLine } from '../../core/shared/csv';
import { ok, refuse, type Result } from '../../core/shared/result';
import { heldLines, importById, listImports, type ImportRow } from '../../db/imports/imports';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../context';
import { reach, type AccessRefusal } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

function summary(ctx: Context, row: ImportRow, systems: ReadonlyMap<string, string>): ImportSummary {
  const { id, state, total, recorded, duplicate, conflict, suppressed, quarantined, encoding, done_lines } = row;
  return { id, state, total, recorded, duplicate, conflict, suppressed, quarantined, encoding, done_lines, fileName: ctx.keys.unsealOwn(row.file_name_sealed, id), system: systems.get(row.system_id) ?? row.system_id, at: row.created_at };
}

export async function readImports(ctx: Context): Promise<Result<ImportSummary[], AccessRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  return ctx.transaction(async (h) => {
    const systems = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    return ok((await listImports(h, 20)).map((row) => summary(ctx, row, systems)));
  });
}

/** One import with the lines that did not simply go in. A look at personal data: it is in the trail. */
export async function readImport(ctx: Context, input: { id: string; after?: number }): Promise<Result<{ summary: ImportSummary; held: HeldLine[] }, AccessRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  return ctx.transaction(async (h) => {
    const row = await importById(h, input.id);
    if (!row) return refuse({ code: 'not-found' });
    const systems = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const held = (await heldLines(h, row.id, input.after ?? 0, 200)).map((line) => ({ line: line.line, status: line.status, reasons: line.reasons, raw: line.raw_sealed ? ctx.keys.unsealOwn(line.raw_sealed, `${row.id}:${line.line}`) : null }));
    if (held.length > 0) await recordTrail(ctx, h, 'quarantine-opened', row.id);
    return ok({ summary: summary(ctx, row, systems), held });
  });
}

/** What was held back as CSV, safe to open in a spreadsheet. */
export function heldCsv(lines: readonly HeldLine[]): string {
  return csvLine(['line', 'status', 'reasons', 'raw']) + lines.map((line) => csvLine([line.line, line.status, line.reasons.map(({ text }) => text).join(' '), line.raw])).join('');
}
