'use server';

import { askIdInput, wordingDraftInput } from '../../../core/asks/schema';
import * as askUse from '../../../usecases/asks/useAsk';
import * as wordings from '../../../usecases/asks/wordings';
import { audienceInput } from '../../../core/audiences/schema';
import { chosenDriftInput, startComparisonInput } from '../../../core/drift/schema';
import { correctLineInput, importInput, mapImportInput } from '../../../core/imports/schema';
import {
  choiceInput,
  countSealedInput,
  exportInput,
  findAtCounterInput,
  handChoiceSchema,
  purposeDraftSchema,
  startRemovalInput,
} from '../../../core/ledger/schema';
import { startRebuildInput } from '../../../core/standing/schema';
import * as audiences from '../../../usecases/audiences/checkAudience';
import * as drafts from '../../../usecases/audiences/checkDraft';
import * as comparing from '../../../usecases/drift/compareSystem';
import * as drift from '../../../usecases/drift/putRight';
import * as lines from '../../../usecases/imports/correctLines';
import * as mapping from '../../../usecases/imports/mapImport';
import * as imports from '../../../usecases/imports/runImport';
import * as heads from '../../../usecases/ledger/depositHead';
import * as exporting from '../../../usecases/ledger/exportLedger';
import * as proofs from '../../../usecases/ledger/proofs';
import * as counter from '../../../usecases/ledger/recordByHand';
import * as removal from '../../../usecases/ledger/removeSealed';
import * as verification from '../../../usecases/ledger/verifyLedger';
import * as purposes from '../../../usecases/purposes/changePurpose';
import * as rebuilding from '../../../usecases/standing/rebuildFolds';
import { act, actAlone, actOnFile } from '../../lib/act';

// The seal.
export const startVerification = actAlone(verification.startVerification);
export const startDeposit = actAlone(heads.startDeposit);
export const proveChoice = act(choiceInput, proofs.proveChoice);
export const startRebuild = act(startRebuildInput, rebuilding.startRebuild);
export const startExport = act(exportInput, exporting.startExport);
export const countSealed = act(countSealedInput, removal.countSealed);
export const startRemoval = act(startRemovalInput, removal.startRemoval);

// At the counter.
export const findAtCounter = act(findAtCounterInput, counter.findAtCounter);
export const recordByHand = act(handChoiceSchema, counter.recordByHand);

// Files.
export const startImport = act(importInput, imports.startImport);
export const mapImport = act(mapImportInput, mapping.mapImport);
export const correctLine = act(correctLineInput, lines.correctLine);
export const rerunHeld = act(importInput, lines.rerunHeld);

// Drift.
export const startComparison = act(startComparisonInput, comparing.startComparison);
export const putRight = act(chosenDriftInput, drift.putRight);
export const believe = act(chosenDriftInput, drift.believe);

// Before a send.
export const askAgain = act(audienceInput, audiences.askAgain);
export const checkDraft = actOnFile(drafts.checkDraft);

// Purposes.
export const checkWording = act(wordingDraftInput, wordings.checkWording);
export const publishWording = act(wordingDraftInput, wordings.publishWording);
export const countAsk = act(askIdInput, askUse.countAsk);
export const previewPurpose = act(purposeDraftSchema, purposes.previewPurpose);
export const publishPurpose = act(purposeDraftSchema, purposes.publishPurpose);
