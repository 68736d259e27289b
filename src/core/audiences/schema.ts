import * as yup from 'yup';
import { idField } from '../shared/inputs';

export const audienceInput = yup.object({ audienceId: idField() }).noUnknown();
