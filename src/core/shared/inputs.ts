import * as yup from 'yup';
import { daySchema } from './schema';

// What acts are given: the parts that many of them share.

/** Of a request: `BK-2026-00005`. */
export const refField = () => yup.string().trim().min(1).max(20).required();
export const idField = () => yup.string().trim().min(1).max(120).required();
/** Words that somebody writes. `say`: what they are asked for where there are none, or too few. */
export const wordsField = (most: number, say = 'Write it in a few words.', least = 1) =>
  yup.string().trim().min(least, say).max(most, `At most ${most} characters.`).required(say);
/** The same, where nothing need be written. */
export const wordsOrNone = (most: number) => yup.string().trim().max(most, `At most ${most} characters.`).default('');
export const yesNo = () => yup.boolean().default(false);
/** A day, where there has to be one. */
export const dayField = () =>
  yup
    .string()
    .test('day', 'Choose a day.', (day) => Boolean(day) && daySchema.isValidSync(day))
    .required('Choose a day.');

export const refInput = yup.object({ ref: refField() }).noUnknown();
export const idInput = yup.object({ id: idField() }).noUnknown();
/** An act that is told nothing. */
export const noInput = yup.object({}).noUnknown().default({});

/**
 * Of a link that a person was sent, or of what they type from a mail: cut at what can be one, so that too long a one is wrong
 * like any other.
 */
export const secretField = (most: number) =>
  yup
    .string()
    .transform((text: unknown) => (typeof text === 'string' ? text.slice(0, most) : text))
    .defined();
