import * as yup from 'yup';
import { instantSchema } from '../shared/schema';

/** How an answer is given. */
export const METHODS = ['tick-box', 'button', 'spoken', 'paper form', 'link in a mail'] as const;

export const askIdInput = yup.object({ id: yup.string().max(80).required() }).noUnknown();

/** A version of an ask, as it is written. */
export const wordingDraftInput = yup
  .object({
    id: yup
      .string()
      .matches(/^[a-z][a-z0-9-]{1,60}$/, { message: 'Small letters, digits and hyphens.', excludeEmptyString: true })
      .required('Give it a short name.'),
    place: yup.string().trim().max(120).default(''),
    method: yup.string().trim().max(40).default(''),
    purposes: yup.array(yup.string().max(80).required()).max(30).default([]),
    hasBoxes: yup.boolean().default(true),
    words: yup
      .object({
        en: yup.string().trim().max(5000).default(''),
        da: yup.string().trim().max(5000).default(''),
        de: yup.string().trim().max(5000).default(''),
        nl: yup.string().trim().max(5000).default(''),
      })
      .test('some', 'Write it in at least one language.', (words) => Object.values(words ?? {}).some(Boolean))
      .required(),
    /** People whose yes rests on an earlier version are asked again. */
    isMaterial: yup.boolean().default(false),
    /** Null: from the moment it is published. */
    validFrom: instantSchema.nullable().default(null),
    /** Why its doubts are none; needed where there are any. */
    reason: yup.string().trim().max(500).default(''),
  })
  .noUnknown();
export type WordingDraft = yup.InferType<typeof wordingDraftInput>;
