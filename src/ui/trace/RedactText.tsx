'use client';

import Button from '@mui/material/Button';
import { useRef, useState, type ReactNode } from 'react';
import { mergeRedactions, type Redaction } from '../../core/trace/redaction';

interface Props {
  text: string;
  /** Values of the person, shown marked. */
  marks: readonly string[];
  proposed: readonly Redaction[];
  /** As it was decided; null: not decided. */
  redacted: readonly Redaction[] | null;
  mayRedact: boolean;
  save: (passages: readonly Redaction[]) => void;
}

const WHY: Record<Redaction['why'], string> = {
  'other-person': 'names somebody else',
  'quoted-words': 'words of somebody else',
  privileged: 'legal advice',
  reviewer: 'by your choice',
};

/** A text with the passages that go before it is handed over: proposed ones are pressed to keep or remove, others are selected. */
export function RedactText({ text, marks, proposed, redacted, mayRedact, save }: Props) {
  const [own, setOwn] = useState<readonly Redaction[] | null>(null);
  const box = useRef<HTMLParagraphElement>(null);
  const chosen = mergeRedactions(own ?? redacted ?? proposed);
  const all = mergeRedactions([...chosen, ...proposed, ...(redacted ?? [])]);
  const isChosen = (one: Redaction) => chosen.some(({ start, end }) => start <= one.start && end >= one.end);
  const toggle = (one: Redaction) =>
    setOwn(
      isChosen(one)
        ? chosen.filter(({ start, end }) => end <= one.start || start >= one.end)
        : mergeRedactions([...chosen, one]),
    );
  const addSelection = () => {
    const selection = window.getSelection();
    const words = selection?.toString().trim() ?? '';
    if (!words || !box.current?.contains(selection!.anchorNode)) return;
    const start = text.indexOf(words);
    if (start >= 0) setOwn(mergeRedactions([...chosen, { start, end: start + words.length, why: 'reviewer' }]));
  };
  const isChanged = JSON.stringify(chosen) !== JSON.stringify(redacted ?? []);
  const parts: ReactNode[] = [];
  let at = 0;
  for (const [i, one] of all.entries()) {
    parts.push(<span key={`t${i}`}>{marked(text.slice(at, one.start), marks)}</span>);
    const words = text.slice(one.start, one.end);
    parts.push(
      isChosen(one) ? (
        <del key={i} className="gone" title={WHY[one.why]}>
          <button disabled={!mayRedact} onClick={() => toggle(one)} aria-label={`keep: ${words.slice(0, 60)}`}>
            {words}
          </button>
        </del>
      ) : (
        <ins key={i} className="kept" title={`kept; ${WHY[one.why]}`}>
          <button disabled={!mayRedact} onClick={() => toggle(one)} aria-label={`remove: ${words.slice(0, 60)}`}>
            {words}
          </button>
        </ins>
      ),
    );
    at = one.end;
  }
  parts.push(<span key="end">{marked(text.slice(at, at + 6000), marks)}</span>);
  return (
    <>
      <p className="words redact" ref={box}>
        {parts}
      </p>
      {mayRedact && (
        <div className="row" style={{ marginTop: 6 }}>
          {isChanged && chosen.length > 0 && (
            <Button variant="contained" onClick={() => save(chosen)}>
              <kbd>R</kbd> {redacted ? 'Change' : 'Hand over without'} {chosen.length}{' '}
              {chosen.length === 1 ? 'passage' : 'passages'}
            </Button>
          )}
          <Button onClick={addSelection}>Remove the selection</Button>
          {redacted && (
            <Button
              onClick={() => {
                setOwn([]);
                save([]);
              }}
            >
              Take the redaction back
            </Button>
          )}
          {redacted && !isChanged && (
            <span className="muted">
              ✓ handed over without {redacted.length} {redacted.length === 1 ? 'passage' : 'passages'}; attachments stay
              out
            </span>
          )}
        </div>
      )}
    </>
  );
}

function marked(text: string, marks: readonly string[]): ReactNode[] {
  const real = marks.filter((mark) => mark.length > 2).map((mark) => mark.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  if (real.length === 0) return [text];
  const isMark = new Set(marks.map((mark) => mark.toLowerCase()));
  return text
    .split(new RegExp(`(${real.join('|')})`, 'gi'))
    .map((part, i) => (isMark.has(part.toLowerCase()) ? <mark key={i}>{part}</mark> : part));
}
