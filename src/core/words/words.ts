import type { Use } from '../sites/trackerWords';
import type { RequestRef } from '../shared/ids';
import type * as en from './en';
import type { OwnRefusal } from './ownRefusals';
import type { Right } from '../requests/rights';
import type { StatusView } from '../requests/views';
import type { RemedyKind } from '../letters/remedies';
import type { TemplateId } from '../letters/templateList';

/** What a search did not reach, as the letter says it. */
export interface NotSearchedWords {
  system(name: string): string;
  unread(count: number, name: string): string;
  inactive(name: string): string;
  /** It was narrowed to what was looked for. */
  narrowed: string;
}

/** A language of letters: how days and counts are said, and every template as it ships. */
export interface LetterWords {
  locale: string;
  dear(name: string): string;
  hello: string;
  regards: string;
  reference: string;
  records(count: number): string;
  nothing: string;
  /** Why something stays, by the plan's rule, and until when where a day is known. Names no matter. */
  keptBecause: Readonly<
    Record<
      'hold' | 'retention' | 'unclear' | 'open' | 'others' | 'kept-apart',
      (until: string | null, law: string | null) => string
    >
  >;
  /** Its system has marked it as only kept. */
  restricted: string;
  /** A recipient, and the day on which they were told (GDPR art. 19). */
  told(recipient: string, day: string): string;
  notSearched: NotSearchedWords;
  /** Under the regulation. */
  remedies(authority: string): string;
  /** Under other laws, by their kind. */
  remediesElsewhere: Readonly<Record<RemedyKind, string>>;
  /** Goes after “you asked us”. */
  rights: Readonly<Record<Right, string>>;
  templates: Readonly<Record<TemplateId, string>>;
}

export interface CertificateWords {
  subject(ref: RequestRef): string;
  dates(received: string, finished: string): string;
  done: string;
  erased: string;
  anonymised: string;
  kept: string;
  told: string;
  proof: string;
  proofText: string;
  frozen(day: string, fingerprint: string): string;
  keysDestroyed: string;
  keysStay: string;
  signature: string;
}

/** Rights that end with a letter which says what was done. */
export type ByLetter =
  | 'objection'
  | 'withdrawal'
  | 'opt-out'
  | 'limit'
  | 'rectification'
  | 'restriction'
  | 'automated-decision'
  | 'information';

/** What the cover letter of a pack says, in one language. Headings follow the letters of GDPR art. 15(1). */
export interface CoverWords {
  subject(organisation: string, ref: RequestRef): string;
  copy(day: string): string;
  portable(day: string): string;
  inIt: string;
  withheld(count: number): string;
  notGiven(count: number): string;
  notSearched(list: string): string;
  purposes: string;
  categories: string;
  recipients: string;
  retention: string;
  rights: string;
  rightsText(contact: string): string;
  complaints: string;
  complaintsText(authority: string): string;
  source: string;
  automated: string;
  noAutomated: string;
  transfers: string;
  none: string;
  nobody: string;
  /** Of some collections nobody has written this down yet. */
  notRecorded(list: string): string;
}

/** What a pack says around the data, in one language. */
export interface PackWords {
  names: PackNames;
  /** What each file is, for the page that says where to begin. */
  readme: {
    title(organisation: string, ref: RequestRef): string;
    begin: string;
    cover: string;
    report: string;
    table(title: string, count: number): string;
    machine: string;
    messages: string;
    documents: string;
    withheld: string;
    linked: string;
    manifest: string;
  };
  withheldHead: readonly [where: string, what: string, why: string];
  report: {
    title: string;
    overview: string;
    columns: readonly [place: string, count: string, since: string, kept: string];
    notSaid: string;
    contents: string;
    timeline: string;
    timelineText(shown: number, all: number): string;
    purposesText: string;
    rest(count: number, file: string): string;
    page(n: number, of: number): string;
    attached: string;
    noSubject: string;
    recordsText: string;
    made(organisation: string, day: string): string;
  };
}

/** Names of what a pack is made of. */
export interface PackNames {
  readme: string;
  cover: string;
  report: string;
  withheld: string;
  /** Folders. */
  messages: string;
  documents: string;
  /** A message as text. */
  message: string;
  /** Ends the name of a document that is handed over without passages of it. */
  redacted: string;
}

/** Why something is not handed over. Words for people stand in the catalogue of their language. */
export type WithheldReason = 'others-data' | 'attached-to-redacted' | 'may-hold-forbidden';

/** The words of the pages on which people see and change their choices, in their own language. */
export interface PageWords {
  title: string;
  lead: string;
  askTitle: string;
  askLead: string;
  email: string;
  send: string;
  sent: string;
  code: string;
  codeLead: string;
  open: string;
  yes: string;
  no: string;
  always: string;
  save: string;
  saved: string;
  nothing: string;
  mail: string;
  what: string;
  who: string;
  where: string;
  howLong: string;
  saidYes: string;
  saidNo: string;
  notAsked: string;
  unlessNo: string;
  waiting: string;
  child: string;
  signal: string;
  signalNot: string;
  history: string;
  receipt: string;
  rights: string;
  confirmTitle: string;
  confirmLead: string;
  confirm: string;
  confirmed: string;
  answers: Record<string, string>;
}

export interface ProofWords {
  signInAt(shop: string): string;
  why: string;
  proven: string;
  provenText(ref: RequestRef): string;
  notProven: string;
  other: string;
  used: string;
  again: string;
  tooMany: string;
}

/** The words of the pages on which people ask about their data and see how their request stands. */
export interface AskWords {
  title: string;
  lead: string;
  what: string;
  rights: Record<Right, string>;
  forWhom: string;
  self: string;
  agent: string;
  guardian: string;
  agentName: string;
  agentEmail: string;
  givenName: string;
  familyName: string;
  email: string;
  emailOfPerson: string;
  phone: string;
  customerNumber: string;
  birthDate: string;
  country: string;
  region: string;
  /** Where no country and no state is chosen. */
  notSaid: string;
  /** What helps, by the right where that asks for something of its own. */
  text: string;
  textFor: Partial<Record<Right, string>>;
  willShow: string;
  /** What the person will have to show, by how the right is proven. */
  proofs: Record<'code' | 'agent' | 'guardian' | 'none', string>;
  kept: string;
  send: string;
  needs: Record<
    'right' | 'givenName' | 'familyName' | 'email' | 'birthDate' | 'agentName' | 'agentEmail' | 'country' | 'region',
    string
  >;
  emailLooks: string;
  wrong: string;
  lost: string;
  tooMany: string;
  thanks: string;
  thanksMore: string;
  statusTitle: string;
  statusLead: string;
  ref: RequestRef;
  word: string;
  look: string;
  unknown: string;
  steps: Record<StatusView['step'], string>;
  received: string;
  due: string;
  extended: string;
}

/** What the pages behind the links of a letter say: the code that shows who asks, and the pack. */
export interface LinkWords {
  lost: string;
  identity: {
    title: string;
    lead: string;
    code: string;
    goOn: string;
    thanks: string;
    thanksText(ref: RequestRef): string;
  };
  handOver: {
    ready: string;
    closed: string;
    lead: string;
    word: string;
    open: string;
    begin(file: string): string;
    download: string;
    have: string;
    done: string;
    reach(contact: string): string;
  };
}

// English says what there is; the others have words for each of it.
export type FieldTitles = Readonly<Record<keyof typeof en.fieldTitles, string>>;
export type Phrases = Readonly<Record<keyof typeof en.phrases, string>>;
export type States = Readonly<Record<keyof typeof en.states, string>>;

/** What a person is refused on a page of theirs; null: as staff are. */
export type OwnRefusals = Readonly<Record<OwnRefusal['code'], string>> | null;

/** Purposes and questions with which a small shop may begin. */
/** The list of what a site keeps and calls, as its visitors read it. */
export interface TrackerListWords {
  title: (site: string) => string;
  /** @param day of the scan, as it is said */
  seenOn: (day: string) => string;
  nothing: string;
  columns: { what: string; whose: string; why: string; howLong: string };
  /** Kept on the device; called from elsewhere; read from the device; read of what somebody does. */
  kinds: { kept: string; called: string; read: string; watched: string };
  own: string;
  notSaid: string;
  uses: Readonly<Record<Use, string>>;
  visit: string;
  untilCleared: string;
  days: (days: number) => string;
}

export interface ExampleWords {
  orders: { title: string; plain: string };
  newsletter: { title: string; plain: string; ask: string };
  usage: { title: string; plain: string; ask: string };
  /** With `{name}` and `{contact}` of the organisation. */
  notice: string;
}

/** Notices as they are proposed in one language, in the syntax of letter templates. */
export interface NoticeWords {
  privacy: string;
  tracker: string;
  page: string;
  /** A length of time. */
  period(period: { years: number; months: number; days: number }): string;
}
