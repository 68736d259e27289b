import * as en from './en';
import * as da from './da';
import * as de from './de';
import * as nl from './nl';
import type { Language } from '../letters/mailings';
import type * as of from './words';
import type { Holds } from '../systems/fieldHolds';

/** One section of the words of people, in every language. */
export type InEvery<T> = Readonly<Record<Language, T>>;

/** How letters speak, and every template as it ships. */
export const LETTER_WORDS: InEvery<of.LetterWords> = {
  en: en.letters,
  da: da.letters,
  de: de.letters,
  nl: nl.letters,
};

export const HELD_WORDS: InEvery<{ is: string; kinds: Readonly<Record<string, string>> }> = {
  en: en.held,
  da: da.held,
  de: de.held,
  nl: nl.held,
};

export const CERTIFICATE_WORDS: InEvery<of.CertificateWords> = {
  en: en.certificate,
  da: da.certificate,
  de: de.certificate,
  nl: nl.certificate,
};

export const COMPLETION_WORDS: InEvery<(from: string) => Readonly<Record<of.ByLetter | 'other', string>>> = {
  en: en.completion,
  da: da.completion,
  de: de.completion,
  nl: nl.completion,
};

export const CONFIRM_MAIL: InEvery<
  (title: string, organisation: string, link: string, hours: number) => { subject: string; text: string }
> = {
  en: en.confirmMail,
  da: da.confirmMail,
  de: de.confirmMail,
  nl: nl.confirmMail,
};

export const CHOICES_CHANGED_MAIL: InEvery<
  (organisation: string, lines: string, link: string) => { subject: string; text: string }
> = {
  en: en.choicesChangedMail,
  da: da.choicesChangedMail,
  de: de.choicesChangedMail,
  nl: nl.choicesChangedMail,
};

export const NOTICE_CHANGED_MAIL: InEvery<
  (organisation: string, contact: string, link: string) => { subject: string; text: string }
> = {
  en: en.noticeChangedMail,
  da: da.noticeChangedMail,
  de: de.noticeChangedMail,
  nl: nl.noticeChangedMail,
};

export const CHOICES_PAGE_MAIL: InEvery<
  (organisation: string, link: string, code: string) => { subject: string; text: string }
> = {
  en: en.choicesPageMail,
  da: da.choicesPageMail,
  de: de.choicesPageMail,
  nl: nl.choicesPageMail,
};

export const COVER_WORDS: InEvery<of.CoverWords> = {
  en: en.cover,
  da: da.cover,
  de: de.cover,
  nl: nl.cover,
};

export const PACK_WORDS: InEvery<of.PackWords> = {
  en: en.pack,
  da: da.pack,
  de: de.pack,
  nl: nl.pack,
};

/**
 * Words that are told by telephone or at the counter and typed by whoever hears them: short, without letters that a keyboard
 * lacks; 32 in each language.
 */
export const SECOND_WORDS: InEvery<readonly string[]> = {
  en: en.secondWords,
  da: da.secondWords,
  de: de.secondWords,
  nl: nl.secondWords,
};

/** The law behind each; said as the language says it. */
export const WITHHELD: InEvery<Readonly<Record<of.WithheldReason, string>>> = {
  en: en.withheld,
  da: da.withheld,
  de: de.withheld,
  nl: nl.withheld,
};

/** Stands where a passage stood; it tells nothing of its length. */
export const REMOVED: InEvery<string> = {
  en: en.removed,
  da: da.removed,
  de: de.removed,
  nl: nl.removed,
};

export const LOST: InEvery<string> = {
  en: en.lost,
  da: da.lost,
  de: de.lost,
  nl: nl.lost,
};

export const NOT_AN_ADDRESS: InEvery<string> = {
  en: en.notAnAddress,
  da: da.notAnAddress,
  de: de.notAnAddress,
  nl: nl.notAnAddress,
};

export const CHOICES_WORDS: InEvery<of.PageWords> = {
  en: en.choicesPage,
  da: da.choicesPage,
  de: de.choicesPage,
  nl: nl.choicesPage,
};

/** What somebody reads who shows who they are by signing in at a shop. */
export const PROOF_WORDS: InEvery<of.ProofWords> = {
  en: en.shopProof,
  da: da.shopProof,
  de: de.shopProof,
  nl: nl.shopProof,
};

export const ASK_WORDS: InEvery<of.AskWords> = {
  en: en.ask,
  da: da.ask,
  de: de.ask,
  nl: nl.ask,
};

export const LINK_WORDS: InEvery<of.LinkWords> = {
  en: en.links,
  da: da.links,
  de: de.links,
  nl: nl.links,
};

export const OWN_NAMES: InEvery<string> = {
  en: en.ownName,
  da: da.ownName,
  de: de.ownName,
  nl: nl.ownName,
};

export const YES_AND_NO: InEvery<[string, string]> = {
  en: en.yesAndNo,
  da: da.yesAndNo,
  de: de.yesAndNo,
  nl: nl.yesAndNo,
};

/** What a field is called by what it holds. */
export const FIELDS_BY_MEANING: InEvery<Readonly<Record<Holds, string>>> = {
  en: en.fieldsByMeaning,
  da: da.fieldsByMeaning,
  de: de.fieldsByMeaning,
  nl: nl.fieldsByMeaning,
};

/** What a field is called by its usual names. */
export const FIELD_TITLES: InEvery<of.FieldTitles> = {
  en: en.fieldTitles,
  da: da.fieldTitles,
  de: de.fieldTitles,
  nl: nl.fieldTitles,
};

/** of.States that systems commonly have, as they are written in them. */
export const STATES: InEvery<of.States> = {
  en: en.states,
  da: da.states,
  de: de.states,
  nl: nl.states,
};

export const PARTS_OF_FILES: InEvery<Readonly<Record<'line' | 'row' | 'page', string>>> = {
  en: en.partsOfFiles,
  da: da.partsOfFiles,
  de: de.partsOfFiles,
  nl: nl.partsOfFiles,
};

/** What registers commonly say, by its English: what an organisation need not translate itself. */
export const PHRASES: InEvery<of.Phrases> = {
  en: en.phrases,
  da: da.phrases,
  de: de.phrases,
  nl: nl.phrases,
};

export const PERIODS: InEvery<Readonly<Record<'day' | 'month' | 'year', string>>> = {
  en: en.periods,
  da: da.periods,
  de: de.periods,
  nl: nl.periods,
};

export const ONE_PERIOD: InEvery<Readonly<Record<'day' | 'month' | 'year', string>>> = {
  en: en.onePeriod,
  da: da.onePeriod,
  de: de.onePeriod,
  nl: nl.onePeriod,
};

export const OWN_REFUSALS: InEvery<of.OwnRefusals> = {
  en: en.ownRefusals,
  da: da.ownRefusals,
  de: de.ownRefusals,
  nl: nl.ownRefusals,
};

export const EXAMPLE_WORDS: InEvery<of.ExampleWords> = {
  en: en.example,
  da: da.example,
  de: de.example,
  nl: nl.example,
};

export const TRACKER_LIST_WORDS: InEvery<of.TrackerListWords> = {
  en: en.trackerList,
  da: da.trackerList,
  de: de.trackerList,
  nl: nl.trackerList,
};
