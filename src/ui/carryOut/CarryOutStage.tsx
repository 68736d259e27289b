'use client';

import { CHOICE_RIGHTS } from '../../core/carryOut/effects';
import type { Right } from '../../core/requests/rights';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import { ChoicesPanel, RecordsPanel } from './ActsPanel';
import { PlanPanel } from '../erasure/PlanPanel';
import type { RequestActs } from '../shared/acts';

/** What the decision asks for: a pack, an erasure plan, choices in the ledger, or changes to single records. */
export function CarryOutStage({ request, actions }: { request: RequestView; actions: RequestActs }) {
  if (request.right === 'erasure') return <PlanPanel request={request} actions={actions} />;
  if (request.right === 'access' || request.right === 'portability')
    return <PackPanel request={request} actions={actions} />;
  if (CHOICE_RIGHTS.has(request.right as Right))
    return request.stage === 'carry-out' ? (
      <ChoicesPanel request={request} actions={actions} />
    ) : (
      <div className="body">
        <p className="muted">Recorded in the ledger; the systems follow.</p>
      </div>
    );
  return <RecordsPanel request={request} actions={actions} />;
}

function PackPanel({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const { pack } = request;
  return (
    <div className="body stack">
      {pack.state === 'none' && (
        <p className="muted">
          The pack holds the cover letter, every record in JSON and CSV, the messages, a list of what is withheld and
          why, and a manifest.
        </p>
      )}
      {pack.error && (
        <p className="note bad" role="alert">
          {pack.error}
        </p>
      )}
      {pack.state === 'building' && <p className="note slate">The pack is being built. You can leave; it goes on.</p>}
      {pack.files !== null && (
        <p>
          {pack.files} files, {Math.ceil((pack.bytes ?? 0) / 1024)} kB, {pack.withheld} withheld.{' '}
          <span className="mono muted">SHA-256 {pack.sha256?.slice(0, 16)}…</span>
        </p>
      )}
      {request.mayWork && pack.missing.length > 0 && (
        <div className="note ochre">
          <p>The register does not say yet, and the letter has to (GDPR art. 15(1)):</p>
          <ul>
            {pack.missing.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <p className="muted">
            Have it said under Systems, or let the letter say that it is missing: whoever answers for the system is
            asked.
          </p>
        </div>
      )}
      {request.mayWork && pack.state !== 'building' && (
        <div>
          <ActButton
            primary={pack.state === 'none'}
            act={() => actions.startPack({ ref: request.ref, sayMissing: pack.missing.length > 0 })}
          >
            {pack.missing.length > 0
              ? 'Build it, saying what is missing'
              : pack.state === 'none'
                ? 'Build the pack'
                : 'Build it again'}
          </ActButton>
        </div>
      )}
    </div>
  );
}
