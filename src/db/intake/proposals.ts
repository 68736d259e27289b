import type { DataKeyId, ProposalId, RequestId } from '../../core/shared/ids';
import type { Reason } from '../../core/words/reasons';
import type { Right } from '../../core/requests/rights';
import type { Handle } from '../shared/handle';

export interface ProposalRow {
  id: ProposalId;
  message_hash: Buffer;
  received_at: string;
  taken_at: string;
  right: Right | null;
  language: string;
  reasons: Reason[];
  data_key_id: DataKeyId;
  /** Keyed hash of the sender’s address, for searches and erasures. */
  sender_hash: Buffer | null;
  content_sealed: Buffer | null;
  state: 'waiting' | 'opened' | 'set-aside';
  request_id: RequestId | null;
  decided_by: string | null;
  decided_at: string | null;
}

/** False where this message was taken before. */
export async function insertProposal(h: Handle, row: ProposalRow): Promise<boolean> {
  const rows = (await h
    .trx('mail_proposals')
    .insert({ ...row, reasons: JSON.stringify(row.reasons) })
    .onConflict('message_hash')
    .ignore()
    .returning('id')) as unknown[];
  return rows.length > 0;
}

export async function isProposed(h: Handle, messageHash: Buffer): Promise<boolean> {
  return Boolean(await h.trx('mail_proposals').select('id').where({ message_hash: messageHash }).first());
}

/** Of some messages those that were proposed, by their hashes in hexadecimal. */
export async function proposedAmong(h: Handle, hashes: readonly Buffer[]): Promise<Set<string>> {
  const rows: { message_hash: Buffer }[] = await h
    .trx('mail_proposals')
    .select('message_hash')
    .whereRaw('message_hash = any(?)', [[...hashes]]);
  return new Set(rows.map(({ message_hash }) => message_hash.toString('hex')));
}

export async function waitingProposals(h: Handle, limit: number): Promise<ProposalRow[]> {
  return h.trx('mail_proposals').where({ state: 'waiting' }).orderBy('received_at').limit(limit);
}

export async function countProposals(h: Handle): Promise<number> {
  const row = (await h.trx('mail_proposals').where({ state: 'waiting' }).count('* as n').first()) as unknown as {
    n: number;
  };
  return Number(row.n);
}

export async function lockProposal(h: Handle, id: string): Promise<ProposalRow | undefined> {
  return h.trx('mail_proposals').where({ id }).forUpdate().first();
}

export async function setProposal(h: Handle, id: string, change: Partial<ProposalRow>): Promise<void> {
  await h.trx('mail_proposals').where({ id }).update(change);
}

/** Waiting messages of senders with these keyed hashes. */
export async function proposalsBySender(h: Handle, hashes: readonly Buffer[]): Promise<ProposalRow[]> {
  return h
    .trx('mail_proposals')
    .where({ state: 'waiting' })
    .whereIn('sender_hash', [...hashes])
    .limit(200);
}
