import * as yup from 'yup';
import { DETECTORS } from './all';

/** Body of `POST /detect`. */
export const detectQuerySchema = yup
  .object({
    text: yup.string().max(1_000_000, 'at most a million characters at once').defined().required(),
    language: yup.string().max(12),
    detectors: yup
      .array(
        yup
          .string()
          .oneOf(DETECTORS.map(({ id }) => id))
          .required(),
      )
      .max(DETECTORS.length),
  })
  .noUnknown();

/** Passages of one record that a reviewer removes. */
export const redactionsSchema = yup
  .object({
    passages: yup
      .array(
        yup
          .object({
            start: yup.number().integer().min(0).required(),
            end: yup.number().integer().min(0).required(),
            why: yup.string().oneOf(['other-person', 'quoted-words', 'privileged', 'reviewer']).required(),
          })
          .noUnknown()
          .required(),
      )
      .max(2000)
      .required(),
  })
  .noUnknown();
