import type { Language } from './mailings';
import type { TemplateId } from './templateList';

// What use cases give and pages show: written once, between the two.

/** One letter in one language, as it is used now. Version 0 is the wording as it ships. */
export interface TemplateView {
  template: TemplateId;
  language: Language;
  version: number;
  text: string;
  isOwn: boolean;
  by: string | null;
  at: string | null;
  fields: { name: string; isNeeded: boolean }[];
}
