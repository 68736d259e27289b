'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ANSWERS, type Answer } from '../../core/ledger/types';
import { Choose } from '../fields/Choose';

/** The words of the file's answers, read from the file, and which answer each is. Words of other files can be added. */
export function AnswerWords({
  found,
  answers,
  change,
}: {
  found: readonly string[];
  answers: Readonly<Record<string, Answer>>;
  change: (answers: Readonly<Record<string, Answer>>) => void;
}) {
  const [own, setOwn] = useState<readonly string[]>([]);
  const [typed, setTyped] = useState('');
  const words = [...new Set([...found.map((word) => word.toUpperCase()), ...Object.keys(answers), ...own])];
  const add = () => {
    if (typed.trim() === '') return;
    setOwn([...own, typed.trim().toUpperCase()]);
    setTyped('');
  };
  const set = (word: string, answer: Answer | null) => {
    const { [word]: _, ...rest } = answers;
    change(answer ? { ...rest, [word]: answer } : rest);
  };
  const unsaid = words.filter((word) => !answers[word] && !(ANSWERS as readonly string[]).includes(word.toLowerCase()));
  return (
    <fieldset className="plain">
      <legend>The file’s words for answers</legend>
      {unsaid.length > 0 && (
        <p className="ochre">
          ▲ {unsaid.map((word) => `“${word}”`).join(', ')} {unsaid.length === 1 ? 'has' : 'have'} no answer yet: lines
          with {unsaid.length === 1 ? 'it' : 'them'} are held.
        </p>
      )}
      <div className="maps">
        {words.map((word) => (
          <Choose
            key={word}
            label={`“${word}” means`}
            value={answers[word] ?? null}
            every="not said"
            options={ANSWERS}
            choose={(answer) => set(word, answer as Answer | null)}
          />
        ))}
      </div>
      <div className="row" style={{ marginTop: 6 }}>
        <TextField
          label="Another word"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            // It adds the word; it does not send the form.
            event.preventDefault();
            add();
          }}
          sx={{ maxWidth: 200 }}
        />
        <Button onClick={add} disabled={typed.trim() === ''}>
          Add it
        </Button>
      </div>
    </fieldset>
  );
}

/** The words of the file's purposes, and which purpose each is. What is not said is taken as the purpose's own code. */
export function PurposeWords({
  found,
  purposes,
  means,
  change,
}: {
  found: readonly string[];
  purposes: readonly { id: string; title: string }[];
  means: Readonly<Record<string, string>>;
  change: (means: Readonly<Record<string, string>>) => void;
}) {
  if (found.length === 0) return null;
  const ids = new Set(purposes.map(({ id }) => id));
  return (
    <fieldset className="plain">
      <legend>The file’s words for purposes</legend>
      <div className="maps">
        {found.map((word) => (
          <Choose
            key={word}
            label={`“${word}” is`}
            value={means[word] ?? (ids.has(word) ? word : null)}
            every="no purpose of ours: held"
            options={purposes.map(({ id, title }) => [id, title] as const)}
            choose={(purpose) => {
              const { [word]: _, ...rest } = means;
              change(purpose ? { ...rest, [word]: purpose } : rest);
            }}
          />
        ))}
      </div>
    </fieldset>
  );
}
