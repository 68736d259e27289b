import { readIntent } from '../../core/requests/readIntent';
import { countProposals, insertProposal, isProposed } from '../../db/requests/proposals';
import type { Context } from '../context';
import { indexText, normaliseIdentifier } from '../persons/identifierKeys';
import { vaultOf } from '../shared/vault';
import { recordTrail } from '../trail/recordTrail';

/** The personal part of a proposal, sealed under a key of its own. */
export interface ProposalContent {
  from: { name: string; address: string } | null;
  subject: string;
  text: string;
}

const MOST_TEXT = 20_000;

/**
 * Looks into the privacy mailbox and proposes each new message as a request: right, person and day of receipt filled in.
 * Nothing becomes a request by itself; a colleague confirms or sets aside.
 *
 * @param seen keys this process has looked at already
 * @returns how many were proposed, and how many could not be read
 */
export async function takeInbox(ctx: Context, seen: Set<string> = new Set()): Promise<{ proposed: number; unreadable: number }> {
  const result = { proposed: 0, unreadable: 0 };
  if (!ctx.inbox) return result;
  for (const key of await ctx.inbox.keys()) {
    if (seen.has(key)) continue;
    seen.add(key);
    const message = await ctx.inbox.read(key);
    if (!message) {
      result.unreadable++;
      continue;
    }
    const hash = ctx.keys.index(`message:${message.key}`);
    const now = ctx.clock.now();
    // A header that names a day to come is wrong: it cannot have arrived before now.
    const receivedAt = message.receivedAt && message.receivedAt < now ? message.receivedAt : now;
    const intent = readIntent(message.subject, message.text);
    const isNew = await ctx.transaction(async (h) => {
      if (await isProposed(h, hash)) return false;
      const id = ctx.keys.id('prp');
      const vault = vaultOf(ctx, h);
      const dataKey = await vault.newKey();
      const content: ProposalContent = { from: message.from, subject: message.subject, text: message.text.slice(0, MOST_TEXT) };
      const inserted = await insertProposal(h, {
        id, message_hash: hash, received_at: receivedAt, taken_at: now, right: intent.right, language: intent.language, reasons: intent.reasons, data_key_id: dataKey, sender_hash: senderHash(ctx, message.from?.address),
        content_sealed: await vault.seal(dataKey, JSON.stringify(content), `proposal:${id}`), state: 'waiting', request_id: null, decided_by: null, decided_at: null,
      });
      if (inserted) await recordTrail(ctx, h, 'mail-proposed', id);
      return inserted;
    });
    if (isNew) result.proposed++;
  }
  return result;
}

function senderHash(ctx: Context, address: string | undefined): Buffer | null {
  const identifier = address ? normaliseIdentifier('email', address, '', null) : null;
  return identifier ? ctx.keys.index(indexText(identifier)) : null;
}

export async function countWaitingProposals(ctx: Context): Promise<number> {
  return ctx.transaction(countProposals);
}
