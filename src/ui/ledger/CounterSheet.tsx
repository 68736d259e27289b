'use client';

import type { HandChoice } from '../../core/ledger/schema';
import { sayReasons } from '../../core/words/reasons';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import type { AtTheCounter, Script } from '../../core/ledger/views';
import { useSay } from '../shared/Say';
import type { LedgerActs } from '../shared/acts';
import { Found, ReadOut } from './CounterParts';
import { Choose } from '../fields/Choose';
import { OneOf } from '../fields/OneOf';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

type Actions = Pick<LedgerActs, 'findAtCounter' | 'recordByHand'>;

const ANSWERS = [
  ['grant', 'Yes'],
  ['refuse', 'No'],
  ['withdraw', 'Takes a yes back'],
] as const;

/** The script is read out as it stands, and the answer written down: who asked, where, in which words. */
export function CounterSheet({ scripts, actions }: { scripts: readonly Script[]; actions: Actions }) {
  const [kind, setKind] = useState('email');
  const [value, setValue] = useState('');
  const [name, setName] = useState({ given: '', family: '' });
  const [found, setFound] = useState<AtTheCounter[] | null>(null);
  const [scriptId, setScriptId] = useState(scripts[0]?.ask ?? '');
  const [language, setLanguage] = useState('da');
  const [purpose, setPurpose] = useState(scripts[0]?.purposes[0]?.id ?? '');
  const [answer, setAnswer] = useState<string | null>(null);
  const [place, setPlace] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const say = useSay();
  const script = scripts.find(({ ask }) => ask === scriptId);
  // A script says what may be asked with it: a purpose that was chosen for another is none of this one's.
  const about = script?.purposes.some(({ id }) => id === purpose) ? purpose : (script?.purposes[0]?.id ?? '');
  const onFind = async (event: FormEvent) => {
    event.preventDefault();
    const result = await actions.findAtCounter({ identifier: { kind, value } }).catch(stillHere);
    setFound(result.ok ? result.value : null);
    setFailure(result.ok ? null : result.message);
  };
  const onRecord = async () => {
    // What is not filled in yet is said at its field.
    const result = await actions
      .recordByHand({
        identifier: { kind, value },
        ask: script?.ask,
        askVersion: script?.version,
        purpose: about,
        answer,
        place,
        language,
        givenName: name.given || null,
        familyName: name.family || null,
      } as HandChoice)
      .catch(stillHere);
    if (!result.ok) return setFailure([result.message, ...Object.values(result.fields ?? {})].join(' '));
    const { status, reasons } = result.value;
    setFailure(status === 'recorded' ? null : `${status}: ${sayReasons(reasons)}`);
    if (status !== 'recorded') return;
    say('Recorded in the ledger', true);
    setAnswer(null);
    setFound(null);
    setValue('');
  };
  if (scripts.length === 0)
    return (
      <section className="sheet">
        <p className="empty">No spoken script is published.</p>
      </section>
    );
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Counter and phone</h1>
          <p className="sub">
            Find who it is by an exact address or number, read the script as it stands, write down the answer.
          </p>
        </div>
      </div>
      <div className="two">
        <section className="sheet pad stack" aria-labelledby="who">
          <h2 id="who">1 · Who</h2>
          <form onSubmit={(event) => void onFind(event)} className="row filters" style={{ margin: 0 }}>
            <Choose
              label="by"
              value={kind}
              options={[
                ['email', 'e-mail'],
                ['phone', 'phone'],
                ['customer-number', 'card or customer number'],
              ]}
              choose={(one) => setKind(one!)}
            />
            <TextField
              label="Exact value"
              value={value}
              onChange={(event) => setValue(event.target.value)}
              sx={{ maxWidth: 240 }}
              autoComplete="off"
            />
            <Button type="submit" variant="outlined" disabled={value.trim().length < 3}>
              Look
            </Button>
          </form>
          {found && <Found found={found} script={script} name={name} setName={setName} />}
        </section>
        <section className="sheet pad stack" aria-labelledby="words">
          <ReadOut
            scripts={scripts}
            script={script}
            language={language}
            setLanguage={setLanguage}
            choose={(ask) => {
              setScriptId(ask);
              setPurpose(scripts.find((one) => one.ask === ask)?.purposes[0]?.id ?? '');
            }}
          />
          <h2>3 · The answer</h2>
          <div className="filters" style={{ margin: 0 }}>
            <Choose
              label="about"
              value={about}
              options={(script?.purposes ?? []).map(({ id, title }) => [id, title] as const)}
              choose={(id) => setPurpose(id ?? '')}
            />
            <TextField
              label="where"
              value={place}
              onChange={(event) => setPlace(event.target.value)}
              placeholder="Aarhus, or on the phone"
              fullWidth={false}
              slotProps={{ inputLabel: { shrink: true } }}
            />
          </div>
          <OneOf legend="Answer" isQuiet row value={answer} options={ANSWERS} choose={setAnswer} />
          <FailureNote text={failure} />
          <div>
            <Button variant="contained" onClick={() => void onRecord()} disabled={!answer || value.trim().length < 3}>
              Record the answer
            </Button>
          </div>
        </section>
      </div>
    </>
  );
}
