import type { RegisterEntry } from '../packs/cover';
import type { Language } from '../letters/mailings';
import { shippedPhrase } from './shippedPhrases';
import type { RegisterFact } from './register';

/** The language in which an organisation keeps its register. */
export const REGISTER_LANGUAGE: Language = 'en';

/** A phrase of the register in another language; null: nobody has said it in that language. */
export type Phrasebook = (phrase: string) => string | null;

/**
 * What an organisation's register says, in one language: its own words first, then those that ship.
 *
 * @param own by phrase, as the organisation has said them in `language`
 */
export function phrasebook(language: Language, own: ReadonlyMap<string, string>): Phrasebook {
  if (language === REGISTER_LANGUAGE) return (phrase) => phrase;
  const one = (phrase: string) => own.get(phrase) ?? shippedPhrase(phrase, language);
  return (phrase) => one(phrase) ?? joined(phrase, one);
}

/** A title of parts is said by its parts, where each has words. */
function joined(title: string, say: Phrasebook): string | null {
  const parts = title.split(' · ').map(say);
  return parts.length > 1 && parts.every((part) => part !== null) ? parts.join(' · ') : null;
}

/** The facts of a register entry that are told in words. */
const TOLD = [
  'purposes',
  'categories',
  'recipients',
  'retention',
  'source',
  'transfers',
  'automatedDecisions',
] as const satisfies readonly RegisterFact[];

/** `place`: where people are asked. */
export type PhraseKind = 'system' | 'title' | 'place' | RegisterFact;

export interface PhraseUse {
  phrase: string;
  kind: PhraseKind;
  system: string;
}

const phrasesOfFact = (value: string | null | readonly string[]): readonly string[] =>
  typeof value === 'string' ? [value].filter((one) => one.trim() !== '') : (value ?? []);

/** Every phrase of the register that a letter or a pack can say, once, with where it stands first. */
export function phrasesOf(
  systems: readonly { id: string; name: string }[],
  entries: readonly RegisterEntry[],
): PhraseUse[] {
  const names = new Map(systems.map(({ id, name }) => [id, name]));
  const uses: PhraseUse[] = systems.map(({ name }) => ({ phrase: name, kind: 'system', system: name }));
  for (const entry of entries) {
    const system = names.get(entry.system) ?? entry.system;
    uses.push({ phrase: entry.title, kind: 'title', system });
    for (const fact of TOLD) for (const phrase of phrasesOfFact(entry[fact])) uses.push({ phrase, kind: fact, system });
  }
  const seen = new Set<string>();
  return uses.filter(({ phrase }) => !seen.has(phrase) && seen.add(phrase));
}

/** A name of somebody else's that has no words in the reader's language stands as a name. */
const quoted = (name: string): string => `“${name}”`;

/** @example titleIn('Web shop · orders', 'Web shop', da) // 'Webbutik · ordrer' */
export function titleIn(title: string, system: string, say: Phrasebook): string {
  const whole = say(title);
  if (whole !== null) return whole;
  const parts = title.split(' · ');
  return parts.map((part) => say(part) ?? (part === system ? part : quoted(part))).join(' · ');
}

/**
 * An entry in the reader's language. A fact of which a word is missing is left out whole: half of a list would be a wrong statement,
 * and what is left out is said to be not recorded.
 *
 * @param system its name
 */
export function entryIn(entry: RegisterEntry, system: string, say: Phrasebook): RegisterEntry {
  const told: RegisterEntry = { ...entry, title: titleIn(entry.title, system, say) };
  const list = (values: readonly string[]) =>
    values.every((value) => say(value) !== null) ? values.map((value) => say(value)!) : [];
  const one = (value: string | null) => (value === null ? null : say(value));
  return {
    ...told,
    purposes: list(entry.purposes),
    categories: list(entry.categories),
    recipients: list(entry.recipients),
    retention: one(entry.retention) ?? '',
    source: one(entry.source) ?? '',
    transfers: one(entry.transfers),
    automatedDecisions: one(entry.automatedDecisions),
  };
}

/** Phrases of an entry that nobody has said in the reader's language. */
export function missingPhrases(entry: RegisterEntry, say: Phrasebook): string[] {
  const phrases = [entry.title, ...TOLD.flatMap((fact) => phrasesOfFact(entry[fact]))];
  return [...new Set(phrases.filter((phrase) => phrase.trim() !== '' && say(phrase) === null))];
}
