'use client';

import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import type { TakeOverMapping } from '../../core/intake/takeOver';
import type { TakeOverFile, TakeOverLine } from '../../core/intake/views';
import { FileDrop } from '../fields/FileDrop';
import type { RequestActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';
import { useSay } from '../shared/Say';
import { TakeOverLines } from './TakeOverLines';
import { TakeOverMapped } from './TakeOverMapped';

type Acts = Pick<RequestActs, 'readTakeOver' | 'tryTakeOver' | 'takeOver'>;

interface Read {
  file: File;
  found: TakeOverFile;
  mapping: TakeOverMapping;
}

function formOf(file: File, mapping?: TakeOverMapping): FormData {
  const form = new FormData();
  form.set('file', file);
  if (mapping) form.set('said', JSON.stringify(mapping));
  return form;
}

/** Requests that are under way elsewhere: the list is read, tried out, and taken over with its own days. Nobody is written to. */
export function TakeOverSheet({ actions }: { actions: Acts }) {
  const [read, setRead] = useState<Read | null>(null);
  const [lines, setLines] = useState<TakeOverLine[] | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, start] = useTransition();
  const say = useSay();
  const choose = (file: File | null) => {
    setRead(null);
    setLines(null);
    setFailure(null);
    if (!file) return;
    start(async () => {
      const result = await actions.readTakeOver(formOf(file)).catch(stillHere);
      if (result.ok) setRead({ file, found: result.value, mapping: result.value.mapping });
      else setFailure(result.message);
    });
  };
  const run = (act: Acts['tryTakeOver'], after: (lines: TakeOverLine[]) => void) =>
    start(async () => {
      const result = await act(formOf(read!.file, read!.mapping)).catch(stillHere);
      setFailure(result.ok ? null : result.message);
      if (!result.ok) return;
      setLines(result.value);
      after(result.value);
    });
  const count = (outcome: TakeOverLine['outcome']) => lines?.filter((line) => line.outcome === outcome).length ?? 0;
  const isDone = count('opened') > 0;
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Take over requests</h1>
          <p className="sub">
            Requests that are under way elsewhere, from a spreadsheet. Each keeps its day of receipt and its clock;
            nobody is written to, and a line that was taken over before is not opened again.
          </p>
        </div>
      </div>
      <section className="sheet" aria-label="The list">
        <div className="pad stack">
          <FailureNote text={failure} />
          <FileDrop
            label="The list"
            kinds={['.csv', '.xlsx']}
            file={read?.file ?? null}
            choose={choose}
            disabled={isBusy}
          />
          {read && (
            <>
              <p>
                {read.found.lines} {read.found.lines === 1 ? 'line' : 'lines'}. Look whether the columns and words are
                understood:
              </p>
              <TakeOverMapped
                found={read.found}
                mapping={read.mapping}
                change={(mapping) => {
                  setRead({ ...read, mapping });
                  setLines(null);
                }}
              />
              <div className="row">
                <Button
                  variant={lines ? 'outlined' : 'contained'}
                  disabled={isBusy}
                  onClick={() => run(actions.tryTakeOver, () => {})}
                >
                  Try it out
                </Button>
                {lines && !isDone && count('would-open') > 0 && (
                  <Button
                    variant="contained"
                    disabled={isBusy}
                    onClick={() =>
                      run(actions.takeOver, (done) =>
                        say(`${done.filter(({ outcome }) => outcome === 'opened').length} requests taken over`, true),
                      )
                    }
                  >
                    Take over {count('would-open')} {count('would-open') === 1 ? 'request' : 'requests'}
                  </Button>
                )}
              </div>
            </>
          )}
        </div>
      </section>
      {lines && <TakeOverLines lines={lines} />}
    </>
  );
}
