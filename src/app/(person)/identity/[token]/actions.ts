'use server';

import { sayRefusal } from '../../../../ui/messages/refusals';
import type { ActionResult } from '../../../../ui/parts/actionResult';
import { proveIdentity } from '../../../../usecases/requests/identity';
import { hasRoom } from '../../../lib/limits';
import { clientAddress, publicContext } from '../../../lib/session';

export async function proveNow(token: string, code: string): Promise<ActionResult<{ ref: string }>> {
  if (!(await hasRoom('one-time', await clientAddress()))) return { ok: false, message: sayRefusal({ code: 'too-many' }) };
  const result = await proveIdentity(await publicContext(), { token: token.slice(0, 100), code: code.slice(0, 20) });
  return result.ok ? result : { ok: false, message: sayRefusal(result.refusal) };
}
