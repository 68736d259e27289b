'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useId, useRef, useState, type ReactNode } from 'react';
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
  const [isLarge, setIsLarge] = useState(false);
  const id = useId();
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
    if (!box.current || !selection?.rangeCount || !box.current.contains(selection.anchorNode)) return;
    // Where it stands, not where the same words stand first.
    const range = selection.getRangeAt(0);
    const picked = range.toString();
    const before = document.createRange();
    before.selectNodeContents(box.current);
    before.setEnd(range.startContainer, range.startOffset);
    const start = before.toString().length + picked.length - picked.trimStart().length;
    const end = Math.min(start + picked.trim().length, text.length);
    if (end > start) setOwn(mergeRedactions([...chosen, { start, end, why: 'reviewer' }]));
  };
  const isChanged = JSON.stringify(chosen) !== JSON.stringify(redacted ?? []);
  const parts: ReactNode[] = [];
  let at = 0;
  for (const [i, one] of all.entries()) {
    parts.push(<span key={`t${i}`}>{marked(text.slice(at, one.start), marks)}</span>);
    const passage = text.slice(one.start, one.end);
    parts.push(
      isChosen(one) ? (
        <del key={i} className="gone" title={WHY[one.why]}>
          <button disabled={!mayRedact} onClick={() => toggle(one)} aria-label={`keep: ${passage.slice(0, 60)}`}>
            {passage}
          </button>
        </del>
      ) : (
        <ins key={i} className="kept" title={`kept; ${WHY[one.why]}`}>
          <button disabled={!mayRedact} onClick={() => toggle(one)} aria-label={`remove: ${passage.slice(0, 60)}`}>
            {passage}
          </button>
        </ins>
      ),
    );
    at = one.end;
  }
  parts.push(<span key="end">{marked(text.slice(at, at + 6000), marks)}</span>);
  const words = (
    <p className={isLarge ? 'words redact large' : 'words redact'} ref={box}>
      {parts}
    </p>
  );
  const acts = mayRedact && (
    <div className="row" style={{ marginTop: 6 }}>
      {isChanged && chosen.length > 0 && (
        <Button variant="contained" onClick={() => save(chosen)}>
          {!isLarge && <kbd>R</kbd>} {redacted ? 'Change' : 'Hand over without'} {sayPassages(chosen.length)}
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
        <span className="muted">✓ handed over without {sayPassages(redacted.length)}; attachments stay out</span>
      )}
    </div>
  );
  if (!isLarge)
    return (
      <>
        {words}
        <div className="row">
          {acts}
          <Button onClick={() => setIsLarge(true)}>Read it large</Button>
        </div>
      </>
    );
  return (
    <Dialog open fullWidth maxWidth="lg" onClose={() => setIsLarge(false)} aria-labelledby={id}>
      <DialogTitle id={id}>{sayPassages(chosen.length)} of this text would go</DialogTitle>
      <DialogContent>{words}</DialogContent>
      <DialogActions>
        {acts}
        <Button onClick={() => setIsLarge(false)}>Back to the review</Button>
      </DialogActions>
    </Dialog>
  );
}

const sayPassages = (n: number) => `${n} ${n === 1 ? 'passage' : 'passages'}`;

function marked(text: string, marks: readonly string[]): ReactNode[] {
  const real = marks.filter((mark) => mark.length > 2).map((mark) => mark.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  if (real.length === 0) return [text];
  const isMark = new Set(marks.map((mark) => mark.toLowerCase()));
  return text
    .split(new RegExp(`(${real.join('|')})`, 'gi'))
    .map((part, i) => (isMark.has(part.toLowerCase()) ? <mark key={i}>{part}</mark> : part));
}
