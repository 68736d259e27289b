import chardet from 'chardet';
import iconv from 'iconv-lite';
import { checkTillHeader, tillLines, type TillFileRefusal } from './tillFile';
import type { RecordStatus } from '../../core/consent/schema';
import type { ImportPreview } from '../../core/consent/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { insertImport } from '../../db/imports/imports';
import type { Handle } from '../../db/handle';
import { systemById } from '../../db/systems/systems';
import type { Context } from '../context';
import { reach, type AccessRefusal } from '../shared/may';
import { writeSealedFile } from '../shared/sealedFile';
import { recordTrail } from '../trail/recordTrail';
import { recordTillLines } from './recordTillLines';

export type ImportRefusal = AccessRefusal | TillFileRefusal | { code: 'file-too-large'; bytes: number; most: number } | { code: 'unknown-system'; system: string };

const MOST_BYTES = 50 * 1024 * 1024;
const HELD_SHOWN = 50;
const LINES_AT_ONCE = 1000;

/** A dry run: does all that the import would do, counts it, and undoes it. The file is kept sealed for the run. */
export async function checkImport(ctx: Context, input: { systemId: string; fileName: string; bytes: Buffer }): Promise<Result<ImportPreview, ImportRefusal>> {
  if (!reach(ctx, 'imports.run')) return refuse({ code: 'not-allowed', act: 'imports.run' });
  if (input.bytes.length > MOST_BYTES) return refuse({ code: 'file-too-large', bytes: input.bytes.length, most: MOST_BYTES });
  const { text, encoding } = decode(input.bytes);
  const { header, lines } = tillLines(text);
  const wrong = checkTillHeader(header);
  if (wrong) return refuse(wrong);

  const counts: Record<RecordStatus, number> = { recorded: 0, duplicate: 0, conflict: 0, suppressed: 0, quarantined: 0 };
  const held: ImportPreview['held'] = [];
  const known = await ctx.transaction((h) => systemById(h, input.systemId));
  if (!known) return refuse({ code: 'unknown-system', system: input.systemId });
  await rolledBack(ctx, async (h) => {
    for (let at = 0; at < lines.length; at += LINES_AT_ONCE) {
      const part = lines.slice(at, at + LINES_AT_ONCE);
      for (const [i, outcome] of (await recordTillLines(ctx, h, input.systemId, header, part)).entries()) {
        counts[outcome.status]++;
        if (outcome.status !== 'recorded' && held.length < HELD_SHOWN) held.push({ line: part[i]!.line, status: outcome.status, reasons: outcome.reasons, raw: part[i]!.raw.slice(0, 400) });
      }
    }
  });
  const id = ctx.keys.id('imp');
  const path = `import-${id}`;
  await writeSealedFile(ctx, path, text);
  await ctx.transaction(async (h) => {
    await insertImport(h, {
      id, system_id: input.systemId, file_sha256: ctx.keys.hash(input.bytes), file_path: path, file_name_sealed: ctx.keys.sealOwn(input.fileName, id), encoding, state: 'checked', total: lines.length,
      recorded: 0, duplicate: 0, conflict: 0, suppressed: 0, quarantined: 0, created_by: ctx.actor.id, created_at: ctx.clock.now(), finished_at: null, done_lines: 0, error: null,
    });
    await recordTrail(ctx, h, 'import-checked', id, `${lines.length} lines`);
  });
  return ok({ id, encoding, total: lines.length, counts, held });
}

class Undo extends Error {}

async function rolledBack(ctx: Context, work: (h: Handle) => Promise<void>): Promise<void> {
  await ctx
    .transaction(async (h) => {
      await work(h);
      throw new Undo('a dry run ends here');
    })
    .catch((error: unknown) => {
      if (!(error instanceof Undo)) throw error;
    });
}

/** UTF-8 where the bytes are that; else what the letters look like. */
function decode(bytes: Buffer): { text: string; encoding: string } {
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    const guess = chardet.detect(bytes);
    const encoding = guess && guess !== 'UTF-8' && iconv.encodingExists(guess) ? guess : 'windows-1252';
    return { text: iconv.decode(bytes, encoding), encoding };
  }
}
