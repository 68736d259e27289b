import type { SystemId } from '../../core/shared/ids';
import type { UploadRefusal } from '../../core/imports/refusals';
import type { Readable } from 'node:stream';
import { checkMapping, cellsOf, type Mapping } from '../../core/imports/mapping';
import { ok, refuse, type Result } from '../../core/shared/result';
import { importOfFile, insertImport, type ImportRow } from '../../db/imports/imports';
import { mappingsOf } from '../../db/imports/mappings';
import { systemById } from '../../db/systems/systems';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { recordTrail } from '../trail/recordTrail';
import { vaultOf } from '../keys/vault';
import { newWorkKey } from '../keys/workKeys';
import { mayImport } from './mayImport';
import { FileDamaged, FileTooLarge, storeFile, type FileFacts } from './readFile';
import { importFileName, importHeader, importKey } from './sealed';

export interface Uploaded {
  id: string;
  /** Null where nobody has said yet how files of this layout are read. */
  mapping: string | null;
}

export interface Upload {
  systemId: SystemId;
  fileName: string;
  content: Readable;
  way: ImportRow['way'];
  /** The name of a saved mapping; without it, the one that fits the columns. */
  mapping?: string;
  /** Goes straight in, without a dry run. */
  runNow?: boolean;
}

const MOST_BYTES = 8 * 1024 ** 3;

/** Takes a file in as it flows, sealed, and finds how it is to be read. Nothing is recorded yet. */
export async function uploadImport(ctx: Context, input: Upload): Promise<Result<Uploaded, UploadRefusal>> {
  if (ctx.actor.kind === 'user' && !reach(ctx, 'imports.run'))
    return refuse({ code: 'not-allowed', act: 'imports.run' });
  // Before a byte of it is taken.
  const may = await ctx.transaction(async (h): Promise<Result<null, UploadRefusal>> => {
    if (!(await systemById(h, input.systemId))) return refuse({ code: 'unknown-system', system: input.systemId });
    return (await mayImport(ctx, h, input.systemId)) ? ok(null) : refuse({ code: 'not-allowed', act: 'imports.run' });
  });
  if (!may.ok) return may;
  const id = ctx.keys.id('imp');
  const path = `import-${id}`;
  const keyId = await ctx.transaction((h) => newWorkKey(ctx, h, { kind: 'import', subject: id }));
  const stored = await store(ctx, path, input.content, keyId);
  if (!stored.ok) return stored;
  const file = stored.value;
  const result = await ctx.transaction(async (h): Promise<Result<Uploaded, UploadRefusal>> => {
    if (!(await systemById(h, input.systemId))) return refuse({ code: 'unknown-system', system: input.systemId });
    if (input.way === 'folder' && (await importOfFile(h, input.systemId, file.sha256, 'folder')))
      return ok({ id: '', mapping: null });
    const chosen = await chooseMapping(h, input, file);
    if (!chosen.ok && input.way !== 'folder') return chosen;
    const mapping = chosen.ok ? chosen.value : null;
    // A file in a watched folder that cannot be read is noted once, and shown: nobody else would learn of it.
    const state = !chosen.ok ? 'failed' : !mapping ? 'unmapped' : input.runNow ? 'running' : 'checking';
    await insertImport(
      h,
      await rowOf(ctx, h, {
        id,
        path,
        keyId,
        input,
        file,
        state,
        mapping,
        error: chosen.ok ? null : chosen.refusal.code,
      }),
    );
    if (state === 'running' || state === 'checking')
      await beginRun(ctx, h, state === 'running' ? 'run-import' : 'check-import', {
        id: ctx.keys.id('run'),
        subject: id,
      });
    await recordTrail(ctx, h, 'import-checked', id, `${file.bytes} bytes, ${input.way}`);
    return chosen.ok ? ok({ id, mapping: mapping?.name ?? null }) : chosen;
  });
  if (!result.ok || result.value.id === '') await ctx.storage.remove(path);
  return result;
}

/** An import that has counted nothing yet. */
async function rowOf(
  ctx: Context,
  h: Handle,
  of: Pick<ImportRow, 'id' | 'state' | 'error'> & {
    path: string;
    keyId: string;
    input: Upload;
    file: FileFacts;
    mapping: { mapping: Mapping } | null;
  },
): Promise<ImportRow> {
  const { id, path, keyId, input, file, state, mapping, error } = of;
  return {
    id,
    system_id: input.systemId,
    file_sha256: file.sha256,
    file_path: path,
    file_name_sealed: await importFileName.close(vaultOf(ctx, h), keyId, input.fileName, id),
    data_key_id: keyId,
    encoding: file.encoding,
    state,
    format: file.format,
    header: null,
    header_sealed: file.format === 'ndjson' ? null : await importHeader.close(vaultOf(ctx, h), keyId, file.header, id),
    delimiter: file.delimiter,
    mapping: mapping?.mapping ?? null,
    bytes: file.bytes,
    way: input.way,
    total: 0,
    recorded: 0,
    duplicate: 0,
    conflict: 0,
    suppressed: 0,
    quarantined: 0,
    created_by: ctx.actor.id,
    created_at: ctx.clock.now(),
    finished_at: null,
    preview: null,
    error,
  };
}

async function store(
  ctx: Context,
  path: string,
  content: Readable,
  keyId: string,
): Promise<Result<FileFacts, UploadRefusal>> {
  try {
    const file = await storeFile(
      ctx,
      path,
      content,
      MOST_BYTES,
      await ctx.transaction((h) => importKey(h, { data_key_id: keyId })),
    );
    if (file.header.trim() !== '') return ok(file);
    await ctx.storage.remove(path);
    return refuse({ code: 'file-empty' });
  } catch (error) {
    await ctx.storage.remove(path);
    if (error instanceof FileDamaged) return refuse({ code: 'file-damaged' });
    if (error instanceof FileTooLarge) return refuse({ code: 'file-too-large', most: error.most });
    throw error;
  }
}

export function columnsOf(file: Pick<FileFacts, 'format' | 'header' | 'delimiter'>): string[] {
  if (file.format !== 'ndjson') return (cellsOf(file.header, file.delimiter) ?? []).map((name) => name.trim());
  try {
    return Object.keys(JSON.parse(file.header) as object);
  } catch {
    return [];
  }
}

/** NDJSON in the API's own shape needs no mapping of its own. */
const OWN_SHAPE: Mapping = { columns: {}, answers: {}, purposes: {}, constants: {}, addressFrom: null };

async function chooseMapping(
  h: Handle,
  input: Upload,
  file: FileFacts,
): Promise<Result<{ name: string; mapping: Mapping } | null, UploadRefusal>> {
  const columns = columnsOf(file);
  if (file.format === 'ndjson' && columns.includes('identifiers')) return ok({ name: 'choices', mapping: OWN_SHAPE });
  const saved = await mappingsOf(h, input.systemId);
  if (input.mapping) {
    const named = saved.find(({ name }) => name === input.mapping);
    if (!named) return refuse({ code: 'unknown-mapping', mapping: input.mapping });
    const wrong = checkMapping(named.mapping, columns);
    return wrong ? refuse(wrong) : ok(named);
  }
  const fitting = saved.find(({ mapping }) => checkMapping(mapping, columns) === null);
  if (fitting) return ok(fitting);
  // A machine cannot be asked which column is what: the file of another layout is refused, with what is missing.
  if (input.way !== 'page')
    return refuse(saved[0] ? checkMapping(saved[0].mapping, columns)! : { code: 'unknown-mapping', mapping: '' });
  return ok(null);
}
