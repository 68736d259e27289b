import * as yup from 'yup';
import { idField } from '../shared/inputs';

export const startComparisonInput = yup.object({ systemId: yup.string().max(60) }).noUnknown();

const some = yup.object({ ids: yup.array(idField()).min(1, 'Choose a difference.').max(5000).required() }).noUnknown();
const whole = yup
  .object({ systemId: idField(), purpose: idField(), count: yup.number().integer().min(0).required() })
  .noUnknown();
export type ChosenDrift = yup.InferType<typeof some> | yup.InferType<typeof whole>;

/** Some differences by their ids, or all of a system and a purpose with how many there were to see. */
export const chosenDriftInput = yup.lazy((value: unknown) =>
  typeof value === 'object' && value !== null && 'ids' in value ? some.required() : whole.required(),
) as unknown as yup.Schema<ChosenDrift>;
