import type { Knex } from 'knex';

/** Payloads hold ids only. */
export interface JobPayloads {
  'deliver-letters': Record<string, never>;
  'check-import': { importId: string };
  'run-import': { importId: string };
  'rebuild-folds': { rebuildId: string };
  'export-ledger': { exportId: string };
  'check-audience': { runId: string };
  'compare-system': { runId: string };
  'correct-drift': Record<string, never>;
  'deposit-head': Record<string, never>;
  'rotate-keys': { rotationId: string };
  'remove-sealed': { removalId: string };
  'verify-ledger': { verificationId: string };
  'trace-system': { systemId: string };
  'find-alike': { traceId: string };
  'find-same-people': Record<string, never>;
  'build-pack': { packId: string };
  'run-erasure': { planId: string };
  'run-record-acts': { requestId: string };
}

export type JobName = keyof JobPayloads;

export const JOB_NAMES: readonly JobName[] = [
  'deliver-letters',
  'check-import',
  'run-import',
  'verify-ledger',
  'trace-system',
  'find-alike',
  'find-same-people',
  'build-pack',
  'run-erasure',
  'run-record-acts',
  'rebuild-folds',
  'export-ledger',
  'check-audience',
  'compare-system',
  'correct-drift',
  'deposit-head',
  'rotate-keys',
  'remove-sealed',
];

export interface Jobs {
  /**
   * Written in the transaction that causes it; runs after `startAfter` (machine time) if given. A piece of work waits in the queue at
   * most once: asked for again it is only brought forward.
   */
  enqueue<N extends JobName>(
    trx: Knex.Transaction,
    name: N,
    payload: JobPayloads[N],
    startAfter?: string,
  ): Promise<void>;
  /**
   * For work that may have lost its worker: enqueued only where it neither waits nor lives.
   *
   * @param lockName the lock that whoever works on it holds
   * @returns whether it was
   */
  resume<N extends JobName>(
    trx: Knex.Transaction,
    name: N,
    payload: JobPayloads[N],
    lockName: string,
  ): Promise<boolean>;
}
