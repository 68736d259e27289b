'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { KeysView } from '../../core/keys/views';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { RunProgress } from '../runs/RunProgress';
import { RefreshWhile } from '../shared/RefreshWhile';

type Actions = Pick<SetupActs, 'startRotation' | 'askForKeys' | 'approveKeyExport' | 'fetchKeys'>;

/** The keys that lie outside the database: under which master key the data keys are, and a copy for safe keeping. */
export function KeysPanel({ keys, actions }: { keys: KeysView; actions: Actions }) {
  const [reason, setReason] = useState('');
  const older = keys.versions.filter(({ version }) => version < keys.newest).reduce((sum, one) => sum + one.keys, 0);
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="keys">
      <header>
        <h2 id="keys">Keys</h2>
        <span className="muted">in the key file, never in the database</span>
      </header>
      <RefreshWhile isMoving={keys.rotation?.state === 'running'} />
      <div className="pad stack">
        <p>
          The newest master key is version {keys.newest}.{' '}
          {keys.versions
            .map(
              (one) =>
                `${one.keys} data keys under version ${one.version}${one.destroyed ? `, ${one.destroyed} destroyed` : ''}`,
            )
            .join('; ')}
          .
        </p>
        {keys.rotation && <RunProgress run={keys.rotation} what="Wrapping anew" unit="data keys" />}
        {keys.mayChange && (
          <div className="row">
            <ActButton act={() => actions.startRotation()} disabled={older === 0 || keys.rotation?.state === 'running'}>
              Wrap {older} data keys anew
            </ActButton>
            {older === 0 && (
              <span className="muted">
                All are under the newest key. Another is added with{' '}
                <span className="mono">./bookend keys new-master</span>.
              </span>
            )}
          </div>
        )}
        <h3>A copy of the keys</h3>
        <p className="muted">
          One administrator asks, another agrees; then the first fetches it once, under a passphrase.
        </p>
        {keys.exports.map((one) => (
          <ExportLine key={one.id} one={one} mayChange={keys.mayChange} actions={actions} />
        ))}
        {keys.mayChange && (
          <div className="row">
            <TextField
              label="Why a copy is needed"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              sx={{ maxWidth: 320 }}
            />
            <ActButton
              act={() => actions.askForKeys({ reason })}
              disabled={reason.trim().length < 5}
              done="Asked; another administrator has to agree"
            >
              Ask for a copy
            </ActButton>
          </div>
        )}
      </div>
    </section>
  );
}

function ExportLine({
  one,
  mayChange,
  actions,
}: {
  one: KeysView['exports'][number];
  mayChange: boolean;
  actions: Actions;
}) {
  const [passphrase, setPassphrase] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  const fetchIt = async () => {
    const result = await actions.fetchKeys({ id: one.id, passphrase }).catch((): ActionResult<{ copy: string }> => ({
      ok: false,
      message: 'The server did not answer. Ask for the page anew.',
    }));
    setFailure(result.ok ? null : result.message);
    if (!result.ok) return;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([result.value.copy], { type: 'text/plain' }));
    link.download = 'bookend-keys.sealed';
    link.click();
    URL.revokeObjectURL(link.href);
    router.refresh();
  };
  return (
    <div className="note slate">
      <p>
        <b>{one.askedBy}</b> asks: {one.reason}.{' '}
        {one.approvedBy ? `${one.approvedBy} agreed.` : 'Nobody has agreed yet.'}
      </p>
      {failure && (
        <p className="late" role="alert">
          {failure}
        </p>
      )}
      {mayChange && one.isOwn && one.approvedBy && (
        <div className="row">
          <TextField
            label="Passphrase for the copy"
            type="password"
            value={passphrase}
            onChange={(event) => setPassphrase(event.target.value)}
            sx={{ maxWidth: 280 }}
            autoComplete="new-password"
          />
          <Button variant="contained" onClick={() => void fetchIt()}>
            Fetch it, once
          </Button>
        </div>
      )}
      {mayChange && !one.isOwn && !one.approvedBy && (
        <ActButton act={() => actions.approveKeyExport({ id: one.id })} done="Agreed">
          Agree
        </ActButton>
      )}
      {one.isOwn && !one.approvedBy && <p className="muted">You asked for it; another administrator has to agree.</p>}
    </div>
  );
}
