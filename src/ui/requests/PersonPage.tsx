import type { ReactNode } from 'react';
import { LANGUAGES, type Language } from '../../core/letters/mailings';
import '../shared/public.css';

const NAMES: Record<Language, string> = { en: 'English', da: 'Dansk', de: 'Deutsch', nl: 'Nederlands' };

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
                {NAMES[one]}
              </a>
            ))}
          </nav>
        )}
      </div>
      {children}
    </main>
  );
}
