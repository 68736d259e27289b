import { CONFIRM_MAIL, CHOICES_CHANGED_MAIL, CHOICES_PAGE_MAIL, NOTICE_CHANGED_MAIL } from '../words/sections';
import type { Organisation } from './letter';

export const LANGUAGES = ['en', 'da', 'de', 'nl'] as const;
export type Language = (typeof LANGUAGES)[number];

/** As colleagues call them. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = {
  en: 'English',
  da: 'Danish',
  de: 'German',
  nl: 'Dutch',
};

/**
 * The language of a person's pages and mails: theirs where we speak it, else English, or the first of those that are offered.
 *
 * @example languageOf('de-AT') // 'de'
 */
export function languageOf(tag: unknown, offered: readonly Language[] = LANGUAGES): Language {
  const short = typeof tag === 'string' ? tag.slice(0, 2).toLowerCase() : '';
  return offered.find((known) => known === short) ?? offered[0] ?? 'en';
}

export interface Mailing {
  template: string;
  subject: string;
  text: string;
}

/** The mail of a double opt-in. It says what doing nothing means, and carries no advertising. */
export function confirmMail(facts: {
  language: string | null;
  title: string;
  organisation: Pick<Organisation, 'name'>;
  link: string;
  hours: number;
}): Mailing {
  return {
    template: 'confirm-choice',
    ...CONFIRM_MAIL[languageOf(facts.language)](facts.title, facts.organisation.name, facts.link, facts.hours),
  };
}

/** Confirms a change that somebody made on their choices page. */
export function choicesChangedMail(facts: {
  language: string | null;
  organisation: Pick<Organisation, 'name'>;
  lines: readonly string[];
  link: string;
}): Mailing {
  return {
    template: 'choices-changed',
    ...CHOICES_CHANGED_MAIL[languageOf(facts.language)](
      facts.organisation.name,
      facts.lines.map((line) => `  - ${line}`).join('\n'),
      facts.link,
    ),
  };
}

/** The way to the choices page, with the code that opens it. */
export function choicesPageMail(facts: {
  language: string | null;
  organisation: Pick<Organisation, 'name'>;
  link: string;
  code: string;
}): Mailing {
  return {
    template: 'choices-page',
    ...CHOICES_PAGE_MAIL[languageOf(facts.language)](facts.organisation.name, facts.link, facts.code),
  };
}

/** Tells that a notice says something else now. It carries nothing but that. */
export function noticeChangedMail(facts: {
  language: string | null;
  organisation: Pick<Organisation, 'name' | 'contact'>;
  link: string;
}): Mailing {
  const { name, contact } = facts.organisation;
  return {
    template: 'notice-changed',
    ...NOTICE_CHANGED_MAIL[languageOf(facts.language)](name, contact, facts.link),
  };
}
