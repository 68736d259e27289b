'use server';

import type { ActionResult } from '../../../ui/parts/actionResult';
import { setColleagueActive } from '../../../usecases/access/signIn';
import { act } from '../../lib/act';

export async function setActive(id: string, active: boolean): Promise<ActionResult> {
  return act((ctx) => setColleagueActive(ctx, { id, active }));
}
