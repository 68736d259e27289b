'use client';

import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { LANGUAGE_NAMES, type Language } from '../../core/letters/mailings';
import type { NoticeView, NoticeWhatIf } from '../../core/notices/views';
import { OneOf } from '../fields/OneOf';
import { Tick } from '../fields/Tick';
import { ActButton } from '../shared/ActButton';
import type { NoticeActs } from '../shared/acts';
import { NoticeFindings } from './NoticeFindings';
import { NoticeText } from './NoticeText';

type Acts = Pick<NoticeActs, 'publishNotice' | 'returnNotice' | 'previewNotice'>;

/** The second look: what it will say, what of it is not so, and what publishing does. */
export function NoticeReviewSheet({ view, actions }: { view: NoticeView; actions: Acts }) {
  const { check, id, save } = view;
  const languages = Object.keys(check.preview) as Language[];
  const [language, setLanguage] = useState<Language>(languages[0] ?? 'en');
  const [isMaterial, setMaterial] = useState(false);
  const [words, setWords] = useState('');
  const [tried, setTried] = useState<NoticeWhatIf | null>(null);
  const shown = check.preview[language];
  const mustSay = check.findings.length > 0;
  const mayAct = view.mayPublish && view.state === 'review' && !view.isOwnText;
  return (
    <div className="notice-sides">
      <section className="sheet" style={{ padding: '12px 14px' }} aria-label="As it will be read">
        <OneOf<Language>
          legend="Language"
          isQuiet
          row
          value={language}
          choose={setLanguage}
          options={languages.map((one) => [one, LANGUAGE_NAMES[one]] as const)}
        />
        {shown ? <NoticeText notice={{ ...shown, language }} /> : <p className="muted">It has no words yet.</p>}
      </section>
      <section className="sheet" aria-label="The second look">
        <div className="pad stack">
          <NoticeFindings
            faults={check.faults}
            findings={check.findings}
            good="Every sentence fits what the register, the rules and the scans know."
          />
          {mayAct && (
            <>
              <Tick checked={isMaterial} set={setMaterial}>
                a material change: who chose before is asked again, where the purpose says so, and has to be told
              </Tick>
              {isMaterial && (
                <p className="muted" role="status">
                  {tried ? sayTried(tried) : 'Try out what it does to standings before you publish.'}
                </p>
              )}
              <TextField
                id="notice-words"
                label={mustSay ? 'Why it is right all the same, or what to change' : 'What to change, if anything'}
                value={words}
                onChange={(event) => setWords(event.target.value)}
                multiline
                minRows={2}
                helperText={
                  mustSay ? 'Published with findings it needs a reason of at least ten letters; it is kept.' : ' '
                }
              />
              <div className="row">
                <ActButton
                  primary
                  disabled={check.faults.length > 0}
                  act={() => actions.publishNotice({ id, basedOn: save, isMaterial, reason: mustSay ? words : '' })}
                  done="Published"
                >
                  Publish
                </ActButton>
                <ActButton act={() => actions.returnNotice({ id, basedOn: save, note: words })} done="Given back">
                  Give back
                </ActButton>
                <ActButton
                  act={async () => {
                    const result = await actions.previewNotice({ id });
                    if (result.ok) setTried(result.value);
                    return result;
                  }}
                >
                  Try out
                </ActButton>
              </div>
            </>
          )}
        </div>
      </section>
    </div>
  );
}

const number = new Intl.NumberFormat('en');

function sayTried({ version, concerned, whatIf }: NoticeWhatIf): string {
  const { people, altered, lost } = whatIf;
  return (
    `Version ${version}: ${number.format(concerned)} people chose under earlier versions. Of ${number.format(people)} people ` +
    `${number.format(altered)} would stand differently; for ${number.format(lost)} something would ` +
    'no longer be permitted until they say yes again.'
  );
}
