import type { StaleFact } from '../../core/notices/views';
import type { SaidReality } from '../../core/notices/realitySaid';
import { LANGUAGE_NAMES } from '../../core/letters/mailings';

interface Props {
  faults: readonly string[];
  findings: readonly SaidReality[];
  /** Said where nothing is wrong. */
  good: string;
}

/** What is not so: the sentence, what is known instead, and what to change. */
export function NoticeFindings({ faults, findings, good }: Props) {
  if (faults.length + findings.length === 0)
    return (
      <p className="note good" role="status">
        {good}
      </p>
    );
  return (
    <div className={`notice-findings note ${faults.length > 0 ? 'bad' : ''}`} role="status">
      {faults.length > 0 && (
        <ul>
          {faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
      )}
      {findings.length > 0 && (
        <ul>
          {findings.map(({ language, code, sentence, text, better, law, known }) => (
            <li key={`${language} ${code} ${sentence ?? known}`}>
              {sentence && (
                <>
                  <q lang={language}>{sentence}</q>
                  <br />
                </>
              )}
              {text} {better}{' '}
              <span className="muted">
                {LANGUAGE_NAMES[language]}; {law}
              </span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** Facts that were others when the version in force was published. */
export function StaleFacts({ stale }: { stale: readonly StaleFact[] }) {
  if (stale.length === 0) return null;
  // A fact is the same in each language; it is told once.
  const once = stale.filter(({ field }, n) => stale.findIndex((other) => other.field === field) === n);
  return (
    <section className="note bad" style={{ marginBottom: 14 }} aria-label="Not true any more">
      <p>
        <b>What is published is not true any more.</b> Ask for a review of the draft: it has the facts of today.
      </p>
      <ul>
        {once.map(({ field, was, is }) => (
          <li key={field}>
            <b>{field}</b>: it says “{was || 'nothing'}”; now it is “{is || 'nothing'}”.
          </li>
        ))}
      </ul>
    </section>
  );
}
