'use client';

import LinearProgress from '@mui/material/LinearProgress';
import { spellOut } from '../../core/words/spellOut';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { sayDay, sayInstant } from '../../core/shared/days';
import type { Stage } from '../../core/requests/stages';
import type { RequestView } from '../../core/requests/views';
import type { TraceView } from '../../core/trace/views';
import { AfterAnswer, AppealStage } from './AppealStage';
import { AnswerStage } from './AnswerStage';
import { CarryOutStage } from '../carryOut/CarryOutStage';
import { DecideStage } from './DecideStage';
import { IdentityStage } from '../identity/IdentityStage';
import { IntakeStage } from '../intake/IntakeStage';
import { JoinOffers } from '../intake/JoinOffers';
import { RefreshWhile } from '../shared/RefreshWhile';
import { StuckLetters } from '../letters/StuckLetters';
import { TraceStage } from '../trace/TraceStage';
import { WorkPanel } from './WorkPanel';
import type { RequestActs } from '../shared/acts';
import { sayLaws } from '../../core/clock/lawNames';
import './request.css';

/** Why the answer is due on its day, and what would move it: fetched when somebody asks. */
const ClockPanel = lazy(() => import('../clock/ClockPanel').then((part) => ({ default: part.ClockPanel })));

const TITLES: Record<Stage, string> = {
  intake: 'Intake',
  identity: 'Identity',
  trace: 'Trace',
  decide: 'Decide',
  'carry-out': 'Carry out',
  answer: 'Answer',
  appeal: 'Appeal',
  closed: 'Closed',
};

/** A letter that counts on the clock is on its way; one that was not taken is told apart, and takes its time. */
function isLeaving(request: RequestView): boolean {
  return request.waiting.length > 0 && !request.letters.some(({ state, tries }) => state !== 'sent' && tries > 0);
}

/** One request as one sheet: its stages below each other, finished ones folded to a line that says the outcome. */
export function RequestSheet({
  request,
  trace,
  zone,
  today,
  actions,
}: {
  request: RequestView;
  trace: TraceView | null;
  zone: string;
  today: string;
  actions: RequestActs;
}) {
  const [isWhyOpen, setWhyOpen] = useState(false);
  const [toggled, setToggled] = useState<ReadonlySet<Stage>>(new Set());
  const stages = request.stages.filter((stage) => stage !== 'closed');
  const now = request.stages.indexOf(request.stage);
  const toggle = (stage: Stage) =>
    setToggled((set) => new Set(set.has(stage) ? [...set].filter((other) => other !== stage) : [...set, stage]));
  const isMoving =
    request.trace === 'running' ||
    request.pack.state === 'building' ||
    request.plan?.state === 'executing' ||
    isLeaving(request);
  return (
    <>
      <RefreshWhile isMoving={isMoving} />
      {/* Where the work stands is told when it moves, also by itself. */}
      <p className="visually-hidden" role="status">
        {request.stage === 'closed' ? 'closed' : `${TITLES[request.stage]}: ${request.next.text}`}
      </p>
      <div className="req-head">
        <div>
          <p className="mono muted">
            {request.ref} · {sayLaws(request.regimes)} · {request.right}
          </p>
          <h1>{heading(request)}</h1>
        </div>
        <ClockHead request={request} isOpen={isWhyOpen} toggle={() => setWhyOpen(!isWhyOpen)} />
      </div>
      {isWhyOpen && (
        <Suspense fallback={<LinearProgress aria-label="Opening" />}>
          <ClockPanel request={request} zone={zone} today={today} actions={actions} />
        </Suspense>
      )}
      <StuckLetters request={request} zone={zone} actions={actions} />
      <JoinOffers request={request} actions={actions} />
      <section className="sheet" aria-label="Stages">
        {stages.map((stage, i) => {
          const isDone = now > i || request.stage === 'closed';
          const isNow = stage === request.stage || (stage === 'intake' && request.stage === 'intake');
          // A closed request shows its answer: letters, the second word just given, the certificate.
          const isOpen =
            (isNow || (stage === 'answer' && request.stage === 'closed' && request.appeal === 'none')) !==
            toggled.has(stage);
          return (
            <div key={stage} className={`stage${isDone ? ' done' : ''}${isNow ? ' open' : ''}`}>
              {isDone ? (
                <button className="line" onClick={() => toggle(stage)} aria-expanded={isOpen}>
                  <i>✓</i>
                  <b>{TITLES[stage]}</b>
                  <span>{outcome(stage, request, zone)}</span>
                  <span>{isOpen ? 'fold' : 'show'}</span>
                </button>
              ) : (
                <div className="line" {...(isNow ? { 'data-stage-now': true, tabIndex: -1 } : {})}>
                  <i>{i + 1}</i>
                  <b>{TITLES[stage]}</b>
                  <span>{isNow ? request.next.text : later(stage, request)}</span>
                  <span />
                </div>
              )}
              {isOpen && body(stage, request, trace, zone, actions)}
            </div>
          );
        })}
        {request.stage === 'closed' && <AfterAnswer request={request} today={today} actions={actions} />}
      </section>
      <WorkPanel request={request} zone={zone} actions={actions} />
    </>
  );
}

function heading({ who, right, outcome: end }: RequestView): string {
  const asks: Record<string, string> = {
    access: 'asks for their data',
    erasure: 'asks to be forgotten',
    portability: 'asks to take their data along',
    rectification: 'asks for a correction',
    objection: 'objects',
    withdrawal: 'withdraws consent',
    restriction: 'asks for restriction',
    'opt-out': 'opts out of sale and sharing',
    limit: 'limits the use of sensitive data',
    information: 'asks for information',
    'automated-decision': 'contests an automated decision',
  };
  return end === 'erased'
    ? 'Erased'
    : end === 'erased-in-part'
      ? 'Erased in part'
      : `${who} ${asks[right] ?? `asks: ${right}`}`;
}

function ClockHead({ request, isOpen, toggle }: { request: RequestView; isOpen: boolean; toggle: () => void }) {
  const left = request.workingDaysLeft;
  const isOnItsWay = request.waiting.some(({ kind }) => kind === 'answered' || kind === 'appeal-answered');
  const days = (n: number) => `${n} working ${n === 1 ? 'day' : 'days'}`;
  const words: Record<string, string> = {
    running: days(left),
    paused: 'paused',
    overdue: `${days(-left)} late`,
    'answered-in-time': 'answered in time',
    'answered-late': 'answered late',
  };
  const tone =
    request.state === 'overdue' || request.state === 'answered-late'
      ? 'late'
      : request.state === 'paused' || (request.state === 'running' && left <= 5)
        ? 'ochre'
        : '';
  return (
    <div className="clock">
      <b className={tone}>{request.joinedTo ? 'joined' : isOnItsWay ? 'answer on its way' : words[request.state]}</b>
      <span className="muted">
        {request.state.startsWith('answered') ? 'due was' : 'answer by'} {sayDay(request.dueOn)} ·{' '}
      </span>
      <button onClick={toggle} aria-expanded={isOpen}>
        why this date
      </button>
    </div>
  );
}

const PROVEN: Record<string, string> = {
  'mailed-code': 'code mailed to the address on file, proven',
  'document-seen': 'a document was seen, proven',
  'proven-before': 'proven before it was taken over',
  facts: 'facts compared with the file, proven',
  'shop-sign-in': 'signed in at the shop, proven',
};

function outcome(stage: Stage, request: RequestView, zone: string): string {
  if (request.joinedTo && stage !== 'intake')
    return stage === 'answer'
      ? `joined to ${request.joinedTo}, which is answered for both`
      : `as for ${request.joinedTo}`;
  switch (stage) {
    case 'intake':
      return (
        `${spellOut(request.channel)}, ${sayInstant(request.receivedAt, zone)}` +
        `${request.onBehalf ? `, through ${request.onBehalf.name} (${request.onBehalf.kind})` : ''}`
      );
    case 'identity':
      return request.identity.state === 'proven'
        ? (PROVEN[request.identity.method ?? ''] ?? 'proven')
        : 'could not be established';
    case 'trace':
      return request.found.total > 0
        ? `${request.found.theirs} of ${request.found.total} records are theirs`
        : 'search keys and records are gone';
    case 'decide':
      return (
        `${request.decision.outcome === 'fulfil' ? 'to be fulfilled' : 'refused'}` +
        `${request.decision.by ? `, by ${request.decision.by}` : ''}`
      );
    case 'carry-out':
      if (request.right !== 'erasure' && !request.pack.files)
        return CARRY[request.right] ?? 'recorded in the ledger; the systems follow';
      return request.right === 'erasure'
        ? `${request.plan?.totals.erase ?? 0} erased, ${request.plan?.totals.anonymise ?? 0} anonymised, ` +
            `${request.plan?.totals.keep ?? 0} kept`
        : request.pack.files
          ? `pack of ${request.pack.files} files`
          : 'done';
    case 'answer':
    case 'appeal':
    case 'closed':
      return spellOut(request.outcome ?? '');
  }
}

const CARRY: Record<string, string> = {
  erasure: 'plan, confirmation, erasure, proof',
  access: 'pack',
  portability: 'pack',
  rectification: 'the right value, record by record',
  restriction: 'every record, and every permission check',
};

function later(stage: Stage, request: RequestView): string {
  if (stage === 'trace') return 'opens when identity is proven';
  if (stage === 'decide')
    return request.undecided > 0
      ? `opens when every match has a verdict: ${request.undecided} to go`
      : 'fulfil or refuse, with its ground';
  if (stage === 'carry-out') return CARRY[request.right] ?? 'choices in the ledger, and every system that keeps a flag';
  if (stage === 'answer')
    return request.right === 'erasure'
      ? 'letter, then certificate'
      : request.right === 'access' || request.right === 'portability'
        ? 'letter and one-time link'
        : 'letter';
  return '';
}

function body(
  stage: Stage,
  request: RequestView,
  trace: TraceView | null,
  zone: string,
  actions: RequestActs,
): ReactNode {
  switch (stage) {
    case 'intake':
      return <IntakeStage request={request} />;
    case 'identity':
      return <IdentityStage request={request} actions={actions} />;
    case 'trace':
      return <TraceStage request={request} first={trace} actions={actions} />;
    case 'decide':
      return <DecideStage request={request} trace={trace} actions={actions} />;
    case 'carry-out':
      return <CarryOutStage request={request} actions={actions} />;
    case 'appeal':
      return <AppealStage request={request} actions={actions} />;
    case 'answer':
    case 'closed':
      return <AnswerStage request={request} zone={zone} actions={actions} />;
  }
}
