import { OWN_NAMES } from '../../core/words/sections';
import type { ReactNode } from 'react';
import { LANGUAGES, type Language } from '../../core/letters/mailings';
import '../shared/public.css';

/** The same paper and type, without the boards: what a person outside the organisation sees. With a language it offers the others. */
export function PersonPage({
  organisation,
  language,
  children,
}: {
  organisation: string;
  language?: Language;
  children: ReactNode;
}) {
  return (
    <main className="person-page" {...(language ? { lang: language } : {})}>
      <div className="house">
        {organisation}
        {language && (
          <nav className="languages" aria-label="Language">
            {LANGUAGES.filter((one) => one !== language).map((one) => (
              <a key={one} href={`?lang=${one}`} lang={one}>
                {OWN_NAMES[one]}
              </a>
            ))}
          </nav>
        )}
      </div>
      {children}
    </main>
  );
}
