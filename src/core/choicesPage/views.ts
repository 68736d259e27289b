import type { PurposeKind, StandingAnswer, Answer } from '../ledger/types';
import type { Language } from '../letters/mailings';

// What use cases give and pages show: written once, between the two.

export interface PagePurpose {
  id: string;
  title: string;
  plain: string;
  kind: PurposeKind;
  parent: string | null;
  categories: readonly string[];
  recipients: readonly string[];
  transfers: string | null;
  retention: string | null;
  answer: Pick<StandingAnswer, 'standing' | 'permitted' | 'since'>;
}

export interface PageView {
  language: Language;
  name: string | null;
  purposes: PagePurpose[];
  history: { id: string; title: string; answer: Answer; occurredAt: string; where: string }[];
  /** The browser says that it does not want sale or sharing; what came of it. */
  signal: { honoured: boolean } | null;
}
