import type { ConfirmProposalRefusal, SetAsideProposalRefusal } from '../../core/intake/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { OpenRequestRefusal } from '../../core/intake/refusals';
import type { InferType } from 'yup';
import type { openRequestSchema } from '../../core/requests/schema';
import type { ProposalView } from '../../core/intake/views';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { destroyDataKeys } from '../../db/keys/dataKeys';
import type { Handle } from '../../db/shared/handle';
import { lockProposal, setProposal, waitingProposals, type ProposalRow } from '../../db/intake/proposals';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { recordLook } from '../trail/recordLook';
import { recordTrail } from '../trail/recordTrail';
import { fromStaffForm } from './openFromStaff';
import { openRequestIn, type OpenedRequest } from './openRequest';
import { proposalContent } from './sealed';

const SHOWN = 50;

/** What came to the privacy mailbox and waits for a colleague. A look: it is in the trail. */
export async function readProposals(ctx: Context): Promise<Result<ProposalView[], AccessRefusal>> {
  if (!reach(ctx, 'requests.work')) return refuse({ code: 'not-allowed', act: 'requests.work' });
  return ctx.transaction(async (h) => {
    const vault = vaultOf(ctx, h);
    const views: ProposalView[] = [];
    for (const row of await waitingProposals(h, SHOWN)) {
      const content = await proposalContent.open(vault, row.data_key_id, row.content_sealed, row.id);
      if (!content) continue;
      const { from, subject, text } = content;
      const [givenName = '', ...rest] = (from?.name ?? '').trim().split(/\s+/);
      views.push({
        id: row.id,
        receivedOn: localDay(row.received_at, ctx.organisation.zone),
        right: row.right,
        language: row.language,
        reasons: row.reasons,
        from: from ? { ...from, givenName, familyName: rest.join(' ') } : null,
        subject,
        text,
      });
    }
    if (views.length > 0) await recordLook(ctx, h, 'proposals-viewed', null, `${views.length}`);
    return ok(views);
  });
}

type Confirm = InferType<typeof openRequestSchema>;

/** The colleague has looked at it, corrected what was wrong, and opens the request. The proposal’s copy of the message goes. */
export async function confirmProposal(
  ctx: Context,
  input: { id: string; form: Confirm },
): Promise<Result<OpenedRequest, OpenRequestRefusal | ConfirmProposalRefusal>> {
  if (!reach(ctx, 'requests.work')) return refuse({ code: 'not-allowed', act: 'requests.work' });
  return ctx.transaction(async (h) => {
    const row = await claim(ctx, h, input.id, 'opened');
    if (!row) return refuse({ code: 'proposal-gone' });
    const opened = await openRequestIn(ctx, h, fromStaffForm(ctx, { ...input.form, channel: 'mail' }));
    if (!opened.ok) {
      await setProposal(h, row.id, { state: 'waiting', decided_by: null, decided_at: null });
      return opened;
    }
    await setProposal(h, row.id, { request_id: opened.value.id });
    await forget(ctx, h, row);
    return opened;
  });
}

/** It is no request: an advertisement, a question for the shop. Its text goes at once. */
export async function setAsideProposal(
  ctx: Context,
  input: { id: string },
): Promise<Result<null, AccessRefusal | SetAsideProposalRefusal>> {
  if (!reach(ctx, 'requests.work')) return refuse({ code: 'not-allowed', act: 'requests.work' });
  return ctx.transaction(async (h) => {
    const row = await claim(ctx, h, input.id, 'set-aside');
    if (!row) return refuse({ code: 'proposal-gone' });
    await forget(ctx, h, row);
    return ok(null);
  });
}

/** Two colleagues at one message come one after the other; the second is told that it is gone. */
async function claim(ctx: Context, h: Handle, id: string, state: 'opened' | 'set-aside'): Promise<ProposalRow | null> {
  const row = await lockProposal(h, id);
  if (row?.state !== 'waiting') return null;
  await setProposal(h, id, { state, decided_by: ctx.actor.id, decided_at: ctx.clock.now() });
  await recordTrail(ctx, h, state === 'opened' ? 'proposal-opened' : 'proposal-set-aside', id);
  return row;
}

async function forget(ctx: Context, h: Handle, row: ProposalRow): Promise<void> {
  await setProposal(h, row.id, { content_sealed: null, sender_hash: null });
  await destroyDataKeys(h, [row.data_key_id], ctx.clock.now());
}
