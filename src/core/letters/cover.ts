import { sayDay, type Day } from '../shared/days';
import { heading, list, para, type Letter, type Organisation } from './letter';

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
}

const unique = (values: readonly string[]): string[] => [...new Set(values)].sort();

/**
 * The cover letter of a pack: the information of GDPR art. 15(1)(a)–(h) and 15(2), computed from the register
 * for the collections in which something was found.
 */
export function coverLetter(facts: {
  ref: string;
  name: string | null;
  organisation: Organisation;
  madeOn: Day;
  register: readonly RegisterEntry[];
  counts: readonly { place: string; count: number }[];
  withheld: number;
  notSearched: readonly string[];
}): Letter {
  const { register, organisation } = facts;
  const automated = unique(register.flatMap((entry) => (entry.automatedDecisions ? [entry.automatedDecisions] : [])));
  const transfers = unique(register.flatMap((entry) => (entry.transfers ? [`${entry.title}: ${entry.transfers}`] : [])));
  return {
    template: 'cover',
    version: 1,
    subject: `Your data at ${organisation.name} (${facts.ref})`,
    greeting: facts.name ? `Dear ${facts.name},` : 'Hello,',
    body: [
      para(`This is the copy of your data that you asked for, as it stood on ${sayDay(facts.madeOn)} (GDPR art. 15(3)).`),
      heading('What is in it'),
      list(facts.counts.map(({ place, count }) => `${place}: ${count} ${count === 1 ? 'record' : 'records'}`)),
      ...(facts.withheld > 0 ? [para(`${facts.withheld} ${facts.withheld === 1 ? 'record is' : 'records are'} held back because other people’s data stands in them; withheld.csv lists each with its reason (art. 15(4)).`)] : []),
      ...(facts.notSearched.length > 0 ? [para(`Could not be searched: ${facts.notSearched.join(', ')}. We will write again when that has been done.`)] : []),
      heading('(a) What your data is used for'),
      list(register.map((entry) => `${entry.title}: ${entry.purposes.join(', ')}`)),
      heading('(b) Categories of data'),
      list(unique(register.flatMap((entry) => entry.categories))),
      heading('(c) Who receives it'),
      list(unique(register.flatMap((entry) => entry.recipients))),
      heading('(d) How long it is kept'),
      list(register.map((entry) => `${entry.title}: ${entry.retention}`)),
      heading('(e) Your rights'),
      para(`You may ask us to correct or erase your data or to restrict its use, and you may object to its use. Write to ${organisation.contact}.`),
      heading('(f) Complaints'),
      para(`You may lodge a complaint with a supervisory authority; for us that is ${organisation.authority}.`),
      heading('(g) Where it comes from'),
      list(register.map((entry) => `${entry.title}: ${entry.source}`)),
      heading('(h) Automated decisions'),
      automated.length > 0 ? list(automated) : para('No decision about you is made by a machine alone.'),
      heading('Transfers outside the European Economic Area (art. 15(2))'),
      transfers.length > 0 ? list(transfers) : para('None.'),
    ],
    closing: `With kind regards,\n${organisation.name}\n${organisation.contact}\n${organisation.address}`,
  };
}
