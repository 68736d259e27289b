import type { RunId } from '../../core/shared/ids';
import type { DownloadExportRefusal } from '../../core/ledger/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { ExportView } from '../../core/ledger/views';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { reachedWith, type Reached } from '../../core/ledger/trees';
import { csvLine } from '../../core/shared/csv';
import { addDays, beginningOfDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  exportById,
  insertExport,
  listExports,
  setExportPath,
  type ExportFormat,
  type ExportRow,
} from '../../db/ledger/exports';
import { EVERY_CHOICE, streamChoices } from '../../db/ledger/ledger';
import { dataKeys } from '../../db/keys/dataKeys';
import type { Handle } from '../../db/shared/handle';
import type { WrappedKey } from '../../ports/keys';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { asWrapped, vaultOf } from '../keys/vault';
import { newWorkKey } from '../keys/workKeys';
import { beginRun } from '../runs/beginRun';
import { runView } from '../runs/runView';
import { finishRun, moveRun, RunFailed, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';
import { mayReadLedger } from './mayReadLedger';
import { entryOf, identifierHashes, nameIn, peopleOf, type LedgerEntry, type LedgerQuery } from './searchLedger';
import { exportFilter } from './sealed';

function mayExport(ctx: Context): boolean {
  return ctx.actor.kind === 'machine' ? mayReadLedger(ctx) : reach(ctx, 'ledger.export') !== null;
}

/** Asks for a part of the ledger as a file; the worker writes it. `from` and `to` may be days; the last one is included. */
export async function startExport(
  ctx: Context,
  input: LedgerQuery & { format: ExportFormat },
): Promise<Result<{ id: string }, AccessRefusal>> {
  if (!mayExport(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.export' });
  return ctx.transaction(async (h) => {
    const id = ctx.keys.id('exp');
    const { format, ...asked } = input;
    const query = { ...asked, from: edgeOf(ctx, asked.from, 0), to: edgeOf(ctx, asked.to, 1) };
    const key = await newWorkKey(ctx, h, {
      kind: 'export',
      subject: id,
      ...(query.identifier
        ? { hashes: await identifierHashes(ctx, h, query.identifier), name: nameIn(query.identifier) }
        : {}),
    });
    await beginRun(ctx, h, 'export-ledger', { id });
    await insertExport(h, {
      id,
      format,
      filter_sealed: await exportFilter.close(vaultOf(ctx, h), key, query, id),
      data_key_id: key,
    });
    await recordTrail(ctx, h, 'ledger-exported', id, JSON.stringify(query), key);
    return ok({ id });
  });
}

/** The instant a range begins at, or ends before: a day counts whole. @param more days after one */
function edgeOf(ctx: Context, edge: string | null | undefined, more: number): string | null {
  if (!edge) return null;
  return edge.length === 10 ? new Date(beginningOfDay(addDays(edge, more), ctx.organisation.zone)).toISOString() : edge;
}

const ROWS_AT_ONCE = 5000;
const COLUMNS = [
  'id',
  'seq',
  'person',
  'system',
  'purpose',
  'answer',
  'occurredAt',
  'recordedAt',
  'confirms',
  'ask',
  'askVersion',
  'notice',
  'noticeVersion',
  'method',
  'country',
  'language',
  'channel',
  'tree',
  'folio',
  'leaf',
] as const satisfies readonly (keyof LedgerEntry)[];

/** Streams the choices into a sealed file, oldest first, a few thousand at a time. A killed run begins its file anew. */
export async function exportLedger(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async () => {
    const row = (await ctx.transaction((h) => exportById(h, runId)))!;
    const query = await ctx.transaction((h) =>
      exportFilter.open(vaultOf(ctx, h), row.data_key_id, row.filter_sealed, row.id),
    );
    // Whom it was about was erased meanwhile.
    if (query === null) throw new RunFailed('gone');
    const key = await ctx.transaction((h) => exportKey(h, row));
    const name = `export-${runId}`;
    let count = 0;
    async function* lines(): AsyncGenerator<string> {
      yield HEAD[row.format];
      for await (const entries of choicesInOrder(ctx, query!)) {
        yield entries.map((entry, i) => sayEntry(row.format, entry, count + i === 0)).join('');
        count += entries.length;
        await ctx.transaction((h) => moveRun(h, runId, { done: count }));
      }
      yield TAIL[row.format];
    }
    await pipeline(Readable.from(lines()), ctx.keys.sealStream(key), ctx.storage.write(`${name}.part`));
    await ctx.storage.rename(`${name}.part`, name);
    await ctx.transaction(async (h) => {
      await setExportPath(h, runId, name);
      await finishRun(ctx, h, runId, { done: count });
    });
  });
}

/** The key of its file; null: the installation's own. @throws where it was destroyed */
async function exportKey(h: Handle, row: Pick<ExportRow, 'data_key_id'>): Promise<WrappedKey | null> {
  if (!row.data_key_id) return null;
  const key = asWrapped((await dataKeys(h, [row.data_key_id])).get(row.data_key_id));
  if (!key) throw new Error('the key of this export is destroyed');
  return key;
}

async function* choicesInOrder(ctx: Context, query: LedgerQuery): AsyncGenerator<LedgerEntry[]> {
  const personIds = query.identifier ? await ctx.transaction((h) => peopleOf(ctx, h, query.identifier!)) : null;
  for (let after: Reached = new Map(); ;) {
    const rows = await ctx.transaction((h) =>
      streamChoices(h, ctx.trees, {
        ...EVERY_CHOICE,
        purpose: query.purpose ?? null,
        from: query.from ?? null,
        to: query.to ?? null,
        personIds,
        after,
        limit: ROWS_AT_ONCE,
      }),
    );
    if (rows.length > 0) yield rows.map(entryOf);
    if (rows.length < ROWS_AT_ONCE) return;
    after = reachedWith(after, rows);
  }
}

const CONTEXT = { dpv: 'https://w3id.org/dpv#', dct: 'http://purl.org/dc/terms/', schema: 'urn:bookend:choice:' };
const HEAD: Record<ExportFormat, string> = {
  csv: csvLine(COLUMNS),
  ndjson: '',
  jsonld: `{"@context":${JSON.stringify(CONTEXT)},"@graph":[\n`,
};
const TAIL: Record<ExportFormat, string> = { csv: '', ndjson: '', jsonld: '\n]}\n' };

function sayEntry(format: ExportFormat, entry: LedgerEntry, isFirst: boolean): string {
  if (format === 'csv') return csvLine(COLUMNS.map((column) => entry[column]));
  if (format === 'ndjson') return `${JSON.stringify(entry)}\n`;
  const { id, person, purpose, occurredAt, recordedAt, ...rest } = entry;
  const record = {
    '@type': 'dpv:ConsentRecord',
    'dct:identifier': id,
    'dpv:hasDataSubject': person,
    'dpv:hasPurpose': purpose,
    'dct:date': occurredAt,
    'dct:created': recordedAt,
    ...Object.fromEntries(
      Object.entries(rest)
        .filter(([, value]) => value !== null)
        .map(([key, value]) => [`schema:${key}`, value]),
    ),
  };
  return `${isFirst ? '' : ',\n'}${JSON.stringify(record)}`;
}

const viewOf = (ctx: Context, row: ExportRow): ExportView => ({ ...runView(ctx, row), format: row.format });

export async function readExports(ctx: Context): Promise<Result<ExportView[], AccessRefusal>> {
  if (!mayExport(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.export' });
  return ctx.transaction(async (h) => ok((await listExports(h, 20)).map((row) => viewOf(ctx, row))));
}

export async function readExport(ctx: Context, input: { id: string }): Promise<Result<ExportView, AccessRefusal>> {
  if (!mayExport(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.export' });
  return ctx.transaction(async (h) => {
    const row = await exportById(h, input.id);
    return row && (ctx.actor.kind !== 'machine' || row.started_by === ctx.actor.id)
      ? ok(viewOf(ctx, row))
      : refuse({ code: 'not-found' });
  });
}

/** The file itself, unsealed as it streams. Leaves its own entry in the trail. */
export async function downloadExport(
  ctx: Context,
  input: { id: string },
): Promise<Result<{ stream: Readable; name: string; type: string }, AccessRefusal | DownloadExportRefusal>> {
  if (!mayExport(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.export' });
  return ctx.transaction(async (h) => {
    const row = await exportById(h, input.id);
    if (!row || (ctx.actor.kind === 'machine' && row.started_by !== ctx.actor.id)) return refuse({ code: 'not-found' });
    if (row.state !== 'finished' || !row.path) return refuse({ code: 'export-not-ready' });
    const key = await exportKey(h, row).catch(() => undefined);
    if (key === undefined) return refuse({ code: 'not-found' });
    await recordTrail(ctx, h, 'export-downloaded', row.id);
    const sealed = ctx.storage.read(row.path);
    const stream = ctx.keys.unsealStream(key);
    sealed.on('error', (error) => stream.destroy(error));
    return ok({
      stream: sealed.pipe(stream),
      name: `ledger.${row.format}`,
      type: { csv: 'text/csv; charset=utf-8', ndjson: 'application/x-ndjson', jsonld: 'application/ld+json' }[
        row.format
      ],
    });
  });
}
