import { sealedText } from '../keys/sealedValue';

// What a field said before and says now, under the request's own key.

export const actWas = sealedText('record_acts.was_sealed', (actId: string) => `act:${actId}:was`);
export const actValue = sealedText('record_acts.value_sealed', (actId: string) => `act:${actId}`);
