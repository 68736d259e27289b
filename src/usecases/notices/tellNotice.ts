import { noticeChangedMail } from '../../core/letters/mailings';
import type { NoticeRefusal } from '../../core/notices/refusals';
import type { RunId } from '../../core/shared/ids';
import { ok, refuse, type Result } from '../../core/shared/result';
import { countUnderEarlier, peopleUnderEarlier, setTold, versionsOfNotice } from '../../db/notices/notices';
import { identifiersOf, personById } from '../../db/people/persons';
import { lastRun } from '../../db/runs/runs';
import type { Handle } from '../../db/shared/handle';
import { vaultOf } from '../keys/vault';
import { queueMail } from '../letters/queueMail';
import { personIdentifier } from '../people/sealed';
import { beginRun } from '../runs/beginRun';
import { finishRun, moveRun, workOnRun } from '../runs/workOnRun';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

const PEOPLE_AT_ONCE = 200;

/**
 * Tells by mail, once for a version, everybody who chose under an earlier one. It is information the law wants told (GDPR art. 12(1),
 * 13(3)) and no advertising: it needs no consent, and carries nothing else.
 */
export async function startTelling(
  ctx: Context,
  { id }: { id: string },
): Promise<Result<{ people: number }, NoticeRefusal>> {
  if (!reach(ctx, 'purposes.publish')) return refuse({ code: 'not-allowed', act: 'purposes.publish' });
  return ctx.transaction<Result<{ people: number }, NoticeRefusal>>(async (h) => {
    await h.trx.raw('select pg_advisory_xact_lock(hashtext(?))', [`tell ${id}`]);
    const [last] = await versionsOfNotice(h, id);
    if (!last) return refuse({ code: 'not-found' });
    if (await lastRun(h, 'tell-notice', { subject: `${id} ${last.version}` }))
      return refuse({ code: 'notice-told-already' });
    const people = await countUnderEarlier(h, id, last.version);
    if (people === 0) return refuse({ code: 'notice-nobody-to-tell' });
    await beginRun(ctx, h, 'tell-notice', { id: ctx.keys.id('tln'), subject: `${id} ${last.version}`, total: people });
    await recordTrail(ctx, h, 'notice-told', id, `version ${last.version}, ${people} people concerned`);
    return ok({ people });
  });
}

/** Queues the mails by parts: each part with how far it is, so that nobody is told twice after a kill. */
export async function tellNotice(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const at = run.subject!.lastIndexOf(' ');
    const [id, version] = [run.subject!.slice(0, at), Number(run.subject!.slice(at + 1))];
    let { after = 0, told = 0, without = 0 } = run.counts as { after?: number; told?: number; without?: number };
    let done = Number(run.done);
    for (;;) {
      const more = await ctx.transaction(async (h) => {
        const people = await peopleUnderEarlier(h, { notice: id, before: version, after, limit: PEOPLE_AT_ONCE });
        for (const one of people) {
          if (await tellOne(ctx, h, one.id, id)) told++;
          else without++;
        }
        done += people.length;
        after = people.at(-1)?.no ?? after;
        await moveRun(h, runId, { done, counts: { after, told, without } });
        if (people.length > 0) return true;
        await setTold(h, id, version, told);
        await finishRun(ctx, h, runId);
        return false;
      });
      if (!more) return;
    }
  });
}

/** @returns whether there is an address to tell them by */
async function tellOne(ctx: Context, h: Handle, personId: string, notice: string): Promise<boolean> {
  const person = await personById(h, personId);
  const own = person && (await identifiersOf(h, [person.id])).find(({ kind }) => kind === 'email');
  const address = own
    ? await personIdentifier.open(vaultOf(ctx, h), person.data_key_id, own.value_sealed, person.id)
    : null;
  if (!person || !address) return false;
  const link = `${ctx.baseUrl}/notice/${notice}${person.language ? `?lang=${person.language.slice(0, 2)}` : ''}`;
  const mailing = noticeChangedMail({ language: person.language, organisation: ctx.organisation, link });
  await queueMail(ctx, h, address, mailing, { personId: person.id });
  return true;
}
