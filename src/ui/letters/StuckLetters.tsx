import { spellOut } from '../../core/words/spellOut';
import { sayInstant } from '../../core/shared/days';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';

/** Letters that the mail server does not take: what, why, when they are tried next, and trying at once. */
export function StuckLetters({ request, zone, actions }: { request: RequestView; zone: string; actions: RequestActs }) {
  const stuck = request.letters.filter(({ state, tries }) => state !== 'sent' && tries > 0);
  if (stuck.length === 0) return null;
  return (
    <div className="note bad" role="alert">
      {stuck.map((letter, i) => (
        <div className="row" key={letter.id ?? i}>
          <p>
            The letter “{spellOut(letter.template)}” has not gone out: the mail server did not take it ({letter.error}),{' '}
            {letter.tries} {letter.tries === 1 ? 'try' : 'tries'} since {sayInstant(letter.at, zone)}.
            {letter.state === 'failed'
              ? ' It was given up.'
              : letter.nextTryAt
                ? ` It is tried again ${sayInstant(letter.nextTryAt, zone)}.`
                : ''}
          </p>
          {letter.id && (
            <ActButton act={() => actions.sendAgain({ ref: request.ref, letterId: letter.id! })} done="It is tried now">
              Send again
            </ActButton>
          )}
        </div>
      ))}
    </div>
  );
}
