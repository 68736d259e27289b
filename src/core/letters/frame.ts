import type { RequestRef } from '../shared/ids';
import type { Day } from '../shared/days';
import type { Right } from '../requests/rights';
import { LETTER_WORDS } from '../words/sections';
import type { LetterWords } from '../words/words';
import type { Letter, Organisation } from './letter';
import { languageOf } from './mailings';
import { render, type FieldValue } from './render';
import type { TemplateId } from './templateList';

export function wordsOf(language: string | null | undefined): LetterWords {
  return LETTER_WORDS[languageOf(language)];
}

/** A day as the language says it. @example sayDayIn('da', '2026-12-02') // 'ons. 2. december 2026' */
export function sayDayIn(language: string | null | undefined, day: Day): string {
  return new Intl.DateTimeFormat(wordsOf(language).locale, {
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(Date.parse(`${day}T00:00:00Z`));
}

export interface LetterFacts {
  ref: RequestRef;
  /** Null: not known. */
  name: string | null;
  language: string | null;
  right: Right;
  /** What the person can still do, under every law that binds: see `remediesOf`. */
  remedies: string;
  organisation: Organisation;
}

/**
 * A letter from a template, in the person’s language, framed by greeting, closing and reference.
 *
 * @param own a version of the organisation’s own; null: the template as it ships, version 0
 */
export function frameLetter(
  id: TemplateId,
  facts: LetterFacts,
  fields: Readonly<Record<string, FieldValue>>,
  own: { version: number; text: string } | null,
): Letter {
  const words = wordsOf(facts.language);
  const { subject, body } = render(own?.text ?? words.templates[id], {
    ref: facts.ref,
    organisation: facts.organisation.name,
    contact: facts.organisation.contact,
    right: words.rights[facts.right],
    remedies: facts.remedies,
    ...fields,
  });
  return {
    template: id,
    version: own?.version ?? 0,
    subject: `${subject} (${facts.ref})`,
    greeting: facts.name ? words.dear(facts.name) : words.hello,
    body,
    closing: `${words.regards}\n${facts.organisation.name}\n${facts.organisation.contact}\n${words.reference} ${facts.ref}`,
  };
}
