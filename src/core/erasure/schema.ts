import * as yup from 'yup';
import { refField, wordsOrNone } from '../shared/inputs';

export const confirmPlanInput = yup
  .object({ ref: refField(), typed: wordsOrNone(120), acceptance: wordsOrNone(2000) })
  .noUnknown();
