import type { Act } from '../../core/access/roles';
import type { StepsView } from '../../core/installation/views';
import Link from '../shared/Link';

/** What is an organisation's own too, and lies with the work that it belongs to. */
const ELSEWHERE: readonly { href: string; title: string; about: string; act: Act }[] = [
  {
    href: '/ledger/purposes',
    title: 'Purposes',
    about: 'what data are used for, by which ground, in every language',
    act: 'purposes.see',
  },
  {
    href: '/ledger/asks',
    title: 'Asks',
    about: 'what people are asked, judged for fairness as it is typed',
    act: 'purposes.see',
  },
  {
    href: '/requests/letters',
    title: 'Letter templates',
    about: 'the words of letters, by language, with versions',
    act: 'letters.see',
  },
  {
    href: '/systems/words',
    title: 'Words of systems',
    about: 'how letters call systems, records and fields',
    act: 'systems.see',
  },
];

/** What is still open before this office can answer, in the order in which it is best done. */
export function StepsSheet({
  view,
  organisation,
  acts,
}: {
  view: StepsView;
  organisation: string;
  acts: readonly Act[];
}) {
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
      <section className="sheet follows" aria-label="Set where it is used">
        <header>
          <h2>Set where it is used</h2>
        </header>
        <ul className="pad">
          {ELSEWHERE.map(({ href, title, about, act }) => (
            <li key={href}>
              {acts.includes(act) ? <Link href={href}>{title}</Link> : title}{' '}
              <span className="muted">
                {about}
                {acts.includes(act) ? '' : '; a coordinator sets them'}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}
