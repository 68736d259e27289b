'use server';

import type { ActionResult } from '../../../ui/shared/actionResult';
import { cancelRun } from '../../../usecases/runs/cancelRun';
import { act } from '../../lib/act';

export async function stopRun(id: string): Promise<ActionResult> {
  return act((ctx) => cancelRun(ctx, { id: String(id) }));
}
