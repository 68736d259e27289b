'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { LANGUAGE_NAMES, LANGUAGES, type Language } from '../../core/letters/mailings';
import { toDoc, toTemplate } from '../../core/letters/templateDoc';
import { TEMPLATE_IDS, type TemplateId } from '../../core/letters/templateList';
import type { TemplateView } from '../../core/letters/views';
import { dayIn, sayDay } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import type { LetterActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { LetterEditor } from './LetterEditor';
import { Choose } from '../fields/Choose';
import { stillHere } from '../shared/notDone';

interface Props {
  templates: TemplateView[];
  mayChange: boolean;
  zone: string;
  previewTemplate: LetterActs['previewTemplate'];
  saveTemplate: LetterActs['saveTemplate'];
}

/**
 * The letters, each in each language: the wording beside what it makes. What the law wants in a letter cannot be left
 * out.
 */
export function LettersPanel({ templates, mayChange, zone, previewTemplate, saveTemplate }: Props) {
  const [at, setAt] = useState<{ template: TemplateId; language: Language }>({
    template: 'acknowledgement',
    language: 'en',
  });
  const [drafts, setDrafts] = useState<Record<string, string>>({});
  const [shown, setShown] = useState<ActionResult<{ subject: string; text: string }> | null>(null);
  const one = templates.find(({ template, language }) => template === at.template && language === at.language)!;
  const key = `${at.template}/${at.language}`;
  const text = drafts[key] ?? one.text;
  const go = (change: Partial<typeof at>) => {
    setAt({ ...at, ...change });
    setShown(null);
  };
  const look = async () => setShown(await previewTemplate({ ...at, text }).catch(stillHere));
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Letters</h1>
          <p className="sub">
            What goes to people, in their language. A changed wording is a new version; letters that went keep theirs.
          </p>
        </div>
      </div>
      <div className="filters">
        <Choose
          label="Letter"
          value={at.template}
          options={TEMPLATE_IDS.map((id) => [id, spellOut(id)] as const)}
          choose={(template) => go({ template: template as TemplateId })}
        />
        <Choose
          label="Language"
          value={at.language}
          options={LANGUAGES.map((id) => [id, LANGUAGE_NAMES[id]] as const)}
          choose={(language) => go({ language: language as Language })}
        />
        <span className="muted">
          {one.version === 0
            ? 'the wording as it ships'
            : `version ${one.version}${one.isOwn ? '' : ', back to the wording as it ships'}, ${one.by ?? ''} ` +
              `${one.at ? sayDay(dayIn(one.at, zone)) : ''}`}
        </span>
      </div>
      <div className="two-up">
        <section className="sheet" style={{ padding: '12px 14px' }} aria-label="Wording">
          <LetterEditor
            key={key}
            value={text}
            language={at.language}
            fields={one.fields}
            isEditable={mayChange}
            change={(template) => setDrafts((before) => ({ ...before, [key]: template }))}
          />
          <p className="muted" style={{ marginTop: 8 }}>
            Fields with * must stay:{' '}
            {one.fields
              .filter(({ isNeeded }) => isNeeded)
              .map(({ name }) => name)
              .join(', ') || 'none'}
            . A paragraph whose field has no value is left out of the letter.
          </p>
          <div className="row" style={{ marginTop: 8 }}>
            <Button variant="outlined" onClick={() => void look()}>
              Preview
            </Button>
            {mayChange && (
              <ActButton
                primary
                act={() => saveTemplate({ ...at, text })}
                disabled={toTemplate(toDoc(text)) === toTemplate(toDoc(one.text))}
                done="Saved as a new version"
              >
                Save as a new version
              </ActButton>
            )}
            {mayChange && one.isOwn && (
              <ActButton
                act={async () => {
                  const result = await saveTemplate({ ...at, text: '' });
                  if (result.ok) setDrafts(Object.fromEntries(Object.entries(drafts).filter(([own]) => own !== key)));
                  return result;
                }}
                done="Back to the wording as it ships"
              >
                Back to the wording as it ships
              </ActButton>
            )}
          </div>
        </section>
        <section className="sheet" style={{ padding: '12px 16px' }} aria-label="Preview">
          {!shown && <p className="empty">The preview shows the letter with made-up values.</p>}
          {shown && !shown.ok && (
            <p className="note bad" role="alert">
              {shown.message}
            </p>
          )}
          {shown?.ok && (
            <>
              <p className="muted">Subject</p>
              <h2 style={{ marginBottom: 10 }}>{shown.value.subject}</h2>
              <p className="words" style={{ whiteSpace: 'pre-wrap' }} lang={at.language}>
                {shown.value.text}
              </p>
            </>
          )}
        </section>
      </div>
    </>
  );
}
