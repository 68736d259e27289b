import type { Right } from '../../requests/rights';
import type { TemplateId } from '../templateList';

/** A language of letters: how days and counts are said, and every template as it ships. */
export interface LanguageWords {
  locale: string;
  dear(name: string): string;
  hello: string;
  regards: string;
  reference: string;
  records(count: number): string;
  nothing: string;
  /** Why and how long something stays under a retention rule. */
  kept(until: string, law: string | null): string;
  /** Under the regulation; other laws have words of their own in the table. */
  remedies(authority: string): string;
  /** Goes after “you asked us”. */
  rights: Readonly<Record<Right, string>>;
  templates: Readonly<Record<TemplateId, string>>;
}
