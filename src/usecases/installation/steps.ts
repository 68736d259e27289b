import type { AccessRefusal } from '../../core/access/refusals';
import { stepsOf } from '../../core/installation/steps';
import type { StepsView } from '../../core/installation/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lastBeat } from '../../db/health/heartbeats';
import { installationCounts, settingsOf } from '../../db/installation/settings';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

/** What is still to be done before this office can answer, as a list that stays until it is done. */
export async function readSteps(ctx: Context): Promise<Result<StepsView, AccessRefusal>> {
  if (!reach(ctx, 'installation.see')) return refuse({ code: 'not-allowed', act: 'installation.see' });
  return ctx.reading(async (h) => ok(await stepsView(ctx, h)));
}

export async function stepsView(ctx: Context, h: Handle): Promise<StepsView> {
  const counts = await installationCounts(h);
  const [mail, mailbox] = [await settingsOf(h, 'mail'), await settingsOf(h, 'mailbox')];
  const { given, fallback } = ctx.layers;
  const steps = stepsOf({
    isMailSet: Boolean(given.smtpUrl ?? mail?.said.mailHost ?? fallback.smtpUrl),
    isMailProven: Boolean(mail?.proven_at),
    isMailboxSet: Boolean(given.mailboxPath ?? (mailbox?.said.mailboxKind && mailbox.said.mailboxKind !== 'none')),
    coordinators: counts.coordinators,
    administrators: counts.administrators,
    systems: counts.systems,
    tracedSystems: counts.traced,
    purposes: counts.purposes,
    retentionRules: counts.retention,
    retentionDrafts: counts.drafts,
    lawsStated: counts.laws > 0,
    lastBackupAt: await lastBeat(h, 'backup'),
    keyCopies: counts.copies,
    baseUrl: ctx.baseUrl,
  });
  return {
    steps,
    done: steps.filter(({ isDone }) => isDone).length,
    needed: steps.filter(({ isDone, isNeeded }) => isNeeded && !isDone).length,
  };
}
