import * as yup from 'yup';
import { idField, refField, secretField, wordsOrNone } from '../shared/inputs';

export const cancelTaskInput = yup.object({ ref: refField(), taskId: idField() }).noUnknown();

export const openTaskInput = yup.object({ token: secretField(100) }).noUnknown();

export const finishTaskInput = yup.object({ token: secretField(100), answer: wordsOrNone(2000) }).noUnknown();
