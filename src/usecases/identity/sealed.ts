import { sealedText } from '../keys/sealedValue';

/** Where a code was sent to, under the request's own key. */
export const checkAddress = sealedText('identity_checks.address_sealed', (checkId: string) => `check:${checkId}`);
