import type { LedgerFault } from '../../core/ledger/verify';
import type { Handle } from '../shared/handle';

export interface VerificationRow {
  id: string;
  state: 'running' | 'finished';
  folios_total: number;
  folios_done: number;
  choices_done: number;
  faults: LedgerFault[];
  started_by: string;
  started_at: string;
  finished_at: string | null;
}

export async function insertVerification(
  h: Handle,
  row: Pick<VerificationRow, 'id' | 'folios_total' | 'started_by' | 'started_at'>,
): Promise<void> {
  await h.trx('ledger_verifications').insert({ ...row, state: 'running' });
}

export async function setVerification(
  h: Handle,
  id: string,
  change: Partial<Pick<VerificationRow, 'state' | 'folios_done' | 'choices_done' | 'finished_at'>> & {
    faults?: LedgerFault[];
  },
): Promise<void> {
  await h
    .trx('ledger_verifications')
    .where({ id })
    .update({ ...change, ...(change.faults ? { faults: JSON.stringify(change.faults) } : {}) });
}

export async function verificationById(h: Handle, id: string): Promise<VerificationRow | undefined> {
  return h.trx('ledger_verifications').where({ id }).first();
}

export async function verificationsRunning(h: Handle): Promise<VerificationRow[]> {
  return h.trx('ledger_verifications').where({ state: 'running' }).limit(10);
}

export async function lastVerification(h: Handle): Promise<VerificationRow | undefined> {
  return h.trx('ledger_verifications').orderBy('started_at', 'desc').first();
}
