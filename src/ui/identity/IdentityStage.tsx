'use client';

import Button from '@mui/material/Button';
import { sayReason } from '../../core/words/reasons';
import { lazy, Suspense, useState } from 'react';
import { type AskingReason, askingAndClock } from '../../core/identity/identityMethods';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';
import { OneOf } from '../fields/OneOf';
import { SAY_DOCUMENT, SAY_SEEN } from '../../core/identity/documents';

// Forms that a press opens are fetched then.
const DocumentForm = lazy(() => import('./DocumentForm').then((part) => ({ default: part.DocumentForm })));
const FactsForm = lazy(() => import('./FactsForm').then((part) => ({ default: part.FactsForm })));

/** Who asks, and may they; in proportion to the right and the data. What asking does to the clock is said beforehand. */
export function IdentityStage({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const { identity, ref } = request;
  const [address, setAddress] = useState(identity.addresses[0]?.address ?? '');
  const [isFactsOpen, setFactsOpen] = useState(false);
  const [isDocumentOpen, setDocumentOpen] = useState(false);
  const authority =
    request.authority === 'needed' && request.mayWork ? <Authority request={request} actions={actions} /> : null;
  if (identity.state === 'proven' || !request.mayWork)
    return (
      <div className="body stack">
        {authority}
        <p className="muted">{identity.state === 'proven' ? 'Identity is proven.' : 'Identity is not proven yet.'}</p>
        {identity.document && <DocumentSeen request={request} actions={actions} />}
      </div>
    );
  const clock = askingAndClock(request.laws);
  const facts = identity.methods.find(({ method }) => method === 'facts');
  const whyNoFacts =
    facts && !facts.isEnough
      ? sayReason(facts.reasons[0]!)
      : identity.factTriesLeft <= 0
        ? 'Three tries failed.'
        : null;
  return (
    <div className="body stack">
      {authority}
      {identity.state === 'asked' && (
        <p className="note slate">
          A code is on its way.{' '}
          {clock.code === 'asking-pauses' ? 'The clock stands still until it comes back' : sayReason(clock)}
          {clock.code === 'asking-pauses' && <> ({clock.source})</>}.
          {identity.tries ? ` ${identity.tries} wrong tries so far.` : ''}
        </p>
      )}
      {identity.state === 'failed' && (
        <p className="note bad">
          {identity.factTriesLeft <= 0
            ? 'What was said did not agree with what is on file, three times.'
            : 'The code was wrong five times.'}{' '}
          Send another, look at a document, or answer that identity could not be established.
        </p>
      )}
      {identity.state === 'none' && (
        <p className="muted">
          {sayReason(clock)} {clock.source && `(${clock.source})`} A document or facts asked at once cost no time.
        </p>
      )}
      {identity.addresses.length === 0 ? (
        <p className="note">
          No address is on file for this person, so no code can be mailed. Identity can be proven at a counter with a
          document.
        </p>
      ) : (
        <OneOf
          legend="Addresses on file"
          value={address}
          options={identity.addresses.map(
            (one) =>
              [
                one.address,
                <>
                  {one.address} {one.isAsking && <span className="muted">the one that asks</span>}
                </>,
              ] as const,
          )}
          choose={setAddress}
        />
      )}
      <div className="row">
        <ActButton
          primary
          act={() => actions.askIdentity({ ref, address })}
          disabled={!address}
          done="The code is in the post"
        >
          {identity.state === 'none' ? `Mail a code (${CLOCK_WORDS[clock.code]})` : 'Mail another code'}
        </ActButton>
        <Button aria-expanded={isFactsOpen} disabled={whyNoFacts !== null} onClick={() => setFactsOpen(!isFactsOpen)}>
          Compare facts with what is on file
        </Button>
        <Button aria-expanded={isDocumentOpen} onClick={() => setDocumentOpen(!isDocumentOpen)}>
          A document was looked at
        </Button>
        {identity.state !== 'none' && (
          <ActButton
            color="error"
            act={() => actions.refuseForIdentity({ ref })}
            done="Answered: identity not established"
          >
            Answer that identity could not be established
          </ActButton>
        )}
      </div>
      <Suspense>{isDocumentOpen && <DocumentForm request={request} actions={actions} />}</Suspense>
      {whyNoFacts && <p className="muted">Facts are not open here: {whyNoFacts}</p>}
      <Suspense>{isFactsOpen && <FactsForm request={request} actions={actions} />}</Suspense>
    </div>
  );
}

/** What was seen, how and by whom; it can be taken back until something rests on it. */
function DocumentSeen({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const { kind, seen, by, mayTakeBack } = request.identity.document!;
  return (
    <div className="row">
      <span>
        {SAY_DOCUMENT[kind]}, {SAY_SEEN[seen]}
        {by ? ` by ${by}` : ''}
      </span>
      {request.mayWork &&
        (mayTakeBack ? (
          <ActButton act={() => actions.takeBackIdentity({ ref: request.ref })} done="Taken back: not proven">
            Take it back
          </ActButton>
        ) : (
          <span className="muted">The trace or the decision rests on it: it stands.</span>
        ))}
    </div>
  );
}

const CLOCK_WORDS: Record<AskingReason['code'], string> = {
  'asking-pauses': 'pauses the clock',
  'asking-moves-start': 'the period starts when it comes back',
  'asking-runs-on': 'the clock runs on',
};

function Authority({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const isChild = request.onBehalf?.kind === 'guardian';
  return (
    <div className="note slate row">
      <span>
        {request.onBehalf?.name ?? 'Somebody'} asks for {request.who}.{' '}
        {isChild ? 'Look at what shows the custody of the child.' : 'Look at the signed permission.'} Only the outcome
        is kept.
      </span>
      <ActButton act={() => actions.showAuthority({ ref: request.ref })} done="They may ask">
        {isChild ? 'Custody was shown' : 'The permission was shown'}
      </ActButton>
      <ActButton
        color="error"
        act={() => actions.refuseForIdentity({ ref: request.ref })}
        done="Answered: not established"
      >
        Answer that it was not shown
      </ActButton>
    </div>
  );
}
