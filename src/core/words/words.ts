import type { Right } from '../requests/rights';
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
export interface LanguageWords {
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
