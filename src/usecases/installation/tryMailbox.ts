import type { TryMailboxRefusal } from '../../core/installation/refusals';
import { installationOf } from '../../core/installation/settings';
import { ok, refuse, type Result } from '../../core/shared/result';
import type { Context } from '../shared/context';
import { faultCode } from '../shared/faultCode';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { readKept } from './readKept';

/** Looks into the privacy mailbox as it is set: how many messages lie there. None is read, none is marked. */
export async function tryMailbox(ctx: Context): Promise<Result<{ messages: number }, TryMailboxRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  const { mailbox } = installationOf({ ...ctx.layers, kept: await readKept(ctx) });
  if (!mailbox) return refuse({ code: 'mailbox-not-set' });
  const note = (said: string) => ctx.transaction((h) => recordTrail(ctx, h, 'settings-tried', 'mailbox', said));
  try {
    const messages = (await ctx.outside.inboxAt(mailbox).keys()).length;
    await note(`${messages} messages`);
    return ok({ messages });
  } catch (error) {
    const said = faultCode(error);
    await note(`not reached: ${said}`);
    return refuse({ code: 'mailbox-failed', said });
  }
}
