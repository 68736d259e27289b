'use server';

import type { ImportPreview } from '../../../core/consent/views';
import { ok } from '../../../core/shared/result';
import type { ActionResult } from '../../../ui/parts/actionResult';
import { startVerification } from '../../../usecases/consent/verifyLedger';
import { checkImport } from '../../../usecases/imports/checkImport';
import { startImport } from '../../../usecases/imports/runImport';
import { act } from '../../lib/act';

export async function verifyNow(): Promise<ActionResult<{ id: string }>> {
  return act((ctx) => startVerification(ctx));
}

export async function checkFile(form: FormData): Promise<ActionResult<ImportPreview>> {
  const file = form.get('file');
  if (!(file instanceof File) || file.size === 0) return { ok: false, message: 'Choose a file that is not empty.' };
  const bytes = Buffer.from(await file.arrayBuffer());
  return act((ctx) => checkImport(ctx, { systemId: 'sys_tills', fileName: file.name.slice(0, 200), bytes }));
}

export async function runFile(importId: string): Promise<ActionResult> {
  return act(async (ctx) => {
    const result = await startImport(ctx, { importId });
    return result.ok ? ok(null) : result;
  });
}
