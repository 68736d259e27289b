import * as yup from 'yup';

export const ANCHORS = ['event', 'calendar-year', 'financial-year'] as const;
export const ANCHOR_WORDS: Readonly<Record<(typeof ANCHORS)[number], string>> = {
  event: 'the day itself',
  'calendar-year': 'the end of its calendar year',
  'financial-year': 'the end of its financial year',
};

const part = (most: number) =>
  yup
    .number()
    .typeError('A whole number.')
    .integer('A whole number.')
    .min(0, 'Not less than 0.')
    .max(most, `At most ${most}.`)
    .default(0);

const words = (say: string) => yup.string().trim().max(200, 'At most 200 characters.').required(say);

/** How long records of one kind have to stay, and why. */
export const retentionInput = yup
  .object({
    systemId: yup.string().max(60).required('In which system?'),
    /** The draft it completes, if any. */
    draftId: yup.string().max(60).default(''),
    collection: words('Which records?'),
    field: words('Counted from which day of the record?'),
    anchor: yup.string().oneOf(ANCHORS, 'Choose what it is counted from.').required(),
    years: part(100),
    months: part(11),
    days: part(366),
    law: words('Which law says so?'),
    stateField: yup.string().trim().max(200).default(''),
    stateValues: yup
      .string()
      .trim()
      .max(500)
      .default('')
      .when('stateField', ([field], schema) => (field ? schema.required('Which states keep it?') : schema)),
  })
  .test('some', 'Some time has to pass: say years, months or days.', function ({ years, months, days }) {
    return years + months + days > 0 || this.createError({ path: 'years', message: 'Say years, months or days.' });
  })
  .noUnknown();
export type RetentionInput = yup.InferType<typeof retentionInput>;

/** Which states of a record say that it is not finished: it stays until it is. */
export const openInput = yup
  .object({
    systemId: yup.string().max(60).required('In which system?'),
    collection: words('Which records?'),
    field: words('In which field does the state stand?'),
    openValues: yup.string().trim().max(500).required('In which states is it not finished?'),
  })
  .noUnknown();
export type OpenInput = yup.InferType<typeof openInput>;

export const openPlaceInput = openInput.pick(['systemId', 'collection', 'field']).noUnknown();
export type OpenPlace = yup.InferType<typeof openPlaceInput>;
