import type { Knex } from 'knex';

/** Payloads hold ids only. */
export interface JobPayloads {
  'deliver-letters': Record<string, never>;
  'run-import': { importId: string };
  'verify-ledger': { verificationId: string };
  'trace-step': { traceId: string; systemId: string; round: number };
  'build-pack': { packId: string };
  'run-erasure': { planId: string };
}

export type JobName = keyof JobPayloads;

export const JOB_NAMES: readonly JobName[] = ['deliver-letters', 'run-import', 'verify-ledger', 'trace-step', 'build-pack', 'run-erasure'];

export interface Jobs {
  /** Written in the transaction that causes it; runs after `startAfter` (machine time) if given. */
  enqueue<N extends JobName>(trx: Knex.Transaction, name: N, payload: JobPayloads[N], startAfter?: string): Promise<void>;
}
