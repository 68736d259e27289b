import type { JobName, JobPayloads } from '../ports/jobs';
import { verifyLedger } from '../usecases/consent/verifyLedger';
import type { Context } from '../usecases/context';
import { runErasure } from '../usecases/erasure/runErasure';
import { runImport } from '../usecases/imports/runImport';
import { deliverLetters } from '../usecases/letters/deliverLetters';
import { buildPack } from '../usecases/packs/buildPack';
import { runTraceStep } from '../usecases/trace/runTraceStep';

type Handlers = { [N in JobName]: (ctx: Context, payload: JobPayloads[N]) => Promise<unknown> };

/** One use case per job. Each can be run again: it asks what is already done. */
export const HANDLERS: Handlers = {
  'deliver-letters': (ctx) => deliverLetters(ctx),
  'run-import': runImport,
  'verify-ledger': verifyLedger,
  'trace-step': runTraceStep,
  'build-pack': buildPack,
  'run-erasure': runErasure,
};
