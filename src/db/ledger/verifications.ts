import type { LedgerFault } from '../../core/ledger/verify';
import type { RunRow } from '../runs/runs';
import type { Handle } from '../shared/handle';

/** A run of the kind `verify-ledger`, counted in folios, with what it found. */
export type VerificationRow = RunRow & { faults: LedgerFault[] };

export async function insertVerification(h: Handle, id: string): Promise<void> {
  await h.trx('ledger_verifications').insert({ id });
}

export async function setFaults(h: Handle, id: string, faults: readonly LedgerFault[]): Promise<void> {
  await h
    .trx('ledger_verifications')
    .where({ id })
    .update({ faults: JSON.stringify(faults) });
}

export async function verificationById(h: Handle, id: string): Promise<VerificationRow | undefined> {
  return h.trx('ledger_verifications').join('runs', 'runs.id', 'ledger_verifications.id').where('runs.id', id).first();
}

export async function lastVerification(h: Handle): Promise<VerificationRow | undefined> {
  return h.trx('ledger_verifications').join('runs', 'runs.id', 'ledger_verifications.id').orderBy('no', 'desc').first();
}
