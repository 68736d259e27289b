'use client';

import { spellOut } from '../../core/words/spellOut';
import { sayReason } from '../../core/words/reasons';
import Button from '@mui/material/Button';
import Link from '../shared/Link';
import { useRouter } from 'next/navigation';
import { useCallback, useMemo, useState, type FormEvent } from 'react';
import type { Advice } from '../../core/audiences/messageAdvice';
import type { MessageVerdict } from '../../core/audiences/messageCheck';
import type { AskedLine, AudienceView } from '../../core/audiences/views';
import { sayInstant, sayShortDay } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import type { LedgerActs } from '../shared/acts';
import { axes, Chart } from '../shared/Chart';
import { RunState, type StopRun } from '../runs/RunProgress';
import { RefreshWhile } from '../shared/RefreshWhile';
import { ListTable } from '../shared/ListTable';
import { Choose } from '../fields/Choose';
import { SAMPLE_DRAFT } from './sampleDraft';
import { DraftAdvice } from './DraftAdvice';
import { FileDrop } from '../fields/FileDrop';
import { FailureNote } from '../shared/FailureNote';
import { tryAgain } from '../shared/notDone';

const number = new Intl.NumberFormat('en');

interface Props {
  audiences: readonly AudienceView[];
  purposes: readonly { id: string; title: string }[];
  /** Systems that asked by themselves. */
  asked: readonly AskedLine[];
  zone: string;
  askAgain: LedgerActs['askAgain'];
  stop: StopRun;
  checkDraft: LedgerActs['checkDraft'];
}

/** Before a send: may each of these addresses be used, and is the message fit to go. */
export function AudienceSheet({ audiences, purposes, asked, zone, askAgain, stop, checkDraft }: Props) {
  const newest = audiences[0];
  return (
    <>
      <RefreshWhile isMoving={audiences.some(({ runs }) => runs[0]?.state === 'running')} />
      <div className="page-head">
        <div>
          <h1>Before a send</h1>
          <p className="sub">
            Ask the ledger about every address of a list; ask again on the day of each send. Check the message itself as
            well.
          </p>
        </div>
      </div>
      <div className="two">
        <Upload purposes={purposes} />
        <Draft checkDraft={checkDraft} />
      </div>
      <section className="sheet wrap" tabIndex={0} style={{ margin: '14px 0' }} aria-labelledby="lists">
        <header>
          <h2 id="lists">Lists</h2>
          <span className="muted">kept sealed for thirty days</span>
        </header>
        {audiences.length === 0 ? (
          <p className="empty">No list has been asked about yet.</p>
        ) : (
          <ListTable>
            <thead>
              <tr>
                <th>list</th>
                <th>purpose</th>
                <th>asked</th>
                <th className="num">addresses</th>
                <th className="num">permitted</th>
                <th>state</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {audiences.map(({ id, name, purpose, runs }) => {
                const run = runs[0];
                return (
                  <tr key={id}>
                    <td>
                      <b>{name}</b>
                    </td>
                    <td>{purposes.find((one) => one.id === purpose)?.title ?? purpose}</td>
                    <td className="nowrap muted">
                      {run ? sayInstant(run.startedAt, zone) : '–'}
                      {runs.length > 1 ? `, ${runs.length} times` : ''}
                    </td>
                    <td className="num">{number.format(run?.done ?? 0)}</td>
                    <td className="num">{number.format(run?.counts['permitted'] ?? 0)}</td>
                    <td>
                      <RunState run={run} stop={stop} />
                    </td>
                    <td className="nowrap" style={{ textAlign: 'right' }}>
                      <ActButton
                        act={() => askAgain({ audienceId: id })}
                        disabled={run?.state === 'running'}
                        done="Asked again, as of now"
                      >
                        Ask again
                      </ActButton>{' '}
                      {runs.some(({ state }) => state === 'finished') && (
                        <Link href={`/ledger/audiences/${id}/result.csv`}>answers as CSV</Link>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </ListTable>
        )}
      </section>
      {newest?.runs[0] && <WhyNots audience={newest} />}
      <Asked lines={asked} />
    </>
  );
}

/** A sender that never asks obeys nobody. */
function Asked({ lines }: { lines: readonly AskedLine[] }) {
  return (
    <section className="sheet wrap" tabIndex={0} style={{ marginTop: 14 }} aria-labelledby="asked">
      <header>
        <h2 id="asked">Asked by systems</h2>
        <span className="muted">permission checks of the last seven days</span>
      </header>
      {lines.length === 0 ? (
        <p className="empty">
          No system has asked before a send. Whoever sends without asking does not know of a withdrawal.
        </p>
      ) : (
        <ListTable>
          <thead>
            <tr>
              <th>system</th>
              <th>purpose</th>
              <th className="num">permitted</th>
              <th className="num">refused</th>
              <th>last</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((one) => (
              <tr key={`${one.system}${one.purpose}`}>
                <td>
                  <b>{one.system}</b>
                </td>
                <td>{one.purpose}</td>
                <td className="num">{number.format(one.permitted)}</td>
                <td className="num">{number.format(one.refused)}</td>
                <td className="muted nowrap">{sayShortDay(one.lastDay)}</td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      )}
    </section>
  );
}

/** Standings that permit, unless something wider stands against them. */
const YES: readonly string[] = ['granted', 'default-permitted', 'always-on'];

function WhyNots({ audience }: { audience: AudienceView }) {
  const run = audience.runs[0]!;
  const rows = useMemo(
    () =>
      Object.entries(run.counts)
        .filter(([name]) => name !== 'permitted')
        .sort((a, b) => b[1] - a[1]),
    [run],
  );
  const yes = rows.reduce((sum, [standing, n]) => sum + (YES.includes(standing) ? n : 0), 0);
  const stopped = yes - (run.counts['permitted'] ?? 0);
  const table = useMemo(
    () => ({
      columns: ['standing', 'addresses'],
      rows: rows.map(([standing, n]) => [spellOut(standing), n]),
    }),
    [rows],
  );
  const option = useCallback(
    (colour: (name: string) => string) => {
      const { category, value } = axes(colour);
      const shown = rows.toReversed();
      return {
        grid: { left: 150, right: 40, top: 6, bottom: 22 },
        tooltip: {},
        xAxis: value,
        yAxis: { ...category, data: shown.map(([standing]) => spellOut(standing)) },
        series: [
          {
            type: 'bar',
            barMaxWidth: 16,
            label: { show: true, position: 'right', color: colour('--ink-2') },
            data: shown.map(([standing, n]) => ({
              value: n,
              itemStyle: { color: colour(YES.includes(standing) ? '--cloth' : '--oxblood') },
            })),
          },
        ],
      };
    },
    [rows],
  );
  return (
    <Chart
      title={`What they stand on: ${audience.name}`}
      empty="No answers yet."
      table={table}
      option={option}
      height={Math.max(110, rows.length * 26 + 40)}
    >
      {stopped > 0 && (
        <span className="muted">
          {number.format(stopped)} of those with a yes may still not be used: something wider was refused
        </span>
      )}
    </Chart>
  );
}

function Upload({ purposes }: { purposes: Props['purposes'] }) {
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [purpose, setPurpose] = useState(purposes[0]?.id ?? '');
  const [channel, setChannel] = useState('email');
  const [file, setFile] = useState<File | null>(null);
  const router = useRouter();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (!file) return setFailure('Choose the list first.');
    setBusy(true);
    setFailure(null);
    const response = await fetch('/ledger/audiences/upload', {
      method: 'POST',
      body: file,
      headers: {
        'x-file-name': encodeURIComponent(file.name),
        'x-purpose': purpose,
        'x-channel': channel,
      },
    }).catch(() => null);
    setBusy(false);
    if (response?.ok) return router.refresh();
    const body = (await response?.json().catch(() => null)) as { title?: string } | null;
    setFailure(body?.title ?? 'The list did not arrive. Try again.');
  };
  return (
    <section className="sheet pad stack" aria-labelledby="ask">
      <h2 id="ask">Check a list</h2>
      <form onSubmit={(event) => void submit(event)} className="stack filters" style={{ margin: 0 }}>
        <Choose
          label="for"
          value={purpose}
          options={purposes.map(({ id, title }) => [id, title] as const)}
          choose={(id) => setPurpose(id ?? '')}
        />
        <Choose
          label="by"
          value={channel}
          options={[
            ['email', 'e-mail'],
            ['phone', 'phone'],
            ['sms', 'text message'],
          ]}
          choose={(one) => setChannel(one!)}
        />
        <FileDrop
          label="List"
          kinds={['.csv', '.txt', '.ndjson', '.xlsx']}
          file={file}
          choose={setFile}
          disabled={isBusy}
        />
        <FailureNote text={failure} />
        <div>
          <Button type="submit" variant="contained" disabled={isBusy}>
            {isBusy ? 'Sending…' : 'Ask about every address'}
          </Button>
        </div>
      </form>
    </section>
  );
}

function Draft({ checkDraft }: { checkDraft: Props['checkDraft'] }) {
  const [verdict, setVerdict] = useState<(MessageVerdict & { advice: Advice[] }) | null>(null);
  const [file, setFile] = useState<File | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (!file) return setFailure('Choose the draft first.');
    const form = new FormData();
    form.set('file', file);
    const result = await checkDraft(form).catch(tryAgain);
    setVerdict(result.ok ? result.value : null);
    setFailure(result.ok ? null : result.message);
  };
  return (
    <section className="sheet pad stack" aria-labelledby="draft">
      <h2 id="draft">Check a message</h2>
      <form onSubmit={(event) => void submit(event)} className="stack">
        <FileDrop label="Draft mail" kinds={['.eml', '.html', '.htm']} file={file} choose={setFile} />
        <div className="row">
          <Button type="submit" variant="contained">
            Check the message
          </Button>
          {!file && (
            <Button
              onClick={() => {
                setFailure(null);
                setFile(new File([SAMPLE_DRAFT], 'sample.eml', { type: 'message/rfc822' }));
              }}
            >
              Take a sample
            </Button>
          )}
        </div>
      </form>
      <FailureNote text={failure} />
      {verdict && (
        <div className={`note ${verdict.isFit ? 'good' : 'bad'}`} role="status">
          <p>
            <b>{verdict.isFit ? '✓ Fit to go' : '✕ Not fit to go'}</b>: it reads as{' '}
            {verdict.kind === 'service' ? 'a service message' : 'advertising'}.
          </p>
          <ul style={{ margin: '6px 0', paddingLeft: 18 }}>
            {verdict.reasons.map((one) => (
              <li key={one.code}>
                {sayReason(one)}
                {one.source ? ` (${one.source})` : ''}
              </li>
            ))}
          </ul>
          {verdict.requirements.map((one) => (
            <p key={one.code} className={one.isMet ? '' : 'late'}>
              {one.isMet ? '✓' : '✕'} {one.text} <span className="muted">({one.source})</span>
              {one.add && (
                <>
                  <br />
                  {one.add}
                </>
              )}
            </p>
          ))}
        </div>
      )}
      {verdict && <DraftAdvice advice={verdict.advice} />}
    </section>
  );
}
