'use server';

import type { ActionResult } from '../../../ui/parts/actionResult';
import { testSystem } from '../../../usecases/systems/readSystems';
import { act } from '../../lib/act';

export async function reachSystem(id: string): Promise<ActionResult<{ collections: number }>> {
  return act((ctx) => testSystem(ctx, { id }));
}
