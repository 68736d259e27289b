'use server';

import { carryOutChoicesInput, correctFieldInput, tellRecipientInput } from '../../../core/carryOut/schema';
import { changeBasisInput, recordClockEventInput, whatIfInput } from '../../../core/clock/schema';
import { confirmPlanInput } from '../../../core/erasure/schema';
import { cancelTaskInput } from '../../../core/helpers/schema';
import { askIdentityInput, checkFactsInput, proveAtCounterInput } from '../../../core/identity/schema';
import { takeOverMappingInput, confirmProposalInput, joinRequestsInput } from '../../../core/intake/schema';
import { sendAgainInput } from '../../../core/letters/schema';
import { startPackInput } from '../../../core/packs/schema';
import {
  addNoteInput,
  answerAppealInput,
  answerByLetterInput,
  decideInput,
  openRequestSchema,
  receiveAppealInput,
  reopenInput,
  setMatterInput,
  setOwnerInput,
  takeBackNoteInput,
} from '../../../core/requests/schema';
import { idInput, refInput } from '../../../core/shared/inputs';
import {
  acceptBandInput,
  askSecondReaderInput,
  giveVerdictsInput,
  redactInput,
  retrySystemInput,
  startTraceInput,
  strikeInput,
} from '../../../core/trace/schema';
import * as choices from '../../../usecases/carryOut/carryOutChoices';
import * as records from '../../../usecases/carryOut/recordActs';
import * as recipients from '../../../usecases/carryOut/tellRecipients';
import * as basis from '../../../usecases/clock/changeBasis';
import * as clock from '../../../usecases/clock/recordClockEvent';
import * as plan from '../../../usecases/erasure/makePlan';
import * as tasks from '../../../usecases/helpers/cancelTask';
import * as facts from '../../../usecases/identity/checkFacts';
import * as identity from '../../../usecases/identity/identity';
import * as acknowledgement from '../../../usecases/intake/acknowledge';
import * as joining from '../../../usecases/intake/joinRequests';
import * as opening from '../../../usecases/intake/openFromStaff';
import * as proposals from '../../../usecases/intake/proposals';
import * as letters from '../../../usecases/letters/sendAgain';
import * as packs from '../../../usecases/packs/buildPack';
import * as handOver from '../../../usecases/packs/handOver';
import * as appeals from '../../../usecases/requests/appeals';
import * as decision from '../../../usecases/requests/decide';
import * as notes from '../../../usecases/requests/notes';
import * as reopening from '../../../usecases/requests/reopenRequest';
import * as matters from '../../../usecases/requests/setMatter';
import * as redaction from '../../../usecases/trace/redact';
import * as review from '../../../usecases/trace/review';
import * as secondReader from '../../../usecases/trace/secondReader';
import * as tracing from '../../../usecases/trace/startTrace';
import * as steering from '../../../usecases/trace/steerTrace';
import * as takingOver from '../../../usecases/intake/takeOver';
import { act, actOnFile, actOnFileSaid } from '../../lib/act';

// What came in.
export const readTakeOver = actOnFile(takingOver.readTakeOver);
export const tryTakeOver = actOnFileSaid(takeOverMappingInput, takingOver.tryTakeOver);
export const takeOver = actOnFileSaid(takeOverMappingInput, takingOver.takeOver);

export const openFromStaff = act(openRequestSchema, opening.openFromStaff);
export const confirmProposal = act(confirmProposalInput, proposals.confirmProposal);
export const setAsideProposal = act(idInput, proposals.setAsideProposal);
export const acknowledgeByHand = act(refInput, acknowledgement.acknowledgeByHand);
export const joinRequests = act(joinRequestsInput, joining.joinRequests);

// Who asks.
export const askIdentity = act(askIdentityInput, identity.askIdentity);
export const proveAtCounter = act(proveAtCounterInput, identity.proveAtCounter);
export const takeBackIdentity = act(refInput, identity.takeBackIdentity);
export const refuseForIdentity = act(refInput, identity.refuseForIdentity);
export const showAuthority = act(refInput, identity.showAuthority);
export const checkFacts = act(checkFactsInput, facts.checkFacts);

// The clock.
export const recordClockEvent = act(recordClockEventInput, clock.recordClockEvent);
export const changeBasis = act(changeBasisInput, basis.changeBasis);
export const whatIf = act(whatIfInput, basis.whatIf);

// Working together.
export const setOwner = act(setOwnerInput, notes.setOwner);
export const takeBackNote = act(takeBackNoteInput, notes.takeBackNote);
export const addNote = act(addNoteInput, notes.addNote);
export const setMatter = act(setMatterInput, matters.setMatter);

// The trace.
export const startTrace = act(startTraceInput, tracing.startTrace);
export const stopTrace = act(refInput, steering.stopTrace);
export const resumeTrace = act(refInput, steering.resumeTrace);
export const strike = act(strikeInput, steering.strike);
export const retrySystem = act(retrySystemInput, review.retrySystem);
export const giveVerdicts = act(giveVerdictsInput, review.giveVerdicts);
export const acceptBand = act(acceptBandInput, review.acceptBand);
export const redact = act(redactInput, redaction.redact);
export const askSecondReader = act(askSecondReaderInput, secondReader.askSecondReader);
export const cancelTask = act(cancelTaskInput, tasks.cancelTask);

// Deciding, carrying out, answering.
export const decide = act(decideInput, decision.decide);
export const readEffects = act(refInput, choices.readEffects);
export const carryOutChoices = act(carryOutChoicesInput, choices.carryOutChoices);
export const readRecordActs = act(refInput, records.readRecordActs);
export const correctField = act(correctFieldInput, records.correctField);
export const restrictAll = act(refInput, records.restrictAll);
export const finishRecordActs = act(refInput, records.finishRecordActs);
export const tellRecipient = act(tellRecipientInput, recipients.tellRecipient);
export const makePlan = act(refInput, plan.makePlan);
export const confirmPlan = act(confirmPlanInput, plan.confirmPlan);
export const startPack = act(startPackInput, packs.startPack);
export const sendPack = act(refInput, handOver.sendPack);
export const answerByLetter = act(answerByLetterInput, decision.answerByLetter);
export const sendAgain = act(sendAgainInput, letters.sendAgain);

// After the answer.
export const receiveAppeal = act(receiveAppealInput, appeals.receiveAppeal);
export const answerAppeal = act(answerAppealInput, appeals.answerAppeal);
export const reopenRequest = act(reopenInput, reopening.reopenRequest);
