import type { ImportId } from '../../core/shared/ids';
import type { MapImportRefusal } from '../../core/imports/refusals';
import { checkMapping, type Mapping } from '../../core/imports/mapping';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lockImport, setImport } from '../../db/imports/imports';
import { saveMappingRow, type MappingRow } from '../../db/imports/mappings';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { recordTrail } from '../trail/recordTrail';
import { fileOf } from './fileOf';
import { mayImport } from './mayImport';
import { columnsOf } from './uploadImport';

/** Says which column of a file is what, keeps it for the next file of this source, and tries the file out. */
export async function mapImport(
  ctx: Context,
  input: { importId: ImportId; name: string; mapping: Mapping },
): Promise<Result<null, MapImportRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  const file = await fileOf(ctx, input.importId);
  if (!file) return refuse({ code: 'not-found' });
  const wrong = checkMapping(input.mapping, columnsOf(file));
  if (wrong) return refuse(wrong);
  return ctx.transaction(async (h) => {
    const row = await lockImport(h, input.importId);
    if (!row || !(await mayImport(ctx, h, row.system_id))) return refuse({ code: 'not-found' });
    if (row.state !== 'unmapped' && row.state !== 'checked') return refuse({ code: 'import-already-started' });
    await saveMappingRow(h, {
      id: ctx.keys.id('map'),
      system_id: row.system_id,
      name: input.name,
      mapping: input.mapping,
      created_by: ctx.actor.id,
      created_at: ctx.clock.now(),
    });
    await setImport(h, row.id, { state: 'checking', mapping: input.mapping });
    await beginRun(ctx, h, 'check-import', { id: ctx.keys.id('run'), subject: row.id });
    await recordTrail(ctx, h, 'mapping-saved', row.system_id, input.name);
    return ok(null);
  });
}

/** Used by the demo and by a first installation: a mapping that is known from the start. */
export async function addMapping(
  ctx: Context,
  input: Pick<MappingRow, 'system_id' | 'name' | 'mapping'>,
): Promise<void> {
  await ctx.transaction(async (h) => {
    await saveMappingRow(h, {
      id: ctx.keys.id('map'),
      ...input,
      created_by: ctx.actor.id,
      created_at: ctx.clock.now(),
    });
    await recordTrail(ctx, h, 'mapping-saved', input.system_id, input.name);
  });
}
