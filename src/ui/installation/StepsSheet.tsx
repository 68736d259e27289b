import type { StepsView } from '../../core/installation/views';
import Link from '../shared/Link';

/** What is still open before this office can answer, in the order in which it is best done. */
export function StepsSheet({ view, organisation }: { view: StepsView; organisation: string }) {
  const next = view.steps.find(({ isDone }) => !isDone);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Setup</h1>
          <p className="sub">
            {organisation}. {view.done} of {view.steps.length} steps are done
            {view.needed > 0 ? `; ${view.needed} of the open ones are needed before a request can be answered.` : '.'}
          </p>
        </div>
      </div>
      <section className="sheet" aria-label="Steps">
        <ol className="steps">
          {view.steps.map((step) => (
            <li key={step.id} className={step.isDone ? 'done' : step === next ? 'next' : ''}>
              <span className="box" aria-hidden="true">
                {step.isDone ? '✓' : ''}
              </span>
              <span>
                <Link href={step.href} {...(step === next ? { 'data-next-act': true } : {})}>
                  {step.title}
                </Link>
                {step.isNeeded && !step.isDone && <span className="needed">needed</span>}
                <span className="visually-hidden">{step.isDone ? ', done' : ', open'}</span>
                <span className="muted about">{step.about}</span>
              </span>
            </li>
          ))}
        </ol>
      </section>
    </>
  );
}
