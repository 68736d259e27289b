'use client';

import { spellOut } from '../../core/words/spellOut';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { isOpen } from '../../core/requests/isOpen';
import { foldAlike } from '../../core/intake/nearDuplicates';
import { TOPICS } from '../../core/trace/topics';
import type { MatchLine, MatchOpened, TraceView, Verdict } from '../../core/trace/views';
import type { RequestView } from '../../core/requests/views';
import type { Row } from './MatchRow';
import { MatchTable } from './MatchTable';
import { MatchSide } from './MatchSide';
import type { RequestActs } from '../shared/acts';
import { useReviewActs } from './useReviewActs';
import { useReviewKeys } from './useReviewKeys';
import { useVerdicts } from './useVerdicts';
import { Verdicts } from './Verdicts';
import { Choose } from '../fields/Choose';
import { sayGroups } from '../../core/trace/counts';

const THRESHOLDS = [0.95, 0.9, 0.8, 0.7, 0.6];

const ALL = 'everything';
/** Verdicts that the pace is taken from. */
const PACE = 20;

async function load(id: string): Promise<MatchOpened> {
  const response = await fetch(`/api/staff/matches/${id}`);
  if (!response.ok) throw new Error('not shown');
  return (await response.json()) as MatchOpened;
}

/** The place where most hours go: one key per verdict, the next record already loaded. */
export function MatchReview({
  request,
  trace,
  actions,
  onChange,
}: {
  request: RequestView;
  trace: TraceView;
  actions: RequestActs;
  onChange: () => Promise<{ isSuccess: boolean }>;
}) {
  const [threshold, setThreshold] = useState(0.9);
  const [shown, setShown] = useState<string>(ALL);
  const whole = useMemo(() => rowsOf(trace.matches, trace.alike, threshold), [trace.matches, trace.alike, threshold]);
  const rows = useMemo(() => whole.filter((row) => isShown(row, shown)), [whole, shown]);
  const { given, give } = useVerdicts(request.ref, actions, onChange);
  const [selected, setSelected] = useState<string | null>(
    () => (rows.find((row) => row.verdict === null) ?? rows[0])?.id ?? null,
  );
  const [undo, setUndo] = useState<{ id: string; before: ReadonlyMap<string, Verdict | null> }[]>([]);
  const client = useQueryClient();
  const index = Math.max(
    0,
    rows.findIndex(({ id }) => id === selected),
  );
  const current = rows[index];
  const mayJudge = request.mayWork && request.decision.outcome === 'none';
  const list = useRef<HTMLDivElement>(null);
  const review = useRef<HTMLDivElement>(null);
  const [paces, setPaces] = useState<readonly number[]>([]);
  const verdictOf = useCallback((row: MatchLine) => (given.has(row.id) ? given.get(row.id)! : row.verdict), [given]);

  const { data: opened, isError } = useQuery({
    queryKey: ['match', current?.id],
    queryFn: () => load(current!.id),
    enabled: Boolean(current),
    staleTime: 60_000,
  });
  useEffect(() => {
    const next = rows[index + 1];
    if (next)
      void client.prefetchQuery({ queryKey: ['match', next.id], queryFn: () => load(next.id), staleTime: 60_000 });
  }, [index, rows, client]);

  const judge = useCallback(
    (row: Row, verdict: Verdict) => {
      if (!mayJudge) return;
      setPaces((times) => [...times.slice(-PACE), Date.now()]);
      const all = [row, ...row.alike];
      setUndo((stack) => [...stack, { id: row.id, before: new Map(all.map((one) => [one.id, verdictOf(one)])) }]);
      // What came in above while the first ones were judged is not left behind: from the end it goes on with the first that has no verdict.
      const next = rows[rows.indexOf(row) + 1] ?? rows.find((one) => one !== row && verdictOf(one) === null);
      if (next) setSelected(next.id);
      give(new Map(all.map((one) => [one.id, { verdict, before: verdictOf(one) }])));
    },
    [give, mayJudge, rows, verdictOf],
  );

  const takeBack = useCallback(() => {
    const last = undo.at(-1);
    if (!last || !mayJudge) return;
    setUndo(undo.slice(0, -1));
    setSelected(last.id);
    give(
      new Map(
        trace.matches
          .filter(({ id }) => last.before.has(id))
          .map((one) => [one.id, { verdict: last.before.get(one.id)!, before: verdictOf(one) }]),
      ),
    );
  }, [give, mayJudge, trace.matches, undo, verdictOf]);

  const { redact, askSecond } = useReviewActs(request.ref, actions, onChange);

  useReviewKeys(review, current, {
    step(by) {
      const row = rows[Math.min(rows.length - 1, Math.max(0, index + by))];
      if (row) setSelected(row.id);
    },
    judge: (verdict) => judge(current!, verdict),
    takeBack,
    askSecond: () => mayJudge && void askSecond(current!),
    redact() {
      if (mayJudge && opened?.id === current!.id && opened.redacted === null && opened.proposed.length > 0)
        void redact(current!.id, opened.proposed);
    },
  });

  useEffect(() => {
    list.current?.querySelector('tr[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  }, [selected]);

  // Counted once a list; of what is judged here only the few that were are looked at again.
  const openBefore = useMemo(() => new Set(whole.filter(isOpen).map(({ id }) => id)), [whole]);
  const left = useMemo(() => stillOpen(whole, openBefore, given), [given, openBefore, whole]);
  return (
    <div className="review" ref={review}>
      <LastVerdict of={trace.matches} id={undo.at(-1)?.id ?? null} verdictOf={verdictOf} left={left} />
      <div className="matches" ref={list} tabIndex={0} role="region" aria-label="Matches">
        <Shown rows={whole} shown={shown} choose={setShown} left={mayJudge ? leftInWords(left, paces) : null}>
          {trace.alike.length > 0 && <Alike threshold={threshold} setThreshold={setThreshold} />}
        </Shown>
        <MatchTable rows={rows} index={index} verdictOf={verdictOf} select={setSelected} />
      </div>
      <div className="side" tabIndex={0} role="region" aria-label="The record beside what we know">
        {current &&
          (isError ? (
            <p className="note bad">This record could not be shown. Choose it again.</p>
          ) : opened && opened.id === current.id ? (
            <MatchSide
              match={current}
              opened={opened}
              hanging={current.children}
              mayRedact={mayJudge}
              save={(passages) => redact(current.id, passages)}
            />
          ) : (
            <p className="muted">Opening…</p>
          ))}
        {current && mayJudge && (
          <Verdicts
            verdict={verdictOf(current)}
            second={current.second}
            judge={(verdict) => judge(current, verdict)}
            askSecond={() => void askSecond(current)}
          />
        )}
      </div>
    </div>
  );
}

/** From how much alike records are shown, and judged, as one. */
function Alike({ threshold, setThreshold }: { threshold: number; setThreshold: (share: number) => void }) {
  return (
    <Choose
      label="Fold what is alike by"
      value={String(threshold)}
      options={[
        ...THRESHOLDS.map((one) => [String(one), `${Math.round(one * 100)} % and more`] as const),
        ['2', 'nothing'] as const,
      ]}
      choose={(share) => setThreshold(Number(share))}
    />
  );
}

/** What the list shows: a topic, or what is told apart by more than that. */
function Shown({
  rows,
  shown,
  choose,
  left,
  children,
}: {
  rows: readonly Row[];
  shown: string;
  choose: (what: string) => void;
  left: string | null;
  children: ReactNode;
}) {
  const counts = useMemo(() => countsOf(rows), [rows]);
  const count = (what: string) => counts.get(what) ?? 0;
  const more = (
    [
      ['open', 'waits for a verdict'],
      ['new', 'new or changed'],
      ['second', 'for a second reader'],
      ['outside', 'outside of the conditions'],
    ] as const
  ).filter(([what]) => count(what) > 0 && count(what) < rows.length);
  return (
    <div className="showing row between">
      <Choose
        label="Show"
        value={shown}
        options={[
          [ALL, `everything (${sayGroups(rows.length)})`],
          ...more.map(([what, words]) => [what, `${words} (${count(what)})`] as const),
        ]}
        more={{
          heading: 'by what it is about',
          options: TOPICS.filter((topic) => count(topic) > 0).map(
            (topic) => [topic, `${topic} (${count(topic)})`] as const,
          ),
        }}
        choose={(what) => choose(what!)}
      />
      {children}
      {left && <span className="nowrap">{left}</span>}
    </div>
  );
}

/** The last verdict, for those who listen. */
function LastVerdict({
  of,
  id,
  verdictOf,
  left,
}: {
  of: readonly MatchLine[];
  id: string | null;
  verdictOf: (match: MatchLine) => Verdict | null;
  left: number;
}) {
  const match = of.find((one) => one.id === id);
  return (
    <p className="visually-hidden" role="status">
      {match && `${match.title.slice(0, 46)}: ${spellOut(verdictOf(match) ?? 'no verdict')}; ${left} left`}
    </p>
  );
}

const TOLD_APART = ['open', 'new', 'second', 'outside'] as const;

/** How many rows each choice of the list shows. */
function countsOf(rows: readonly Row[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const row of rows)
    for (const what of [...TOLD_APART, ...TOPICS])
      if (isShown(row, what)) counts.set(what, (counts.get(what) ?? 0) + 1);
  return counts;
}

/** How many wait for a verdict, with those that have been given since the list came. */
function stillOpen(
  rows: readonly Row[],
  openBefore: ReadonlySet<string>,
  given: ReadonlyMap<string, Verdict | null>,
): number {
  if (given.size === 0) return openBefore.size;
  let open = openBefore.size;
  for (const row of rows) {
    const verdict = given.get(row.id);
    if (verdict === undefined) continue;
    open += Number(isOpen({ ...row, verdict })) - Number(openBefore.has(row.id));
  }
  return open;
}

function isShown(row: Row, shown: string): boolean {
  if (shown === ALL) return true;
  if (shown === 'open') return isOpen(row);
  if (shown === 'new') return row.news === 'new' || row.news === 'changed';
  if (shown === 'second') return row.second !== null;
  if (shown === 'outside') return row.isOutside;
  return [row, ...row.children].some(({ topics }) => (topics as readonly string[]).includes(shown));
}

/** How much is left, and how long that takes at the pace of the last verdicts. */
function leftInWords(left: number, paces: readonly number[]): string {
  if (left === 0) return 'all read';
  const each = paces.length >= 4 ? (paces.at(-1)! - paces[0]!) / (paces.length - 1) : null;
  const minutes = each === null ? null : Math.ceil((left * each) / 60_000);
  return `${left} left${minutes === null ? '' : `, about ${minutes} min`}`;
}

/** What hangs on a record is folded under it: it shares its verdict. What is nearly the same is folded and judged with it. */
function rowsOf(matches: readonly MatchLine[], alike: TraceView['alike'], threshold: number): Row[] {
  const byPlace = new Map(matches.map((match) => [`${match.system}/${match.place}`, match]));
  const rootOf = (match: MatchLine): MatchLine => {
    const parent = match.parent ? byPlace.get(`${match.system}/${match.parent}`) : undefined;
    return parent ? rootOf(parent) : match;
  };
  const roots = matches.filter((match) => rootOf(match) === match);
  const children = new Map<string, MatchLine[]>(roots.map(({ id }) => [id, []]));
  for (const match of matches) if (rootOf(match) !== match) children.get(rootOf(match).id)!.push(match);
  const byId = new Map(roots.map((match) => [match.id, match]));
  return [
    ...foldAlike(
      roots.map(({ id }) => id),
      alike,
      threshold,
    ),
  ].map(([id, others]) => ({
    ...byId.get(id)!,
    children: children.get(id)!,
    alike: others.map((other) => byId.get(other)!),
  }));
}
