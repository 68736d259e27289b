import type { Handle } from '../shared/handle';

export interface DepositRow {
  size: number;
  root: Buffer;
  signed_at: string;
  deposited_at: string;
  file: string | null;
  mailed_to: string | null;
}

export async function insertDeposit(h: Handle, row: DepositRow): Promise<void> {
  await h.trx('ledger_deposits').insert(row).onConflict('size').ignore();
}

export async function lastDeposit(h: Handle): Promise<DepositRow | undefined> {
  return h.trx('ledger_deposits').orderBy('size', 'desc').first();
}
