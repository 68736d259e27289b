import { LANGUAGES, type Language } from '../../core/letters/mailings';
import { checkTemplate, render, type FieldValue, type TemplateFault } from '../../core/letters/render';
import {
  NEEDED_FIELDS,
  NOTICE_FIELDS,
  noticeFields,
  type NoticeFacts,
  type NoticeField,
} from '../../core/notices/facts';
import { realityOf } from '../../core/notices/reality';
import { sayReality } from '../../core/notices/realitySaid';
import type { NoticeAnswers } from '../../core/notices/schema';
import type { FilledText, NoticeCheck, StaleFact } from '../../core/notices/views';
import type { Phrasebook } from '../../core/systems/phrasebook';
import { NOTICE_WORDS } from '../../core/words/notices';
import type { NoticeRow } from '../../db/notices/notices';
import type { Handle } from '../../db/shared/handle';
import { saidRegister } from '../systems/phrasebookOf';
import type { Context } from '../shared/context';
import { gatherFacts } from './gatherFacts';

type Draft = Pick<NoticeRow, 'kind' | 'address' | 'answers' | 'texts'>;

/** A language's facts, with the values of the fields as they are now. */
export interface Known {
  facts: NoticeFacts;
  say: Phrasebook;
  fields: Record<NoticeField, FieldValue>;
}

export async function knownIn(ctx: Context, h: Handle, language: Language, answers: NoticeAnswers): Promise<Known> {
  const facts = await gatherFacts(ctx, h, language);
  const { say } = await saidRegister(h, language);
  return { facts, say, fields: noticeFields(facts, answers, NOTICE_WORDS[language], say) };
}

const asText = (value: FieldValue): string =>
  value === null ? '' : typeof value === 'string' ? value : value.join('; ');

export function fill(text: string, { fields }: Pick<Known, 'fields'>): FilledText {
  const { subject, body } = render(text, fields);
  return {
    title: subject,
    body,
    fields: Object.fromEntries(NOTICE_FIELDS.map((name) => [name, asText(fields[name])]).filter(([, value]) => value)),
  };
}

/** What cannot be read of a text; null: it can be filled in. A page that lives elsewhere needs no fields. */
export function faultOf({ kind, address }: Pick<Draft, 'kind' | 'address'>, text: string): TemplateFault | null {
  return checkTemplate(text, NOTICE_FIELDS, address ? [] : NEEDED_FIELDS[kind]);
}

const QUESTIONS: readonly (keyof NoticeAnswers & ('children' | 'transfers' | 'automated' | 'marketing' | 'sells'))[] = [
  'children',
  'transfers',
  'automated',
  'marketing',
  'sells',
];

/** Questions of which nobody is sure yet. */
export const unsureOf = (answers: NoticeAnswers): string[] => QUESTIONS.filter((one) => answers[one] === 'unsure');

export const writtenIn = (texts: Draft['texts']): Language[] => LANGUAGES.filter((one) => texts[one]?.trim());

/** What a draft would say, and what of it is not true. */
export async function checkTexts(ctx: Context, h: Handle, draft: Draft): Promise<NoticeCheck> {
  const check: NoticeCheck = { faults: [], findings: [], preview: {} };
  const unsure = draft.address ? [] : unsureOf(draft.answers);
  if (unsure.length > 0) check.faults.push(`Nobody is sure yet about: ${unsure.join(', ')}.`);
  for (const language of writtenIn(draft.texts)) {
    const text = draft.texts[language]!;
    const fault = faultOf(draft, text);
    if (fault) {
      check.faults.push(`${language}: ${sayTemplateFault(fault)}`);
      // What lacks a field can be read all the same.
      if (fault.code !== 'template-lacks-field') continue;
    }
    const known = await knownIn(ctx, h, language, draft.answers);
    const filled = fill(text, known);
    check.preview[language] = { title: filled.title, body: filled.body };
    const found = realityOf({ kind: draft.kind, language, ...filled }, known.facts, known.say);
    check.findings.push(...found.map(sayReality));
  }
  return check;
}

function sayTemplateFault(fault: TemplateFault): string {
  switch (fault.code) {
    case 'template-without-subject':
      return 'it has no title';
    case 'template-unknown-field':
      return `there is no field “${fault.field}”`;
    case 'template-lacks-field':
      return `the field “${fault.field}” has to be in it`;
    case 'template-too-long':
      return `it is longer than ${fault.most} letters`;
  }
}

/** Facts that were filled in when a version was published and are others now. */
export async function staleFacts(
  ctx: Context,
  h: Handle,
  published: { filled: Partial<Record<Language, FilledText>>; answers: NoticeAnswers; texts: Draft['texts'] },
): Promise<StaleFact[]> {
  const stale: StaleFact[] = [];
  for (const language of LANGUAGES) {
    const then = published.filled[language];
    if (!then) continue;
    const { fields } = await knownIn(ctx, h, language, published.answers);
    for (const field of NOTICE_FIELDS) {
      if (!published.texts[language]?.includes(`{{${field}}}`)) continue;
      const [was, is] = [then.fields[field] ?? '', asText(fields[field])];
      if (was !== is) stale.push({ language, field, was, is });
    }
  }
  return stale;
}
