import type { Regime } from '../clock/regimes';
import { reason } from '../shared/reason';
import type { Reason } from '../words/reasons';
import type { Right } from '../requests/rights';

export const IDENTITY_METHODS = ['mailed-code', 'facts', 'shop-session', 'document-seen'] as const;
export type IdentityMethod = (typeof IDENTITY_METHODS)[number];

export interface MethodOffer {
  method: IdentityMethod;
  isEnough: boolean;
  reasons: Reason[];
}

/** How many facts have to agree before they count as proof. */
export function factsNeeded(right: Right): 2 | 3 {
  return right === 'access' || right === 'portability' || right === 'erasure' ? 3 : 2;
}

/**
 * Which ways of proving identity are in proportion to the right and the data. Nothing is asked that the right does not need,
 * and for data of special categories what a stranger could know is not enough.
 * Source: GDPR art. 12(6); EDPB Guidelines 01/2022 on access, no. 65–79.
 *
 * @param isSpecial the person's data may hold special categories (GDPR art. 9)
 */
export function identityMethods(right: Right, isSpecial: boolean): MethodOffer[] {
  const handsOver = right === 'access' || right === 'portability';
  const factsAreEnough = !(isSpecial && handsOver);
  return [
    {
      method: 'mailed-code',
      isEnough: true,
      reasons: [reason({ code: 'own-mailbox' }, 'EDPB 01/2022 no. 66')],
    },
    {
      method: 'shop-session',
      isEnough: true,
      reasons: [reason({ code: 'signed-in' }, 'EDPB 01/2022 no. 66')],
    },
    {
      method: 'facts',
      isEnough: factsAreEnough,
      reasons: [
        factsAreEnough
          ? reason({ code: 'facts', count: factsNeeded(right) }, 'EDPB 01/2022 no. 68')
          : reason({ code: 'special-data' }, 'GDPR art. 9; EDPB 01/2022 no. 70'),
      ],
    },
    {
      method: 'document-seen',
      isEnough: true,
      reasons: [reason({ code: 'document' }, 'EDPB 01/2022 no. 74–79')],
    },
  ];
}

/** What asking for proof does to the clock. */
export type AskingReason = Extract<Reason, { code: `asking-${string}` }>;

/** What asking does to the clock, said before it is done. */
export function askingAndClock(laws: readonly Pick<Regime, 'id' | 'title' | 'identity' | 'source'>[]): AskingReason {
  // Where several laws bind, the clock of the one that does not stop runs on, and its date is the one to keep.
  const runsOn = laws.find(({ identity }) => identity === 'runs-on');
  if (runsOn) return reason({ code: 'asking-runs-on', law: laws.length === 1 ? null : runsOn.title }, runsOn.source);
  if (laws.some(({ identity }) => identity === 'pauses'))
    return reason({ code: 'asking-pauses' }, laws[0]!.id === 'eu-gdpr' ? 'GDPR art. 12(6)' : laws[0]!.source);
  return reason({ code: 'asking-moves-start' }, 'UK GDPR art. 12A');
}
