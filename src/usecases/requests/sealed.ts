import type { RequestId } from '../../core/shared/ids';
import type { PersonRecord } from '../../core/people/record';
import { firstShape, sealedAs, sealedText } from '../keys/sealedValue';

// What a request holds of people, under the request's own key.

/** Who asks for the person, where somebody does. */
export interface OnBehalf {
  kind: string;
  name: string;
  /** Where the answer goes; without one it goes to the person. */
  email?: string | null | undefined;
}

export type SaidPerson = PersonRecord & { onBehalf?: OnBehalf | null };

/** What the request says of the person. */
export const saidPerson = sealedAs(
  firstShape<SaidPerson>(),
  'requests.person_sealed',
  (requestId: RequestId) => `person:${requestId}`,
);
export const requestText = sealedText('requests.text_sealed', (requestId: RequestId) => `text:${requestId}`);
export const decisionReason = sealedText(
  'requests.decision_reason_sealed',
  (requestId: RequestId) => `decision:${requestId}`,
);
export const noteText = sealedText('request_notes.text_sealed', (noteId: string) => `note:${noteId}`);
