import type { RegisterEntry } from '../packs/cover';

/** What an answer has to say of a collection (GDPR art. 15(1), 15(2)). */
export const REGISTER_FACTS = [
  'purposes',
  'categories',
  'recipients',
  'retention',
  'source',
  'transfers',
  'automatedDecisions',
] as const;
export type RegisterFact = (typeof REGISTER_FACTS)[number];

/** Facts of which "none" is an answer, once somebody has given it. */
export const MAY_BE_NOTHING = [
  'recipients',
  'transfers',
  'automatedDecisions',
] as const satisfies readonly RegisterFact[];
export type NothingFact = (typeof MAY_BE_NOTHING)[number];

/**
 * The facts that nobody has said of a collection. An empty entry says nothing: it never becomes "nobody" or "none" by itself.
 *
 * @param entry undefined: the register has none
 */
export function missingFacts(entry: RegisterEntry | undefined): RegisterFact[] {
  if (!entry) return [...REGISTER_FACTS];
  return REGISTER_FACTS.filter((fact) => {
    const value = entry[fact];
    const isSaid = Array.isArray(value) ? value.length > 0 : typeof value === 'string' && value.trim() !== '';
    return !isSaid && !(entry.nothing as readonly string[]).includes(fact);
  });
}

const SAID: Readonly<Record<RegisterFact, string>> = {
  purposes: 'what it is used for',
  categories: 'what it holds',
  recipients: 'who receives it',
  retention: 'how long it is kept',
  source: 'where it comes from',
  transfers: 'transfers',
  automatedDecisions: 'automated decisions',
};

export function sayFacts(facts: readonly string[]): string {
  return facts.map((fact) => SAID[fact as RegisterFact] ?? fact).join(', ');
}
