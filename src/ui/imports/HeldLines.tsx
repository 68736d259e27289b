'use client';

import TextField from '@mui/material/TextField';
import Button from '@mui/material/Button';
import type { ImportId } from '../../core/shared/ids';
import { sayReasons, type Reason } from '../../core/words/reasons';
import { useRouter } from 'next/navigation';
import { useMemo, useState, type FormEvent } from 'react';
import type { HeldLine } from '../../core/imports/views';
import type { RecordStatus } from '../../core/ledger/schema';
import { useSay } from '../shared/Say';
import type { LedgerActs } from '../shared/acts';
import { Grid } from '../grid/Grid';
import { type GridColumn } from '../grid/gridTypes';
import { stillHere } from '../shared/notDone';

/** Of one file. */
export interface Correcting {
  importId: ImportId;
  correctLine: LedgerActs['correctLine'];
}

interface Outcome {
  status: RecordStatus;
  reasons: Reason[];
}

const idOf = ({ line }: HeldLine) => String(line);

/** Lines that would not, or did not, simply go in; each with its reason and its own text. One in quarantine can be corrected. */
export function HeldLines({ lines, correct }: { lines: readonly HeldLine[]; correct?: Correcting }) {
  const [now, setNow] = useState<ReadonlyMap<number, Outcome>>(new Map());
  const columns = useMemo((): GridColumn<HeldLine>[] => {
    const outcome = (one: HeldLine): Outcome => now.get(one.line) ?? one;
    return [
      { id: 'line', title: 'line', width: 70, isNumber: true, isFixed: true, text: ({ line }) => line },
      {
        id: 'end',
        title: 'end',
        width: 104,
        text: (one) => outcome(one).status,
        show: (one) => (
          <span className={outcome(one).status === 'quarantined' ? 'ochre' : ''}>{outcome(one).status}</span>
        ),
      },
      {
        id: 'why',
        title: 'why',
        text: (one) => sayReasons(outcome(one).reasons) || '–',
        show: (one) => <span className="whole">{sayReasons(outcome(one).reasons) || '–'}</span>,
      },
      {
        id: 'raw',
        title: 'the line',
        grow: 1.6,
        text: ({ raw }) => raw,
        show: (one) => (
          <LineText
            one={one}
            {...(correct && outcome(one).status === 'quarantined' ? { correct } : {})}
            onOutcome={(next) => setNow((before) => new Map(before).set(one.line, next))}
          />
        ),
      },
    ];
  }, [now, correct]);
  return (
    <Grid
      list="import-lines"
      label="Held lines"
      rows={lines}
      idOf={idOf}
      columns={columns}
      empty="Every line goes in as it is."
      isTall
    />
  );
}

/** The line as it came; one in quarantine can be corrected in place. */
function LineText({
  one,
  correct,
  onOutcome,
}: {
  one: HeldLine;
  correct?: Correcting;
  onOutcome: (outcome: Outcome) => void;
}) {
  const [raw, setRaw] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const say = useSay();
  const router = useRouter();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!correct || raw === null) return;
    setBusy(true);
    const result = await correct.correctLine({ importId: correct.importId, line: one.line, raw }).catch(stillHere);
    setBusy(false);
    if (!result.ok) return say(result.message, false);
    const { status, reasons } = result.value;
    onOutcome(result.value);
    say(
      status === 'quarantined' ? `Still held: ${sayReasons(reasons)}` : `Line ${one.line}: ${status}`,
      status !== 'quarantined',
    );
    if (status === 'quarantined') return;
    setRaw(null);
    router.refresh();
  };
  if (raw !== null)
    return (
      <form
        onSubmit={(event) => void submit(event)}
        onKeyDown={(event) => event.stopPropagation()}
        className="row whole"
        style={{ flexWrap: 'nowrap' }}
      >
        <TextField
          value={raw}
          onChange={(event) => setRaw(event.target.value)}
          slotProps={{ htmlInput: { 'aria-label': `Line ${one.line}, corrected`, className: 'mono' } }}
          autoFocus
        />
        <Button type="submit" variant="contained" disabled={isBusy}>
          Run it
        </Button>
        <Button onClick={() => setRaw(null)}>Leave it</Button>
      </form>
    );
  return (
    <span className="mono whole">
      {one.raw ?? <span className="muted">not kept</span>}
      {correct && one.raw !== null && (
        <>
          {' '}
          <Button onClick={() => setRaw(one.raw)} aria-label={`Correct line ${one.line}`}>
            Correct
          </Button>
        </>
      )}
    </span>
  );
}
