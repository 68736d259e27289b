import * as yup from 'yup';
import { redactionsSchema } from '../detect/schema';
import { verdictsSchema } from '../requests/schema';
import { idField, refField, yesNo } from '../shared/inputs';
import { conditionsSchema } from './conditions';

export const startTraceInput = yup.object({ ref: refField(), conditions: conditionsSchema.required() }).noUnknown();

export const strikeInput = yup.object({ ref: refField(), keyId: idField(), isStruck: yesNo() }).noUnknown();

export const askSecondReaderInput = yup.object({ ref: refField(), matchId: idField(), isWanted: yesNo() }).noUnknown();

export const retrySystemInput = yup.object({ ref: refField(), systemId: idField() }).noUnknown();

export const giveVerdictsInput = verdictsSchema.shape({ ref: refField() });

export const redactInput = redactionsSchema.shape({ ref: refField(), matchId: idField() });

export const acceptBandInput = yup
  .object({
    ref: refField(),
    band: yup.string().oneOf(['certain', 'likely', 'possible', 'unlikely']).required(),
  })
  .noUnknown();
