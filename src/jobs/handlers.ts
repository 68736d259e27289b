import type { JobName, JobPayloads } from '../ports/jobs';
import { checkAudience } from '../usecases/audiences/checkAudience';
import { depositHead } from '../usecases/ledger/depositHead';
import { exportLedger } from '../usecases/ledger/exportLedger';
import { rebuildFolds } from '../usecases/standing/rebuildFolds';
import { removeSealed } from '../usecases/ledger/removeSealed';
import { verifyLedger } from '../usecases/ledger/verifyLedger';
import type { Context } from '../usecases/shared/context';
import { compareSystem } from '../usecases/drift/compareSystem';
import { correctDrift } from '../usecases/drift/putRight';
import { runErasure } from '../usecases/erasure/runErasure';
import { checkImport } from '../usecases/imports/checkImport';
import { runImport } from '../usecases/imports/runImport';
import { rotateKeys } from '../usecases/keys/rotateKeys';
import { deliverLetters } from '../usecases/letters/deliverLetters';
import { buildPack } from '../usecases/packs/buildPack';
import { findSamePeople } from '../usecases/intake/findSamePeople';
import { runRecordActs } from '../usecases/carryOut/recordActs';
import { readNoticePage } from '../usecases/notices/readPage';
import { tellNotice } from '../usecases/notices/tellNotice';
import { trySite } from '../usecases/sites/trySite';
import { scanSite } from '../usecases/sites/scanSite';
import { callWebhook } from '../usecases/webhooks/callWebhook';
import { findAlike } from '../usecases/trace/findAlike';
import { traceSystem } from '../usecases/trace/traceSystem';

type Handlers = { [N in JobName]: (ctx: Context, payload: JobPayloads[N]) => Promise<unknown> };

/** One use case per job. Each can be run again: it asks what is already done. */
export const HANDLERS: Handlers = {
  'deliver-letters': (ctx) => deliverLetters(ctx),
  'check-import': checkImport,
  'run-import': runImport,
  'verify-ledger': verifyLedger,
  'trace-system': traceSystem,
  'find-alike': findAlike,
  'find-same-people': (ctx) => findSamePeople(ctx),
  'build-pack': buildPack,
  'run-erasure': runErasure,
  'run-record-acts': runRecordActs,
  'rebuild-folds': rebuildFolds,
  'export-ledger': exportLedger,
  'check-audience': checkAudience,
  'compare-system': compareSystem,
  'correct-drift': (ctx) => correctDrift(ctx),
  'deposit-head': (ctx) => depositHead(ctx),
  'call-webhook': callWebhook,
  'scan-site': scanSite,
  'try-site': trySite,
  'read-notice': readNoticePage,
  'tell-notice': tellNotice,
  'rotate-keys': rotateKeys,
  'remove-sealed': removeSealed,
};
