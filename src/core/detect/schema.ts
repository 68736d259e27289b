import * as yup from 'yup';
import { DETECTORS } from './detectors/all';

/** Body of `POST /detect`. */
export const detectQuerySchema = yup
  .object({
    text: yup.string().max(1_000_000, 'at most a million characters at once').defined().required(),
    language: yup.string().max(12),
    detectors: yup.array(yup.string().oneOf(DETECTORS.map(({ id }) => id)).required()).max(DETECTORS.length),
  })
  .noUnknown();
