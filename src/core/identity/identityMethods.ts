import type { Regime } from '../clock/regimes';
import { reason, type Reason } from '../shared/reason';
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
      reasons: [
        reason(
          'own-mailbox',
          'Whoever reads the mailbox that is on file is taken to be the person.',
          'EDPB 01/2022 no. 66',
        ),
      ],
    },
    {
      method: 'shop-session',
      isEnough: true,
      reasons: [reason('signed-in', 'They signed in where they are known already.', 'EDPB 01/2022 no. 66')],
    },
    {
      method: 'facts',
      isEnough: factsAreEnough,
      reasons: [
        factsAreEnough
          ? reason(
              'facts',
              `${factsNeeded(right)} things only the person is likely to know have to agree with what is on file.`,
              'EDPB 01/2022 no. 68',
            )
          : reason(
              'special-data',
              'Data of special categories would be handed over: what others may know is not enough.',
              'GDPR art. 9; EDPB 01/2022 no. 70',
            ),
      ],
    },
    {
      method: 'document-seen',
      isEnough: true,
      reasons: [reason('document', 'A document is looked at, and only the outcome is kept.', 'EDPB 01/2022 no. 74–79')],
    },
  ];
}

/** What asking does to the clock, said before it is done. */
export function askingAndClock(laws: readonly Pick<Regime, 'id' | 'title' | 'identity' | 'source'>[]): Reason {
  // Where several laws bind, the clock of the one that does not stop runs on, and its date is the one to keep.
  const runsOn = laws.find(({ identity }) => identity === 'runs-on');
  if (runsOn)
    return reason(
      'runs-on',
      laws.length === 1
        ? 'Asking does not stop the clock under this law.'
        : `Asking does not stop the clock of ${runsOn.title}.`,
      runsOn.source,
    );
  if (laws.some(({ identity }) => identity === 'pauses'))
    return reason(
      'pauses',
      'Asked in time, it pauses the clock until the proof comes.',
      laws[0]!.id === 'eu-gdpr' ? 'GDPR art. 12(6)' : laws[0]!.source,
    );
  return reason('moves-start', 'Asked in time, the period starts on the day identity is proven.', 'UK GDPR art. 12A');
}
