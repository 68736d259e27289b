import * as yup from 'yup';
import { openRequestSchema } from '../requests/schema';
import { idField, refField } from '../shared/inputs';

export const joinRequestsInput = yup.object({ ref: refField(), into: refField() }).noUnknown();

export const confirmProposalInput = yup.object({ id: idField(), form: openRequestSchema.required() }).noUnknown();
