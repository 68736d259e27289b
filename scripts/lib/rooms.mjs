/**
 * The rooms of the house: one name for one part of the job, the same in every layer. Those of the use cases stand in the order of the work;
 * a room may use those before it, and of those after it only the doors.
 */
export const ROOMS = [
  'shared',
  'runs',
  'keys',
  'trail',
  'access',
  'people',
  'systems',
  'health',
  'letters',
  'standing',
  'ledger',
  'choicesPage',
  'purposes',
  'asks',
  'imports',
  'audiences',
  'drift',
  'sites',
  'notices',
  'webhooks',
  'clock',
  'intake',
  'identity',
  'trace',
  'helpers',
  'carryOut',
  'keeping',
  'approvals',
  'erasure',
  'packs',
  'requests',
  'daily',
  'installation',
  'desk',
];

/** Rooms that only one layer has: what is computed for many rooms in the core, the frame of the pages, the steps of the schema. */
export const ROOMS_OF = {
  core: ['matching', 'detect', 'words'],
  db: ['migrations'],
  usecases: [],
  ui: ['fields', 'grid', 'shell', 'theme'],
};

/** Files that rooms before theirs may use: small, and named here with their reason. */
export const DOORS = {
  'standing/standingOfPerson': 'the page of a person shows how they stand',
  'requests/workOnRequest': 'the frame of every act on a request: who may, the row locked, refreshed at the end',
  'requests/refreshRequest': 'what the lists sort by is worked out anew after whatever changed a request',
  'requests/decide': 'an erasure and a hand-over end with the decision',
  'requests/notes': 'requests that are joined keep their notes',
  'trail/recordTrail': 'changing keys is in the trail as well',
  'trail/recordLook': 'whoever looks is in the trail',
  'letters/queueMail': 'a colleague is invited, and let in again, by mail',
  'helpers/createTask': 'a search asks the owners of systems that it cannot read',
};

/** Steps of the schema are never changed once they are there, so their room only grows. */
export const WITHOUT_LIMIT = new Set(['db/migrations']);
export const MOST_FILES = 25;
export const MOST_LINES = 400;
export const LONGEST_LINE = 140;
/** Catalogues of words: a sentence stands on one line. */
export const CATALOGUES = /^core\/(words|clock\/shippedLaws)/;
/** Everything that is said in a language stands in its one file, so that another language is one file more. */
export const LANGUAGES = /^core\/words\/(en|da|de|nl)\.ts$/;
