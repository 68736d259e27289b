import { OWN_NAMES } from '../../core/words/sections';
import type { ReactNode } from 'react';
import type { Brand } from '../../core/installation/settings';
import type { Language } from '../../core/letters/mailings';
import '../shared/public.css';

function Logo({ src, name }: { src: string; name: string }) {
  // It comes with the page and is small already.
  // eslint-disable-next-line @next/next/no-img-element
  return <img src={src} alt={name} className="logo" />;
}

/** The same paper and type, without the boards: what a person outside the organisation sees. With a language it offers the others. */
export function PersonPage({
  organisation,
  language,
  children,
}: {
  organisation: { name: string; brand: Brand };
  language?: Language;
  children: ReactNode;
}) {
  const { name, brand } = organisation;
  return (
    <main className="person-page" {...(language ? { lang: language } : {})}>
      <div className="house" {...(brand.accent ? { style: { borderBottomColor: brand.accent } } : {})}>
        {brand.logo ? <Logo src={brand.logo} name={name} /> : name}
        {language && (
          <nav className="languages" aria-label="Language">
            {brand.languages
              .filter((one) => one !== language)
              .map((one) => (
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
