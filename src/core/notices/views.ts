import type { Language } from '../letters/mailings';
import type { LetterPart } from '../letters/letter';
import type { WhatIf } from '../purposes/views';
import type { RunView } from '../runs/views';
import type { DifferencePiece } from '../shared/difference';
import type { NoticeField } from './facts';
import type { SaidReality } from './realitySaid';
import type { NoticeAnswers, NoticeKind } from './schema';

export type NoticeState = 'draft' | 'review' | 'published';

/** A notice in one language with its facts filled in. */
export interface FilledText {
  title: string;
  body: LetterPart[];
  /** Values that its fields had. */
  fields: Partial<Record<NoticeField, string>>;
}

export interface NoticeLine {
  id: string;
  kind: NoticeKind;
  title: string;
  state: NoticeState;
  version: number | null;
  publishedAt: string | null;
  address: string | null;
  languages: string[];
  /** What is not true any more of what is published, or of the draft where nothing is. */
  untrue: number;
}

export interface NoticesView {
  notices: NoticeLine[];
  mayDraft: boolean;
}

/** An answer as the register would give it, and why. */
export interface Prefilled {
  question: keyof NoticeAnswers;
  value: string;
  because: string;
}

/** A fact that has changed since a version was published: the sentence says what was so then. */
export interface StaleFact {
  language: Language;
  field: NoticeField;
  was: string;
  is: string;
}

export interface NoticeVersionView {
  version: number;
  publishedAt: string;
  writtenBy: string;
  publishedBy: string;
  reason: string;
  isMaterial: boolean;
  /** People who were told of it by mail; null: nobody was. */
  told: number | null;
  /** What differs from the version before, by language. */
  differences: Partial<Record<Language, DifferencePiece[]>>;
}

/** What was found of a text. */
export interface NoticeCheck {
  /** They block publishing. */
  faults: string[];
  findings: SaidReality[];
  /** As it will be read. */
  preview: Partial<Record<Language, Pick<FilledText, 'title' | 'body'>>>;
}

export interface NoticeView {
  id: string;
  kind: NoticeKind;
  state: NoticeState;
  address: string | null;
  save: number;
  answers: NoticeAnswers;
  texts: Record<Language, string>;
  prefilled: Prefilled[];
  fields: { name: NoticeField; isNeeded: boolean }[];
  writtenBy: string;
  writtenAt: string;
  note: string;
  check: NoticeCheck;
  /** Of the version in force. */
  stale: StaleFact[];
  versions: NoticeVersionView[];
  page: string;
  embed: string;
  /** A page elsewhere. */
  readAt: string | null;
  readFault: string | null;
  run: RunView | null;
  telling: RunView | null;
  mayDraft: boolean;
  mayPublish: boolean;
  /** Whoever looks wrote it: somebody else has to publish. */
  isOwnText: boolean;
}

/** What publishing would do to standings and how many could be told. */
export interface NoticeWhatIf {
  version: number;
  concerned: number;
  whatIf: WhatIf;
}

/** A notice as anybody reads it. */
export interface PublicNotice {
  id: string;
  version: number;
  publishedOn: string;
  language: Language;
  languages: Language[];
  title: string;
  body: LetterPart[];
}
