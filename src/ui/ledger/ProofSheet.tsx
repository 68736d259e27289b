'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Link from '../shared/Link';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { ChoiceProof, ExportView, LedgerHeadView } from '../../core/ledger/views';
import type { RunView } from '../../core/runs/views';
import type { RebuildView } from '../../core/standing/views';
import { sayInstant } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import { useSay } from '../shared/Say';
import type { LedgerActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { RunProgress, RunState, type StopRun } from '../runs/RunProgress';
import { RefreshWhile } from '../shared/RefreshWhile';
import { ListTable } from '../shared/ListTable';
import { Choose } from '../fields/Choose';
import { DayField } from '../fields/DayField';
import { FailureNote } from '../shared/FailureNote';
import { stillHere, tryAgain } from '../shared/notDone';

const number = new Intl.NumberFormat('en');

interface Props {
  head: LedgerHeadView | null;
  deposit: { size: number; at: string; file: string | null; mailedTo: string | null } | null;
  exports: readonly ExportView[];
  purposes: readonly { id: string; title: string }[];
  zone: string;
  mayRemove: boolean;
  removal: RunView | null;
  rebuild: RebuildView | null;
  actions: Pick<
    LedgerActs,
    'startDeposit' | 'proveChoice' | 'startExport' | 'startRebuild' | 'countSealed' | 'startRemoval'
  > & {
    stop: StopRun;
  };
}

/** What an auditor takes away: the signed head, proofs that need nothing of ours to check, exports. */
export function ProofSheet({ head, deposit, exports, purposes, zone, mayRemove, removal, rebuild, actions }: Props) {
  return (
    <>
      <RefreshWhile
        isMoving={
          exports.some(({ state }) => state === 'running') ||
          removal?.state === 'running' ||
          rebuild?.state === 'running'
        }
      />
      <div className="page-head">
        <div>
          <h1>Proof</h1>
          <p className="sub">What shows a stranger that nothing was altered, and what they can take away.</p>
        </div>
      </div>
      <div className="two">
        <section className="sheet pad stack" aria-labelledby="head">
          <h2 id="head">Signed head</h2>
          {!head ? (
            <p className="muted">The ledger is empty.</p>
          ) : (
            <>
              <p>
                {head.size} folios{head.trees.length > 1 ? ` in ${head.trees.length} trees` : ''}, signed{' '}
                {sayInstant(head.signedAt, zone)}.
              </p>
              <code className="hash">{head.root}</code>
            </>
          )}
          <p className={deposit ? '' : 'ochre'}>
            {deposit
              ? `The witness has the head of ${deposit.size} folios, since ${sayInstant(deposit.at, zone)}` +
                `${deposit.mailedTo ? `, mailed to ${deposit.mailedTo}` : ''}.`
              : 'No head has been deposited with the witness yet.'}
          </p>
          <div className="row">
            <ActButton act={() => actions.startDeposit()} done="The head goes to the witness">
              Deposit it now
            </ActButton>
          </div>
        </section>
        <ProveOne proveChoice={actions.proveChoice} />
      </div>
      <Rebuild rebuild={rebuild} zone={zone} startRebuild={actions.startRebuild} stop={actions.stop} />
      <section className="sheet" style={{ margin: '14px 0' }} aria-labelledby="exports">
        <header>
          <h2 id="exports">Exports</h2>
          <span className="muted">public parts: nobody is named; each one is in the trail</span>
        </header>
        <ExportForm purposes={purposes} startExport={actions.startExport} />
        {exports.length > 0 && (
          <ListTable>
            <thead>
              <tr>
                <th>asked</th>
                <th>as</th>
                <th className="num">choices</th>
                <th>state</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {exports.map((one) => (
                <tr key={one.id}>
                  <td className="nowrap muted">{sayInstant(one.startedAt, zone)}</td>
                  <td>{one.format}</td>
                  <td className="num">{number.format(one.done)}</td>
                  <td>
                    <RunState run={one} stop={actions.stop} />
                  </td>
                  <td style={{ textAlign: 'right' }}>
                    {one.state === 'finished' && <Link href={`/ledger/exports/${one.id}`}>Download</Link>}
                  </td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        )}
      </section>
      {mayRemove && (
        <RemoveSealed removal={removal} countSealed={actions.countSealed} startRemoval={actions.startRemoval} />
      )}
    </>
  );
}

/** Standing is kept beside the choices; here it is shown to follow from them. */
function Rebuild({
  rebuild,
  zone,
  startRebuild,
  stop,
}: Pick<Props, 'rebuild' | 'zone'> & Pick<LedgerActs, 'startRebuild'> & { stop: StopRun }) {
  return (
    <section className="sheet pad stack" style={{ marginTop: 14 }} aria-labelledby="rebuild">
      <h2 id="rebuild">Standing against the choices</h2>
      <p className="muted">
        Everybody’s standing is worked out anew from every choice in the ledger and held against the one in use.
      </p>
      {rebuild && <RunProgress run={rebuild} what="Comparing" unit="people" stop={stop} />}
      {rebuild?.state === 'finished' && (
        <p role="status" className={`note ${rebuild.counts['differing'] === 0 ? 'good' : 'bad'}`}>
          Compared {sayInstant(rebuild.finishedAt!, zone)}. {sayRebuild(rebuild)}
        </p>
      )}
      <div className="row">
        <ActButton
          act={() => startRebuild({ onlyLook: true })}
          done="Every standing is being compared with the choices"
        >
          Compare only
        </ActButton>
        <ActButton
          act={() => startRebuild({ onlyLook: false })}
          done="Every standing is being made anew from the choices"
        >
          Rebuild every standing
        </ActButton>
      </div>
    </section>
  );
}

function sayRebuild({ counts, onlyLook }: RebuildView): string {
  const [people, differing] = [counts['people'] ?? 0, counts['differing'] ?? 0].map((n) => number.format(n));
  if (!counts['differing']) return `The standing of all ${people} people is what their choices say.`;
  return (
    `${differing} of ${people} people had another standing than their choices say` +
    `${onlyLook ? '; nothing was changed' : '; all were put right'}.`
  );
}

function ProveOne({ proveChoice }: Pick<LedgerActs, 'proveChoice'>) {
  const [id, setId] = useState('');
  const [proof, setProof] = useState<ChoiceProof | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = await proveChoice({ choiceId: id.trim() }).catch(tryAgain);
    setProof(result.ok ? result.value : null);
    setFailure(result.ok ? null : result.message);
  };
  const save = () => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([JSON.stringify(proof, null, 2)], { type: 'application/json' }));
    link.download = 'proof.json';
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <section className="sheet pad stack" aria-labelledby="prove">
      <h2 id="prove">Prove one choice</h2>
      <form onSubmit={(event) => void submit(event)} className="row">
        <TextField
          label="Choice (cho_…)"
          value={id}
          onChange={(event) => setId(event.target.value)}
          sx={{ maxWidth: 260 }}
        />
        <Button type="submit" variant="outlined" disabled={id.trim() === ''}>
          Prove it
        </Button>
      </form>
      <FailureNote text={failure} />
      {proof && (
        <div className="note good" role="status">
          <p>
            Leaf {proof.folio.leafIndex} of folio {proof.folio.number}; {proof.folio.path.length} and{' '}
            {proof.tree.path.length} hashes lead to the signed head.
          </p>
          <code className="hash">{proof.leaf}</code>
          <p style={{ marginTop: 6 }}>
            <Button onClick={save}>Save the proof</Button>{' '}
            <span className="muted">checked by docs/check-proof.mjs, with nothing of Bookend’s</span>
          </p>
        </div>
      )}
    </section>
  );
}

function ExportForm({ purposes, startExport }: Pick<Props, 'purposes'> & Pick<LedgerActs, 'startExport'>) {
  const [from, setFrom] = useState<string | null>(null);
  const [to, setTo] = useState<string | null>(null);
  const [purpose, setPurpose] = useState<string | null>(null);
  const [who, setWho] = useState('');
  const [format, setFormat] = useState<'csv' | 'ndjson' | 'jsonld'>('csv');
  const say = useSay();
  const router = useRouter();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const result = await startExport({
      format,
      from,
      to,
      purpose,
      identifier: who.trim() === '' ? null : { kind: 'email', value: who.trim() },
    }).catch(stillHere);
    say(result.ok ? 'The export is being written' : result.message, result.ok);
    router.refresh();
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="filters pad" style={{ margin: 0 }} aria-label="Export">
      <DayField label="from" value={from} choose={setFrom} />
      <DayField label="to" value={to} {...(from ? { min: from } : {})} choose={setTo} />
      <Choose
        label="purpose"
        value={purpose}
        every="every purpose"
        options={purposes.map(({ id, title }) => [id, title] as const)}
        choose={setPurpose}
      />
      <TextField
        label="person"
        value={who}
        onChange={(event) => setWho(event.target.value)}
        placeholder="exact e-mail, if one"
        fullWidth={false}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Choose
        label="as"
        value={format}
        options={['csv', 'ndjson', 'jsonld']}
        choose={(one) => setFormat(one as typeof format)}
      />
      <Button type="submit">Export</Button>
    </form>
  );
}

function RemoveSealed({
  removal,
  countSealed,
  startRemoval,
}: Pick<Props, 'removal'> & Pick<LedgerActs, 'countSealed' | 'startRemoval'>) {
  const [day, setDay] = useState('');
  const [found, setFound] = useState<number | null>(null);
  const [typed, setTyped] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  const look = async () => {
    const result = await countSealed({ beforeDay: day }).catch((): ActionResult<{ count: number }> => ({
      ok: false,
      message: 'The server did not answer.',
    }));
    setFound(result.ok ? result.value.count : null);
    setFailure(result.ok ? null : result.message);
  };
  const go = async () => {
    const result = await startRemoval({ beforeDay: day, typed: Number(typed) }).catch((): ActionResult<never> => ({
      ok: false,
      message: 'The server did not answer. Look again before you go on.',
    }));
    setFailure(result.ok ? null : result.message);
    if (!result.ok) return;
    setFound(null);
    router.refresh();
  };
  return (
    <section className="sheet pad stack" aria-labelledby="remove">
      <h2 id="remove">Sealed parts whose time has run out</h2>
      <p className="muted">
        Address, place and evidence of old choices go; that the choice was made, when and under which words stays, and
        stays proven.
      </p>
      <div className="row filters" style={{ margin: 0 }}>
        <DayField
          label="recorded before"
          value={day}
          choose={(chosen) => {
            setDay(chosen ?? '');
            setFound(null);
          }}
        />
        <Button disabled={!day} onClick={() => void look()}>
          Count them
        </Button>
      </div>
      <FailureNote text={failure} />
      {found !== null &&
        (found === 0 ? (
          <p>There are none.</p>
        ) : (
          <div className="note bad">
            <p>
              This cannot be undone. Type <b>{found}</b>, the number of sealed parts, to go on.
            </p>
            <div className="row" style={{ marginTop: 8 }}>
              <TextField
                label="Number"
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
                sx={{ maxWidth: 140 }}
              />
              <Button variant="contained" color="error" disabled={typed.trim() === ''} onClick={() => void go()}>
                Remove {found} sealed parts
              </Button>
            </div>
          </div>
        ))}
      {removal && <RunProgress run={removal} what="Removing" unit="sealed parts" />}
      {removal?.state === 'finished' && <p role="status">The last removal took away {removal.done} parts.</p>}
    </section>
  );
}
