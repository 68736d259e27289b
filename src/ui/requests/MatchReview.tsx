'use client';

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { MatchLine, MatchOpened, RequestView, TraceView, Verdict } from '../../core/requests/views';
import { BandMark } from '../parts/BandMark';
import { useSay } from '../parts/Say';
import { MatchSide } from './MatchSide';
import type { RequestActions } from './actions';

interface Row extends MatchLine {
  children: MatchLine[];
}

const KEYS: Record<string, Verdict> = { t: 'theirs', n: 'not-theirs', u: 'unsure' };

async function load(id: string): Promise<MatchOpened> {
  const response = await fetch(`/api/staff/matches/${id}`);
  if (!response.ok) throw new Error('not shown');
  return (await response.json()) as MatchOpened;
}

/** The place where most hours go: one key per verdict, the next record already loaded. */
export function MatchReview({ request, trace, actions, onChange }: { request: RequestView; trace: TraceView; actions: RequestActions; onChange: () => void }) {
  const rows = useMemo(() => rowsOf(trace.matches), [trace.matches]);
  const [given, setGiven] = useState<ReadonlyMap<string, Verdict | null>>(new Map());
  const [selected, setSelected] = useState<string | null>(() => (rows.find((row) => row.verdict === null) ?? rows[0])?.id ?? null);
  const [undo, setUndo] = useState<{ id: string; before: Verdict | null }[]>([]);
  const say = useSay();
  const client = useQueryClient();
  const index = Math.max(0, rows.findIndex(({ id }) => id === selected));
  const current = rows[index];
  const mayJudge = request.mayWork && request.decision.outcome === 'none';
  const list = useRef<HTMLDivElement>(null);
  const pending = useRef(0);
  const router = useRouter();
  const verdictOf = useCallback((row: Row) => (given.has(row.id) ? given.get(row.id)! : row.verdict), [given]);

  const { data: opened, isError } = useQuery({ queryKey: ['match', current?.id], queryFn: () => load(current!.id), enabled: Boolean(current), staleTime: 60_000 });
  useEffect(() => {
    const next = rows[index + 1];
    if (next) void client.prefetchQuery({ queryKey: ['match', next.id], queryFn: () => load(next.id), staleTime: 60_000 });
  }, [index, rows, client]);

  const judge = useCallback(
    (row: Row, verdict: Verdict | null, goesOn: boolean) => {
      if (!mayJudge) return;
      const before = verdictOf(row);
      setGiven((map) => new Map(map).set(row.id, verdict));
      if (goesOn) {
        setUndo((stack) => [...stack, { id: row.id, before }]);
        const next = rows[rows.indexOf(row) + 1];
        if (next) setSelected(next.id);
      }
      pending.current++;
      void actions.judge(request.ref, row.id, verdict).then((result) => {
        if (!result.ok) {
          setGiven((map) => new Map(map).set(row.id, before));
          say(result.message, false);
        }
        onChange();
        // The stages below open when the last verdict is in.
        if (--pending.current === 0) router.refresh();
      });
    },
    [actions, say, mayJudge, onChange, request.ref, router, rows, verdictOf],
  );

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || !current) return;
      const key = event.key.toLowerCase();
      const step = key === 'j' || key === 'arrowdown' ? 1 : key === 'k' || key === 'arrowup' ? -1 : 0;
      if (step !== 0) {
        event.preventDefault();
        const row = rows[Math.min(rows.length - 1, Math.max(0, index + step))];
        if (row) setSelected(row.id);
      } else if (KEYS[key]) {
        event.preventDefault();
        judge(current, KEYS[key], true);
      } else if (key === 'z' && undo.length > 0) {
        const last = undo.at(-1)!;
        const row = rows.find(({ id }) => id === last.id);
        setUndo(undo.slice(0, -1));
        setSelected(last.id);
        if (row) judge(row, last.before, false);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [current, index, rows, judge, undo]);

  useEffect(() => {
    const onLeave = (event: BeforeUnloadEvent) => pending.current > 0 && event.preventDefault();
    window.addEventListener('beforeunload', onLeave);
    return () => window.removeEventListener('beforeunload', onLeave);
  }, []);

  useEffect(() => {
    list.current?.querySelector('tr.sel')?.scrollIntoView({ block: 'nearest' });
  }, [selected]);

  return (
    <div className="review">
      <div className="matches" ref={list} tabIndex={0} role="region" aria-label="Matches">
        <table className="list">
          <thead><tr><th>band</th><th>where</th><th className="num">bits</th><th>verdict</th></tr></thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.id} className={row.id === current?.id ? 'sel' : ''} aria-selected={row.id === current?.id} onClick={() => setSelected(row.id)}>
                <td><BandMark band={row.band} /></td>
                <td><b>{row.systemName}</b> · {row.collection}<br /><span className="muted">{row.title.slice(0, 46)}{row.children.length > 0 ? ` and ${row.children.length} that hang on it` : ''}{row.isShared ? ' · quotes others' : ''}</span></td>
                <td className="num">{row.weight.toFixed(1)}</td>
                <td className="nowrap"><VerdictWord verdict={verdictOf(row)} /></td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="side" tabIndex={0} role="region" aria-label="The record beside what we know">
        {current && (isError ? <p className="note bad">This record could not be shown. Choose it again.</p> : opened && opened.id === current.id ? <MatchSide match={current} opened={opened} hanging={current.children} /> : <p className="muted">Opening…</p>)}
        {current && mayJudge && (
          <div className="verdicts">
            {Object.entries(KEYS).map(([key, verdict]) => <button key={key} className={`plain${verdictOf(current) === verdict ? ' on' : ''}`} onClick={() => judge(current, verdict, true)}><kbd>{key.toUpperCase()}</kbd> {verdict.replace('-', ' ')}</button>)}
            <span className="muted" style={{ alignSelf: 'center' }}><kbd>J</kbd> next <kbd>Z</kbd> undo</span>
          </div>
        )}
      </div>
    </div>
  );
}

/** What hangs on a record is folded under it: it shares its verdict. */
function rowsOf(matches: readonly MatchLine[]): Row[] {
  const byPlace = new Map(matches.map((match) => [`${match.system}/${match.place}`, match]));
  const rootOf = (match: MatchLine): MatchLine => {
    const parent = match.parent ? byPlace.get(`${match.system}/${match.parent}`) : undefined;
    return parent ? rootOf(parent) : match;
  };
  const rows = new Map<string, Row>();
  for (const match of matches) if (rootOf(match) === match) rows.set(match.id, { ...match, children: [] });
  for (const match of matches) if (rootOf(match) !== match) rows.get(rootOf(match).id)!.children.push(match);
  return [...rows.values()];
}

function VerdictWord({ verdict }: { verdict: Verdict | null }) {
  if (verdict === null) return <span className="unsure">?</span>;
  if (verdict === 'unsure') return <span className="unsure">unsure</span>;
  return verdict === 'theirs' ? <b>✓ theirs</b> : <span className="muted">– not theirs</span>;
}
