import { sayGroups } from '../trace/counts';
import { CHOICE_RIGHTS } from '../carryOut/effects';
import type { Stage, StageFacts } from './stages';

export interface NextAct {
  code:
    | 'ask-identity'
    | 'wait-for-identity'
    | 'refuse-identity'
    | 'start-trace'
    | 'wait-for-trace'
    | 'review'
    | 'decide'
    | 'wait-for-helpers'
    | 'show-authority'
    | 'answer-appeal'
    | 'build-pack'
    | 'make-plan'
    | 'confirm-plan'
    | 'wait-for-erasure'
    | 'send-pack'
    | 'act'
    | 'answer'
    | 'nothing';
  text: string;
  waitsOn: 'us' | 'person' | 'machine' | 'helper' | null;
}

export interface CarryOutFacts {
  pack: 'none' | 'building' | 'ready' | 'sent' | 'downloaded';
  plan: 'none' | 'draft' | 'executing' | 'stopped' | 'finished';
  /** Owners of systems who have not answered yet. */
  helpers_open: number;
}

/** The one thing to do next, in the words of a button or of a wait. */
export function nextAct(stage: Stage, facts: StageFacts, carry: CarryOutFacts): NextAct {
  const us = (code: NextAct['code'], text: string): NextAct => ({ code, text, waitsOn: 'us' });
  switch (stage) {
    case 'intake':
    case 'identity':
      if (facts.authority === 'needed') return us('show-authority', 'Check that they may ask for this person');
      if (facts.identity === 'asked')
        return { code: 'wait-for-identity', text: 'Waiting for proof of identity', waitsOn: 'person' };
      return facts.identity === 'failed'
        ? us('refuse-identity', 'Answer: identity not proven')
        : us('ask-identity', 'Ask for proof of identity');
    case 'trace':
      if (facts.trace === 'none') return us('start-trace', 'Start the trace');
      if (facts.trace === 'running') return { code: 'wait-for-trace', text: 'Trace is running', waitsOn: 'machine' };
      return us('review', `Review ${sayGroups(facts.matchesUndecided)}`);
    case 'decide':
      if (carry.helpers_open > 0)
        return {
          code: 'wait-for-helpers',
          text: `Waiting for ${carry.helpers_open} ${carry.helpers_open === 1 ? 'owner' : 'owners'} of systems`,
          waitsOn: 'helper',
        };
      return us('decide', 'Decide');
    case 'carry-out':
      return carryOut(facts, carry);
    case 'answer':
      return carry.pack === 'ready' ? us('send-pack', 'Send the pack') : us('answer', 'Send the answer');
    case 'appeal':
      return us('answer-appeal', 'Answer the appeal');
    case 'closed':
      return { code: 'nothing', text: 'Closed', waitsOn: null };
  }
}

function carryOut(facts: StageFacts, carry: CarryOutFacts): NextAct {
  const us = (code: NextAct['code'], text: string): NextAct => ({ code, text, waitsOn: 'us' });
  if (facts.right === 'erasure') {
    if (carry.plan === 'stopped') return us('make-plan', 'Plan again: a hold was placed');
    if (carry.plan === 'none') return us('make-plan', 'Make the erasure plan');
    if (carry.plan === 'draft') return us('confirm-plan', 'Confirm the erasure plan');
    return { code: 'wait-for-erasure', text: 'Erasure is running', waitsOn: 'machine' };
  }
  if (facts.right === 'access' || facts.right === 'portability') {
    if (carry.pack === 'none') return us('build-pack', 'Build the pack');
    if (carry.pack === 'building') return { code: 'build-pack', text: 'Pack is being built', waitsOn: 'machine' };
    return us('send-pack', 'Send the pack');
  }
  return us(
    'act',
    CHOICE_RIGHTS.has(facts.right)
      ? 'Record it in the ledger'
      : facts.right === 'rectification'
        ? 'Correct the records'
        : facts.right === 'restriction'
          ? 'Restrict the records'
          : 'Carry it out',
  );
}
