'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { LANGUAGES } from '../../core/letters/mailings';
import { TEMPLATE_IDS, type TemplateId } from '../../core/letters/templateList';
import type { TemplateView } from '../../core/letters/views';
import { sayDay } from '../../core/shared/days';
import { ActButton } from '../parts/ActButton';
import type { ActionResult } from '../parts/actionResult';

interface Props {
  templates: TemplateView[];
  mayChange: boolean;
  preview: (template: TemplateId, language: string, text: string) => Promise<ActionResult<{ subject: string; text: string }>>;
  save: (template: TemplateId, language: string, text: string) => Promise<ActionResult<{ version: number }>>;
}

/** The letters, each in each language: the wording beside what it makes. What the law wants in a letter cannot be left out. */
export function LettersPanel({ templates, mayChange, preview, save }: Props) {
  const [at, setAt] = useState<{ template: TemplateId; language: string }>({ template: 'acknowledgement', language: 'en' });
  const [drafts, setDrafts] = useState<Record<string, string>>({});
  const [shown, setShown] = useState<ActionResult<{ subject: string; text: string }> | null>(null);
  const one = templates.find(({ template, language }) => template === at.template && language === at.language)!;
  const key = `${at.template}/${at.language}`;
  const text = drafts[key] ?? one.text;
  const go = (change: Partial<typeof at>) => {
    setAt({ ...at, ...change });
    setShown(null);
  };
  const look = async () => setShown(await preview(at.template, at.language, text).catch((): ActionResult<never> => ({ ok: false, message: 'The server did not answer. What you typed is still here.' })));
  return (
    <>
      <div className="page-head"><div><h1>Letters</h1><p className="sub">What goes to people, in their language. A changed wording is a new version; letters that went keep theirs.</p></div></div>
      <div className="filters">
        <label>Letter <select value={at.template} onChange={(event) => go({ template: event.target.value as TemplateId })}>{TEMPLATE_IDS.map((id) => <option key={id} value={id}>{id.replace(/-/g, ' ')}</option>)}</select></label>
        <label>Language <select value={at.language} onChange={(event) => go({ language: event.target.value })}>{LANGUAGES.map((id) => <option key={id}>{id}</option>)}</select></label>
        <span className="muted">{one.version === 0 ? 'the wording as it ships' : `version ${one.version}${one.isOwn ? '' : ', back to the wording as it ships'}, ${one.by ?? ''} ${one.at ? sayDay(one.at.slice(0, 10)) : ''}`}</span>
      </div>
      <div className="two-up">
        <section className="sheet" style={{ padding: '12px 14px' }} aria-label="Wording">
          <TextField label="Subject in the first line, then paragraphs" multiline minRows={14} fullWidth value={text} onChange={(event) => setDrafts({ ...drafts, [key]: event.target.value })} slotProps={{ htmlInput: { readOnly: !mayChange, spellCheck: true, lang: at.language } }} />
          <p className="muted" style={{ marginTop: 8 }}>Fields: {one.fields.map(({ name, isNeeded }) => <span key={name} className="mono nowrap">{`{{${name}}}`}{isNeeded ? '*' : ''} </span>)}. Those with * must stay. <span className="mono">## </span> begins a heading, <span className="mono">- </span> a list; a paragraph without a value is left out.</p>
          <div className="row" style={{ marginTop: 8 }}>
            <Button variant="outlined" onClick={() => void look()}>Preview</Button>
            {mayChange && <ActButton primary act={() => save(at.template, at.language, text)} disabled={text === one.text} done="Saved as a new version">Save as a new version</ActButton>}
            {mayChange && one.isOwn && <ActButton act={async () => { const result = await save(at.template, at.language, ''); if (result.ok) setDrafts(Object.fromEntries(Object.entries(drafts).filter(([own]) => own !== key))); return result; }} done="Back to the wording as it ships">Back to the wording as it ships</ActButton>}
          </div>
        </section>
        <section className="sheet" style={{ padding: '12px 16px' }} aria-label="Preview">
          {!shown && <p className="empty">The preview shows the letter with made-up values.</p>}
          {shown && !shown.ok && <p className="note bad" role="alert">{shown.message}</p>}
          {shown?.ok && <><p className="muted">Subject</p><h2 style={{ marginBottom: 10 }}>{shown.value.subject}</h2><p className="words" style={{ whiteSpace: 'pre-wrap' }} lang={at.language}>{shown.value.text}</p></>}
        </section>
      </div>
    </>
  );
}
