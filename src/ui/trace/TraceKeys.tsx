'use client';

import { spellOut } from '../../core/words/spellOut';
import type { RequestView } from '../../core/requests/views';
import type { TraceView } from '../../core/trace/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';
import { Fold } from '../shared/Fold';

/** What was searched by: what was given, and what records taught on the way. A key that is not theirs is struck. */
export function TraceKeys({
  trace,
  request,
  actions,
}: {
  trace: TraceView;
  request: RequestView;
  actions: RequestActs;
}) {
  const mayStrike = request.mayWork && request.decision.outcome === 'none';
  const struck = trace.keys.filter(({ isStruck }) => isStruck).length;
  return (
    <Fold
      summary={
        <>
          Searched by {inWords(trace.keys)}
          {struck > 0 ? ` · ${struck} struck` : ''}
        </>
      }
    >
      <ul className="keys">
        {trace.keys.map((key) => (
          <li key={key.id} className="row">
            {key.isStruck ? <del className="mono">{key.value}</del> : <span className="mono">{key.value}</span>}
            <span className="muted">
              {spellOut(key.kind)}, {key.taught ? `learnt in round ${key.round}` : 'given'}
            </span>
            {mayStrike && (
              <ActButton
                act={() => actions.strike({ ref: request.ref, keyId: key.id, isStruck: !key.isStruck })}
                done={key.isStruck ? 'Searched by again, from the next trace on' : 'Nothing is searched by it any more'}
              >
                {key.isStruck ? 'Search by it again' : 'Not theirs: strike'}
              </ActButton>
            )}
          </li>
        ))}
      </ul>
      {struck > 0 && (
        <p className="muted">
          Trace again to see what is found without it. Records with the same words keep their verdicts.
        </p>
      )}
    </Fold>
  );
}

/** The kinds of key that were searched by: first those that were given, then those that records taught on the way. */
function inWords(keys: TraceView['keys']): string {
  const kinds = (taught: boolean) =>
    [...new Set(keys.filter((key) => key.taught === taught && !key.isStruck).map((key) => spellOut(key.kind)))].join(
      ', ',
    );
  return kinds(true) ? `${kinds(false)}; learnt from what was found: ${kinds(true)}` : kinds(false);
}
