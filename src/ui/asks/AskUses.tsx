'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { callOf, FORM_SCRIPT, htmlOf, type AskedFor } from '../../core/asks/snippet';
import type { AskCounts, WordingShown } from '../../core/asks/views';
import { differenceOf } from '../../core/shared/difference';
import { sayInstant } from '../../core/shared/days';
import type { LedgerActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { Fold } from '../shared/Fold';
import { ListTable } from '../shared/ListTable';
import { stillHere } from '../shared/notDone';
import { Differences } from './Differences';
import { LANGUAGE_NAMES } from './languageNames';

/** How an ask comes before people: boxes for a form, the call of its server, a sheet of paper. */
export function AskUses({ ask, purposes }: { ask: WordingShown; purposes: readonly AskedFor[] }) {
  const languages = Object.keys(ask.words);
  const [first] = ask.purposes;
  return (
    <Fold summary={<span className="muted">on a form, at a counter</span>}>
      <div className="stack">
        <p>
          On paper, to read out or to fill in:{' '}
          {languages.map((language, n) => (
            <span key={language}>
              {n > 0 && ', '}
              <a href={`/ledger/asks/${ask.id}/paper?lang=${language}`} target="_blank" rel="noreferrer">
                {LANGUAGE_NAMES[language] ?? language}
              </a>
            </span>
          ))}
        </p>
        {languages.map((language) => (
          <div key={language}>
            <p>For a form in {LANGUAGE_NAMES[language] ?? language}:</p>
            <pre className="mono">{htmlOf(ask, language, purposes)}</pre>
          </div>
        ))}
        <p>Beside the form, so that no box comes ticked and a no is told too:</p>
        <pre className="mono">{FORM_SCRIPT}</pre>
        {first && (
          <>
            <p>What the server of the form sends for each box, with its key:</p>
            <pre className="mono">{callOf(ask, first, languages[0] ?? 'en')}</pre>
          </>
        )}
      </div>
    </Fold>
  );
}

/** As they were shown, the newest first; each beside the one before it, and how it was answered. */
export function AskVersions({
  versions,
  zone,
  countAsk,
}: { versions: readonly WordingShown[]; zone: string } & Pick<LedgerActs, 'countAsk'>) {
  const [counts, setCounts] = useState<AskCounts[] | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const id = versions[0]!.id;
  const count = async () => {
    const result = await countAsk({ id }).catch(stillHere);
    if (result.ok) setCounts(result.value);
    setFailure(result.ok ? null : result.message);
  };
  return (
    <div className="stack">
      <FailureNote text={failure} />
      {counts ? (
        <Counts counts={counts} />
      ) : (
        <div>
          <Button onClick={() => void count()}>How many answered each, and stand on which</Button>
        </div>
      )}
      {versions.toReversed().map((one, n, all) => (
        <Version key={one.version} one={one} before={all[n + 1] ?? null} zone={zone} />
      ))}
    </div>
  );
}

function Counts({ counts }: { counts: readonly AskCounts[] }) {
  if (counts.length === 0) return <p className="muted">Nobody has answered it yet.</p>;
  return (
    <ListTable aria-label="Answers by version">
      <thead>
        <tr>
          {['version', 'people', 'yes', 'no', 'taken back', 'stand on it'].map((name) => (
            <th key={name}>{name}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {counts.map((one) => (
          <tr key={one.version}>
            {[one.version, one.people, one.yes, one.no, one.withdrawn, one.standing].map((value, n) => (
              <td key={n} className="num">
                {value.toLocaleString('en')}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </ListTable>
  );
}

function Version({ one, before, zone }: { one: WordingShown; before: WordingShown | null; zone: string }) {
  const changed = Object.keys(one.words).filter((language) => before && before.words[language] !== one.words[language]);
  return (
    <div>
      <p>
        <b>Version {one.version}</b>{' '}
        <span className="muted">
          from {sayInstant(one.validFrom, zone)}
          {one.isMaterial && ', a material change'}
        </span>
      </p>
      {Object.entries(one.words).map(([language, text]) => (
        <div key={language}>
          <span className="muted">{LANGUAGE_NAMES[language] ?? language}: </span>
          {before && changed.includes(language) ? (
            <Differences pieces={differenceOf(before.words[language] ?? '', text)} language={language} />
          ) : (
            <span lang={language}>{text}</span>
          )}
        </div>
      ))}
    </div>
  );
}
