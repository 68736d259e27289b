import * as yup from 'yup';

export const NOTICE_KINDS = ['privacy', 'tracker', 'page'] as const;
export type NoticeKind = (typeof NOTICE_KINDS)[number];

/** Not sure yet is an answer: it becomes an open point instead of a wrong sentence. */
export const SURE = ['yes', 'no', 'unsure'] as const;

export const PLACES_OF_PEOPLE = ['EEA', 'UK', 'US-CA', 'US'] as const;

const sure = () =>
  yup
    .string()
    .oneOf([...SURE])
    .required('Say yes, no, or that nobody knows yet.');

export const noticeAnswers = yup
  .object({
    /** Where those live who are told. */
    places: yup
      .array(
        yup
          .string()
          .oneOf([...PLACES_OF_PEOPLE])
          .required(),
      )
      .min(1, 'Say where the people live.')
      .required(),
    children: sure(),
    /** From which age somebody may agree for themselves, where children are among them. */
    age: yup
      .number()
      .integer('A whole number of years.')
      .min(7, 'From 7 to 18.')
      .max(18, 'From 7 to 18.')
      .nullable()
      .transform((value: number, original: unknown) => (original === '' ? null : value))
      .typeError('A whole number of years.')
      .default(null),
    transfers: sure(),
    /** What protects data that goes outside (GDPR art. 46). */
    safeguards: yup.string().trim().max(600).default(''),
    automated: sure(),
    marketing: sure(),
    sells: sure(),
  })
  .noUnknown();
export type NoticeAnswers = yup.InferType<typeof noticeAnswers>;

const id = yup
  .string()
  .matches(/^[a-z][a-z0-9-]{1,60}$/, { message: 'Small letters, digits and hyphens.', excludeEmptyString: true })
  .required('Give it a short name.');

export const noticeIdInput = yup.object({ id }).noUnknown();

const texts = () => {
  const text = yup.string().max(20_000, 'At most 20,000 letters.').default('');
  return yup
    .object({ en: text, da: text, de: text, nl: text })
    .test('some', 'Write it in at least one language.', (all) => Object.values(all ?? {}).some((one) => one?.trim()))
    .required();
};

export const newNoticeInput = yup
  .object({
    id,
    kind: yup
      .string()
      .oneOf([...NOTICE_KINDS])
      .required('Say what it tells of.'),
    /** An existing page whose words are taken in and watched; empty: it is written here. */
    address: yup
      .string()
      .trim()
      .max(500)
      .default('')
      .test('address', 'An address such as https://shop.example/privacy.', (text) => !text || isWeb(text)),
  })
  .noUnknown();
export type NewNotice = yup.InferType<typeof newNoticeInput>;

function isWeb(text: string): boolean {
  try {
    return /^https?:$/.test(new URL(text).protocol);
  } catch {
    return false;
  }
}

export const noticeDraftInput = yup
  .object({
    id,
    answers: noticeAnswers.required(),
    texts: texts(),
    /** The save this one builds on: two who write at once are told. */
    basedOn: yup.number().integer().min(0).required(),
  })
  .noUnknown();
export type NoticeDraft = yup.InferType<typeof noticeDraftInput>;

export const noticeReviewInput = yup
  .object({
    id,
    basedOn: yup.number().integer().min(0).required(),
    note: yup.string().trim().max(1000).default(''),
  })
  .noUnknown();
export type NoticeReview = yup.InferType<typeof noticeReviewInput>;

export const publishNoticeInput = yup
  .object({
    id,
    basedOn: yup.number().integer().min(0).required(),
    /** What people agreed to under an earlier version is asked for again, where the purpose says so. */
    isMaterial: yup.boolean().required(),
    /** Why what was found is right all the same; needed where something was. */
    reason: yup.string().trim().max(500).default(''),
  })
  .noUnknown();
export type PublishNotice = yup.InferType<typeof publishNoticeInput>;

/** What a file is called whose words are taken: by it is known how to read it. */
export const noticeFileInput = yup
  .object({
    fileName: yup.string().max(200).required(),
  })
  .noUnknown();
export type NoticeFile = yup.InferType<typeof noticeFileInput>;
