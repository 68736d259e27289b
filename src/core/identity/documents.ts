/** What shows who somebody is. */
export const DOCUMENTS = ['passport', 'identity-card', 'driving-licence', 'residence-permit', 'other'] as const;
export type Document = (typeof DOCUMENTS)[number];

/** How it was seen. No copy is kept: more than the outcome would be data of its own (GDPR art. 5(1)(c)). */
export const SEEN = ['in-person', 'by-video', 'copy-destroyed'] as const;
export type Seen = (typeof SEEN)[number];

export const SAY_DOCUMENT: Readonly<Record<Document, string>> = {
  passport: 'passport',
  'identity-card': 'identity card',
  'driving-licence': 'driving licence',
  'residence-permit': 'residence permit',
  other: 'another document with a picture',
};
export const SAY_SEEN: Readonly<Record<Seen, string>> = {
  'in-person': 'seen in person',
  'by-video': 'seen by video',
  'copy-destroyed': 'a copy was seen and destroyed',
};
