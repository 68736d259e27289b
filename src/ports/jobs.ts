import type { RequestId, RunId, SystemId, TraceId } from '../core/shared/ids';
import type { Knex } from 'knex';
import { RUN_KINDS, type RunKind } from '../core/runs/views';

/** Payloads hold ids only. Long work whose progress is kept is asked for by its run. */
export interface JobPayloads extends Record<RunKind, { runId: RunId }> {
  'deliver-letters': Record<string, never>;
  'correct-drift': Record<string, never>;
  'deposit-head': Record<string, never>;
  'call-webhook': { webhookId: string };
  'trace-system': { systemId: SystemId };
  'find-alike': { traceId: TraceId };
  'find-same-people': Record<string, never>;
  'run-record-acts': { requestId: RequestId };
}

export type JobName = keyof JobPayloads;

export const JOB_NAMES: readonly JobName[] = [
  ...RUN_KINDS,
  'deliver-letters',
  'trace-system',
  'find-alike',
  'find-same-people',
  'run-record-acts',
  'correct-drift',
  'deposit-head',
  'call-webhook',
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
