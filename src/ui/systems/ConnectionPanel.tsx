'use client';

import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { settingProblems, type SystemKind } from '../../core/systems/kinds';
import type { Reached, SystemView } from '../../core/systems/views';
import type { ActionResult } from '../shared/actionResult';
import { ReachedNote, SettingsFields } from './SettingsFields';
import type { SystemActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

/** How a system is reached. Other settings are kept only once it has answered to them. */
export function ConnectionPanel({
  system,
  kind,
  actions,
}: {
  system: SystemView;
  kind: SystemKind;
  actions: SystemActs;
}) {
  const [values, setValues] = useState<Record<string, string>>(system.settings);
  const [isOpen, setOpen] = useState(false);
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [reached, setReached] = useState<Reached | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, start] = useTransition();
  const router = useRouter();
  const run = (work: () => Promise<ActionResult<Reached>>) =>
    start(async () => {
      const result = await work().catch(stillHere);
      setFailure(result.ok ? null : result.message);
      setReached(result.ok ? result.value : null);
      router.refresh();
    });
  const save = () => {
    const found = settingProblems(kind, values, system.sealed);
    setProblems(found);
    if (Object.keys(found).length === 0) run(() => actions.changeConnection({ id: system.id, settings: values }));
  };
  return (
    <section className="sheet" aria-labelledby="connection">
      <header>
        <h2 id="connection">Connection</h2>
        <span className="muted">
          {system.mayChange
            ? system.sealed.length > 0
              ? `${system.sealed.length === 1 ? 'one secret is' : `${system.sealed.length} secrets are`} kept sealed`
              : 'no secret in it'
            : 'only its owner and administrators see it'}
        </span>
      </header>
      {system.mayChange && (
        <div className="pad stack">
          <div className="row">
            <Button
              variant="outlined"
              disabled={isBusy}
              onClick={() => run(() => actions.testSystem({ id: system.id }))}
            >
              Reach it
            </Button>
            <Button variant="text" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
              {isOpen ? 'Leave it as it is' : 'Change the connection'}
            </Button>
          </div>
          <FailureNote text={failure} />
          <ReachedNote reached={reached} />
          {isOpen && (
            <>
              <SettingsFields
                kind={kind}
                values={values}
                sealed={system.sealed}
                problems={problems}
                change={(name, value) => setValues({ ...values, [name]: value })}
              />
              <div className="row">
                <Button variant="contained" disabled={isBusy} onClick={save}>
                  Reach it with these and keep them
                </Button>
              </div>
            </>
          )}
        </div>
      )}
    </section>
  );
}
