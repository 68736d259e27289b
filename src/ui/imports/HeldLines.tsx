'use client';

import Button from '@mui/material/Button';
import type { ImportId } from '../../core/shared/ids';
import { sayReasons, type Reason } from '../../core/words/reasons';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { HeldLine } from '../../core/imports/views';
import type { RecordStatus } from '../../core/ledger/schema';
import { useSay } from '../shared/Say';
import type { LedgerActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { ListTable } from '../shared/ListTable';

/** Of one file. */
export interface Correcting {
  importId: ImportId;
  correctLine: LedgerActs['correctLine'];
}

/** Lines that would not, or did not, simply go in; each with its reason and its own text. One in quarantine can be corrected. */
export function HeldLines({ lines, correct }: { lines: readonly HeldLine[]; correct?: Correcting }) {
  return (
    <div className="wrap" tabIndex={0} role="region" aria-label="Held lines">
      <ListTable>
        <thead>
          <tr>
            <th className="num">line</th>
            <th>end</th>
            <th>why</th>
            <th>the line</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((one) => (
            <Line key={one.line} one={one} {...(correct ? { correct } : {})} />
          ))}
        </tbody>
      </ListTable>
    </div>
  );
}

function Line({ one, correct }: { one: HeldLine; correct?: Correcting }) {
  const [raw, setRaw] = useState<string | null>(null);
  const [now, setNow] = useState<{ status: RecordStatus; reasons: Reason[] }>({
    status: one.status,
    reasons: one.reasons,
  });
  const [isBusy, setBusy] = useState(false);
  const say = useSay();
  const router = useRouter();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!correct || raw === null) return;
    setBusy(true);
    const result = await correct
      .correctLine({ importId: correct.importId, line: one.line, raw })
      .catch((): ActionResult<never> => ({
        ok: false,
        message: 'The server did not answer. What you typed is still here.',
      }));
    setBusy(false);
    if (!result.ok) return say(result.message, false);
    setNow(result.value);
    say(
      result.value.status === 'quarantined'
        ? `Still held: ${sayReasons(result.value.reasons)}`
        : `Line ${one.line}: ${result.value.status}`,
      result.value.status !== 'quarantined',
    );
    if (result.value.status === 'quarantined') return;
    setRaw(null);
    router.refresh();
  };
  return (
    <tr>
      <td className="num">{one.line}</td>
      <td className={now.status === 'quarantined' ? 'ochre' : ''}>{now.status}</td>
      <td>{sayReasons(now.reasons) || '–'}</td>
      <td className="mono" style={{ overflowWrap: 'anywhere' }}>
        {raw !== null ? (
          <form onSubmit={(event) => void submit(event)} className="row" style={{ flexWrap: 'nowrap' }}>
            <input
              value={raw}
              onChange={(event) => setRaw(event.target.value)}
              aria-label={`Line ${one.line}, corrected`}
              className="hash"
              style={{ width: '100%' }}
              autoFocus
            />
            <Button type="submit" variant="contained" disabled={isBusy}>
              Run it
            </Button>
            <Button onClick={() => setRaw(null)}>Leave it</Button>
          </form>
        ) : (
          <>
            {one.raw ?? <span className="muted">not kept</span>}
            {correct && now.status === 'quarantined' && one.raw !== null && (
              <>
                {' '}
                <Button onClick={() => setRaw(one.raw)} aria-label={`Correct line ${one.line}`}>
                  Correct
                </Button>
              </>
            )}
          </>
        )}
      </td>
    </tr>
  );
}
