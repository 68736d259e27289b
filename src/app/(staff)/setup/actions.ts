'use server';

import type { ActionResult } from '../../../ui/parts/actionResult';
import { setColleagueActive } from '../../../usecases/access/signIn';
import { approveKeyExport, askForKeys, fetchKeys } from '../../../usecases/keys/exportKeys';
import { startRotation } from '../../../usecases/keys/rotateKeys';
import { act } from '../../lib/act';

export async function setActive(id: string, active: boolean): Promise<ActionResult> {
  return act((ctx) => setColleagueActive(ctx, { id, active }));
}

export async function rotateNow(): Promise<ActionResult<{ id: string }>> {
  return act((ctx) => startRotation(ctx));
}

export async function askForKeysNow(reason: string): Promise<ActionResult<{ id: string }>> {
  return act((ctx) => askForKeys(ctx, { reason }));
}

export async function approveKeysNow(id: string): Promise<ActionResult> {
  return act((ctx) => approveKeyExport(ctx, { id }));
}

export async function fetchKeysNow(id: string, passphrase: string): Promise<ActionResult<{ copy: string }>> {
  return act((ctx) => fetchKeys(ctx, { id, passphrase }));
}
