import { sayReasons } from '../../core/words/reasons';
import type { AccessRefusal } from '../../core/access/refusals';
import type { HeldLine, ImportState, ImportSummary, ImportView } from '../../core/imports/views';
import { csvLine } from '../../core/shared/csv';
import { ok, refuse, type Result } from '../../core/shared/result';
import { heldLines, importById, listImports, type ImportRow } from '../../db/imports/imports';
import { systemsWithMappings } from '../../db/imports/mappings';
import { lastRun, type RunRow } from '../../db/runs/runs';
import { listSystems } from '../../db/systems/systems';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { viewOrNull } from '../runs/runView';
import { recordLook } from '../trail/recordLook';
import { fileOf } from './fileOf';
import { systemsInReach } from '../systems/systemsInReach';
import { importableSystems, mayImport } from './mayImport';
import { openFileName, openPreview, openRaw } from './sealed';
import { proposeFor } from './proposeFor';

const HELD_A_PAGE = 200;

async function summary(
  ctx: Context,
  h: Handle,
  row: ImportRow,
  systems: ReadonlyMap<string, string>,
): Promise<ImportSummary> {
  const { id, state, total, recorded, duplicate, conflict, suppressed, quarantined, encoding, bytes, way, error } = row;
  return {
    id,
    state,
    total,
    recorded,
    duplicate,
    conflict,
    suppressed,
    quarantined,
    encoding,
    bytes,
    way,
    error,
    fileName: await openFileName(ctx, h, row),
    system: systems.get(row.system_id) ?? row.system_id,
    at: row.created_at,
    run: viewOrNull(ctx, await runOf(h, row)),
  };
}

/** The dry run while there is nothing more, else the taking in. */
async function runOf(h: Handle, { id, state }: Pick<ImportRow, 'id' | 'state'>): Promise<RunRow | undefined> {
  const kind = state === 'running' || state === 'finished' ? 'run-import' : 'check-import';
  return lastRun(h, kind, { subject: id });
}

export async function readImports(ctx: Context): Promise<Result<ImportSummary[], AccessRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  return ctx.transaction(async (h) => {
    const systems = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const summaries: ImportSummary[] = [];
    for (const row of await listImports(h, 20, await importableSystems(ctx, h)))
      summaries.push(await summary(ctx, h, row, systems));
    return ok(summaries);
  });
}

/**
 * One import: what the dry run says, what became of it, and the lines that did not simply go in. A look at personal
 * data: it is in the trail.
 */
export async function readImport(
  ctx: Context,
  input: { id: string; after?: number },
): Promise<Result<ImportView, AccessRefusal>> {
  if (ctx.actor.kind !== 'machine' && !reach(ctx, 'imports.run'))
    return refuse({ code: 'not-allowed', act: 'imports.run' });
  const isTheirs = await ctx.transaction(async (h) => {
    const row = await importById(h, input.id);
    return row !== undefined && (await mayImport(ctx, h, row.system_id));
  });
  if (!isTheirs) return refuse({ code: 'not-found' });
  const file = await fileOf(ctx, input.id);
  const toMap = file?.row.state === 'unmapped' ? await proposeFor(ctx, file) : null;
  return ctx.transaction(async (h) => {
    const row = await importById(h, input.id);
    if (!row) return refuse({ code: 'not-found' });
    const systems = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const held: HeldLine[] = [];
    for (const line of await heldLines(h, row.id, input.after ?? 0, HELD_A_PAGE))
      held.push({
        line: line.line,
        status: line.status,
        reasons: line.reasons,
        raw: await openRaw(ctx, h, { import_id: row.id, data_key_id: row.data_key_id }, line),
      });
    const preview = row.preview && { ...row.preview, held: await openPreview(ctx, h, row) };
    if (held.length > 0 || preview || toMap) await recordLook(ctx, h, 'quarantine-opened', row.id);
    return ok({
      summary: await summary(ctx, h, row, systems),
      held,
      next: held.length === HELD_A_PAGE ? held.at(-1)!.line : null,
      preview,
      toMap: row.state === 'unmapped' ? toMap : null,
    });
  });
}

/** For machines: the counts, which add up to the file. */
export async function readImportState(
  ctx: Context,
  input: { id: string },
): Promise<Result<ImportState, AccessRefusal>> {
  return ctx.transaction(async (h) => {
    const row = await importById(h, input.id);
    if (!row || !(await mayImport(ctx, h, row.system_id))) return refuse({ code: 'not-found' });
    const { id, state, total, recorded, duplicate, conflict, suppressed, quarantined } = row;
    const run = await lastRun(h, 'run-import', { subject: id });
    const done_lines = Number(run?.done ?? 0);
    return ok({ id, state, total, recorded, duplicate, conflict, suppressed, quarantined, done_lines });
  });
}

/** What was held back as CSV, safe to open in a spreadsheet. */
export function heldCsv(lines: readonly HeldLine[]): string {
  return (
    csvLine(['line', 'status', 'reasons', 'raw']) +
    lines.map((line) => csvLine([line.line, line.status, sayReasons(line.reasons), line.raw])).join('')
  );
}

/** The sources a file can come from, those with a mapping first. */
export async function readImportSources(ctx: Context): Promise<Result<{ id: string; name: string }[], AccessRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  return ctx.transaction(async (h) => {
    const systems = (await systemsInReach(ctx, h, 'imports.run')).filter(({ kind }) => kind !== 'bookend');
    const mapped = new Set(await systemsWithMappings(h));
    return ok(
      systems.map(({ id, name }) => ({ id, name })).sort((a, b) => Number(mapped.has(b.id)) - Number(mapped.has(a.id))),
    );
  });
}
