import { lastRun } from '../src/db/runs/runs';
import { createReadStream, writeFileSync } from 'node:fs';
import { runImport } from '../src/usecases/imports/runImport';
import { uploadImport } from '../src/usecases/imports/uploadImport';
import type { Context } from '../src/usecases/shared/context';
import { timed } from './measure';

const HEADER = 'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick';

/** A till file of so many lines, ten a person as the ledger has ten choices a person. `mark` keeps its people apart from those of another file. */
export function writeTillFile(path: string, lines: number, mark: string): void {
  const of = (i: number) => i % (lines / 10);
  writeFileSync(
    path,
    [
      HEADER,
      ...Array.from(
        { length: lines },
        (_, i) =>
          `T${mark}${i};2026-01-${String((i % 27) + 1).padStart(2, '0')};Aarhus;L-${mark}${of(i)};Ann${i % 40};Skov${i % 90};${mark}p${of(i)}@mail.example;;DK;newsletter;${i % 3 ? 'J' : 'N'}`,
      ),
    ].join('\r\n'),
  );
}

/** Seconds to take a file in, from its checked upload to the last line. @throws where not every line was recorded */
export async function importSeconds(ctx: Context, path: string, lines: number): Promise<number> {
  const uploaded = await uploadImport(ctx, {
    systemId: 'sys_tills',
    fileName: 'till.csv',
    content: createReadStream(path),
    way: 'api',
    runNow: true,
  });
  if (!uploaded.ok) throw new Error(uploaded.refusal.code);
  const run = (await ctx.transaction((h) => lastRun(h, 'run-import', { subject: uploaded.value.id })))!;
  const seconds = await timed(() => runImport(ctx, { runId: run.id }));
  const { recorded } = await ctx.transaction(
    async (h) =>
      (await h.trx('imports').select('recorded').where({ id: uploaded.value.id }).first()) as { recorded: number },
  );
  if (recorded !== lines) throw new Error(`${recorded} of ${lines} lines were recorded`);
  return seconds;
}
