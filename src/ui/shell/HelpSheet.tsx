import type { HelpSection } from '../../core/words/helpText';
import Link from '../shared/Link';

/** Where a section stands on the page of all of them. */
export const anchorOf = (path: string): string => path.slice(1).replaceAll('/', '-');

/** What each page is for, one after the other. */
export function HelpSheet({ sections }: { sections: readonly HelpSection[] }) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Help</h1>
          <p className="sub">
            What each page is for and what people do there, with the law behind it. Not legal advice.
          </p>
        </div>
      </div>
      {sections.map((section) => (
        <section key={section.path} id={anchorOf(section.path)} className="sheet" style={{ marginBottom: 14 }}>
          <header>
            <h2>{section.title}</h2>
            <Link href={section.path}>{section.path}</Link>
          </header>
          <div className="pad stack">
            <HelpWords section={section} />
          </div>
        </section>
      ))}
    </>
  );
}

export function HelpWords({ section }: { section: HelpSection }) {
  return (
    <>
      {section.paragraphs.map((words) => (
        <p key={words}>{words}</p>
      ))}
      {section.law && (
        <p className="muted">
          <b>Law</b> {section.law}
        </p>
      )}
    </>
  );
}
