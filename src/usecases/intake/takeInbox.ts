import { readIntent } from '../../core/intake/readIntent';
import { countProposals, insertProposal, isProposed, proposedAmong } from '../../db/intake/proposals';
import type { Inbox, InboxMessage } from '../../ports/inbox';
import type { Context } from '../shared/context';
import { noteKept, noteWaiting } from '../health/arrivals';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { proposalContent, type ProposalContent } from './sealed';

const MOST_TEXT = 20_000;

/**
 * Looks into the privacy mailbox and proposes each new message as a request: right, person and day of receipt filled in.
 * Nothing becomes a request by itself; a colleague confirms or sets aside. A message counts as seen only once it is kept.
 *
 * @param seen keys this process has kept already
 * @returns how many were proposed, how many could not be read, and how many wait because something is away
 */
export async function takeInbox(
  ctx: Context,
  seen: Set<string> = new Set(),
): Promise<{ proposed: number; unreadable: number; waiting: number }> {
  const result = { proposed: 0, unreadable: 0, waiting: 0 };
  if (!ctx.inbox) return result;
  const keys = await ctx.inbox.keys().catch(async (error: unknown) => {
    await noteWaiting(ctx, { kind: 'mail', source: null, key: MAILBOX, state: 'waiting' }, error);
    throw error;
  });
  await noteKept(ctx, 'mail', MAILBOX);
  await leaveOutKnown(ctx, ctx.inbox, keys, seen);
  for (const key of keys) {
    if (seen.has(key)) continue;
    try {
      const message = await ctx.inbox.read(key);
      if (message && (await propose(ctx, message))) result.proposed++;
      await noteKept(ctx, 'mail', key);
      seen.add(key);
    } catch (error) {
      const isUnreadable = error instanceof Error && error.name === 'UnreadableMessage';
      await noteWaiting(
        ctx,
        { kind: 'mail', source: null, key, state: isUnreadable ? 'unreadable' : 'waiting' },
        error,
      );
      if (isUnreadable) {
        result.unreadable++;
        seen.add(key);
      } else result.waiting++;
    }
  }
  return result;
}

/** Messages that are looked for among those that were kept, so many in one question. */
const AT_ONCE = 5000;

/** After a start nothing is known of what was taken before: it is asked for by what it is known by, and not read again. */
async function leaveOutKnown(ctx: Context, inbox: Inbox, keys: readonly string[], seen: Set<string>): Promise<void> {
  const fresh = keys.filter((key) => !seen.has(key));
  for (let from = 0; from < fresh.length; from += AT_ONCE) {
    const part = fresh.slice(from, from + AT_ONCE);
    const hashes = part.map((key) => ctx.keys.index(`message:${inbox.identify(key)}`));
    const known = await ctx.reading((h) => proposedAmong(h, hashes));
    part.forEach((key, i) => known.has(hashes[i]!.toString('hex')) && seen.add(key));
  }
}

/** Stands for the mailbox itself among what waits. */
const MAILBOX = 'the mailbox';

/** @returns false where it was proposed before */
async function propose(ctx: Context, message: InboxMessage): Promise<boolean> {
  const hash = ctx.keys.index(`message:${message.key}`);
  const now = ctx.clock.now();
  // A header that names a day to come is wrong: it cannot have arrived before now.
  const receivedAt = message.receivedAt && message.receivedAt < now ? message.receivedAt : now;
  const intent = readIntent(message.subject, message.text);
  return ctx.transaction(async (h) => {
    if (await isProposed(h, hash)) return false;
    const id = ctx.keys.id('prp');
    const vault = vaultOf(ctx, h);
    const dataKey = await vault.newKey();
    const content: ProposalContent = {
      from: message.from,
      subject: message.subject,
      text: message.text.slice(0, MOST_TEXT),
    };
    const inserted = await insertProposal(h, {
      id,
      message_hash: hash,
      received_at: receivedAt,
      taken_at: now,
      right: intent.right,
      language: intent.language,
      reasons: intent.reasons,
      data_key_id: dataKey,
      sender_hash: senderHash(ctx, message.from?.address),
      content_sealed: await proposalContent.close(vault, dataKey, content, id),
      state: 'waiting',
      request_id: null,
      decided_by: null,
      decided_at: null,
    });
    if (inserted) await recordTrail(ctx, h, 'mail-proposed', id);
    return inserted;
  });
}

function senderHash(ctx: Context, address: string | undefined): Buffer | null {
  const identifier = address ? normaliseIdentifier('email', address, '', null) : null;
  return identifier ? ctx.keys.index(indexText(identifier)) : null;
}

export async function countWaitingProposals(ctx: Context): Promise<number> {
  return ctx.transaction(countProposals);
}
