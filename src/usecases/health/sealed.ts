import { sealedText } from '../keys/sealedValue';

/** The name of a file or a message that could not be taken: it may name anybody, so it is under the installation's own key until it is. */
export const arrivalName = sealedText('arrivals.name_sealed', () => 'arrival');
