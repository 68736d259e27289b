import { sealedText } from '../keys/sealedValue';

/** What an entry says in words, under the key of its subject. */
export const trailDetails = sealedText('trail.details_sealed', (entryId: string) => entryId);
