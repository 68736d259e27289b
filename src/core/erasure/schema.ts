import * as yup from 'yup';
import { idField, refField, wordsOrNone } from '../shared/inputs';

/** Lines of one group of a plan, as they stand in the address. */
export const planLinesInput = yup
  .object({
    ref: refField(),
    system: idField(),
    collection: yup.string().trim().min(1).max(200).required(),
    after: yup.number().integer().min(-1).max(1_000_000).default(-1),
  })
  .noUnknown();

export const confirmPlanInput = yup
  .object({ ref: refField(), typed: wordsOrNone(120), acceptance: wordsOrNone(2000) })
  .noUnknown();
