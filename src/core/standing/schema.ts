import * as yup from 'yup';
import { yesNo } from '../shared/inputs';

export const startRebuildInput = yup.object({ onlyLook: yesNo() }).noUnknown();
