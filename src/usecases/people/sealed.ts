import type { PersonId } from '../../core/shared/ids';
import { sealedText } from '../keys/sealedValue';

// What Bookend knows of people, under each person's own key; why two are one human being, under a key that dies with either.

export const personName = sealedText('persons.name_sealed', (personId: PersonId) => `name:${personId}`);
export const personIdentifier = sealedText(
  'identifiers.value_sealed',
  (personId: PersonId) => `identifier:${personId}`,
);
export const linkReason = sealedText(
  ['person_links.reason_sealed', 'person_links.unlink_reason_sealed'],
  (linkId: string) => linkId,
);
