import type { RequestRef } from '../shared/ids';
import { COVER_WORDS } from '../words/sections';
import type { CoverWords } from '../words/words';
import type { Right } from '../requests/rights';
import { missingFacts, type NothingFact, type RegisterFact } from '../systems/register';
import type { Day } from '../shared/days';
import { californiaCover } from '../words/en';
import { sayDayIn, wordsOf } from '../letters/frame';
import { heading, list, para, type Letter, type Organisation } from '../letters/letter';
import { languageOf, type Language } from '../letters/mailings';

/** What the systems' register says of one collection; the source of the cover letter's information. */
export interface RegisterEntry {
  system: string;
  collection: string;
  title: string;
  purposes: readonly string[];
  categories: readonly string[];
  recipients: readonly string[];
  retention: string;
  source: string;
  transfers: string | null;
  automatedDecisions: string | null;
  /** The person gave it themselves, by consent or contract: it goes into a portable copy (GDPR art. 20(1)). */
  isGiven: boolean;
  /** Facts of which somebody has said that there is none. */
  nothing: readonly NothingFact[];
}

const unique = (values: readonly string[]): string[] => [...new Set(values)].sort();

export interface CoverFacts {
  ref: RequestRef;
  name: string | null;
  language: string | null;
  regime: string;
  right: Right;
  organisation: Organisation;
  /** The day on which the systems were searched: the data is as it stood then. */
  foundOn: Day;
  register: readonly RegisterEntry[];
  counts: readonly { place: string; count: number }[];
  withheld: number;
  /** Records that the person did not give themselves, and that a portable copy leaves out. */
  notGiven: number;
  notSearched: readonly string[];
}

/**
 * The language of a pack: the person's, where we speak it; under California's law the copy answers other questions, in
 * English.
 */
export function packLanguage(request: { language: string | null; regime: string }): Language {
  return request.regime === 'us-ca' ? 'en' : languageOf(request.language);
}

export function coverWordsOf(language: string | null, regime: string): CoverWords {
  return regime === 'us-ca' ? californiaCover : COVER_WORDS[languageOf(language)];
}

/**
 * The cover letter of a pack in the person's language: the information of GDPR art. 15(1)(a)–(h) and 15(2), or what
 * California's law asks for, computed from the register for the collections in which something was found. The register
 * is given in the language of the letter.
 */
export function coverLetter(facts: CoverFacts): Letter {
  const { register, organisation } = facts;
  const language = packLanguage(facts);
  const [say, words] = [coverWordsOf(facts.language, facts.regime), wordsOf(language)];
  const automated = unique(register.flatMap((entry) => (entry.automatedDecisions ? [entry.automatedDecisions] : [])));
  const transfers = unique(
    register.flatMap((entry) => (entry.transfers ? [`${entry.title}: ${entry.transfers}`] : [])),
  );
  const recipients = unique(register.flatMap((entry) => entry.recipients));
  const day = sayDayIn(language, facts.foundOn);
  // What nobody has said is said to be missing: nothing is claimed for it.
  const lacking = (fact: RegisterFact) =>
    register.filter((entry) => missingFacts(entry).includes(fact)).map(({ title }) => title);
  const gap = (fact: RegisterFact) =>
    lacking(fact).length > 0 ? [para(say.notRecorded(lacking(fact).join(', ')))] : [];
  const none = (fact: RegisterFact, words: string) => (lacking(fact).length === 0 ? [para(words)] : []);
  const lines = (of: (entry: RegisterEntry) => string) => {
    const said = register.filter((entry) => of(entry).trim() !== '').map((entry) => `${entry.title}: ${of(entry)}`);
    return said.length > 0 ? [list(said)] : [];
  };
  return {
    template: 'cover',
    version: 2,
    subject: say.subject(organisation.name, facts.ref),
    greeting: facts.name ? words.dear(facts.name) : words.hello,
    body: [
      para(facts.right === 'portability' ? say.portable(day) : say.copy(day)),
      heading(say.inIt),
      list(facts.counts.map(({ place, count }) => `${place}: ${words.records(count)}`)),
      ...(facts.withheld > 0 ? [para(say.withheld(facts.withheld))] : []),
      ...(facts.notGiven > 0 ? [para(say.notGiven(facts.notGiven))] : []),
      ...(facts.notSearched.length > 0 ? [para(say.notSearched(facts.notSearched.join(', ')))] : []),
      heading(say.purposes),
      ...lines((entry) => entry.purposes.join(', ')),
      ...gap('purposes'),
      heading(say.categories),
      list(unique(register.flatMap((entry) => entry.categories))),
      ...gap('categories'),
      heading(say.recipients),
      ...(recipients.length > 0 ? [list(recipients)] : none('recipients', say.nobody)),
      ...gap('recipients'),
      heading(say.retention),
      ...lines((entry) => entry.retention),
      ...gap('retention'),
      heading(say.rights),
      para(say.rightsText(organisation.contact)),
      heading(say.complaints),
      para(say.complaintsText(organisation.authority)),
      heading(say.source),
      ...lines((entry) => entry.source),
      ...gap('source'),
      heading(say.automated),
      ...(automated.length > 0 ? [list(automated)] : none('automatedDecisions', say.noAutomated)),
      ...gap('automatedDecisions'),
      heading(say.transfers),
      ...(transfers.length > 0 ? [list(transfers)] : none('transfers', say.none)),
      ...gap('transfers'),
    ],
    closing: `${words.regards}\n${organisation.name}\n${organisation.contact}\n${organisation.address}`,
  };
}
