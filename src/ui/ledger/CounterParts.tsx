'use client';

import TextField from '@mui/material/TextField';
import type { AtTheCounter, Script } from '../../core/ledger/views';
import type { Standing } from '../../core/ledger/types';
import { StandingMark } from '../shared/StandingMark';
import { Choose } from '../fields/Choose';

const LANGUAGES: Record<string, string> = { da: 'Danish', de: 'German', en: 'English', nl: 'Dutch' };

interface Name {
  given: string;
  family: string;
}

/** Who is known by what was typed, and how they stand; a name for somebody new. */
export function Found({
  found,
  script,
  name,
  setName,
}: {
  found: readonly AtTheCounter[];
  script: Script | undefined;
  name: Name;
  setName: (name: Name) => void;
}) {
  return (
    <>
      {found.length === 0 && (
        <>
          <p className="note slate">Nobody is known by that. The answer begins a new person.</p>
          <div className="row">
            <TextField
              label="Given name"
              value={name.given}
              onChange={(event) => setName({ ...name, given: event.target.value })}
              sx={{ maxWidth: 180 }}
            />
            <TextField
              label="Family name"
              value={name.family}
              onChange={(event) => setName({ ...name, family: event.target.value })}
              sx={{ maxWidth: 180 }}
            />
          </div>
        </>
      )}
      {found.map((one) => (
        <div key={one.id} className="note slate">
          <p>
            <b>{one.name ?? 'no name'}</b> · {one.identifiers.join(' · ')}
          </p>
          <p className="row" style={{ gap: 14 }}>
            {one.standings
              .filter((standing) => script?.purposes.some(({ id }) => id === standing.purpose))
              .map((standing) => (
                <span key={standing.purpose}>
                  {script?.purposes.find(({ id }) => id === standing.purpose)?.title}:{' '}
                  <StandingMark standing={standing.standing as Standing} />
                </span>
              ))}
          </p>
        </div>
      ))}
      {found.length > 1 && (
        <p className="note">
          Several people share this. Ask for another number or address; an answer that could be anybody’s is held.
        </p>
      )}
    </>
  );
}

/** The words, in the language of whoever is asked. */
export function ReadOut({
  scripts,
  script,
  language,
  setLanguage,
  choose,
}: {
  scripts: readonly Script[];
  script: Script | undefined;
  language: string;
  setLanguage: (language: string) => void;
  choose: (ask: string) => void;
}) {
  return (
    <>
      <h2 id="words">2 · Read this out</h2>
      <div className="filters" style={{ margin: 0 }}>
        <Choose
          label="script"
          value={script?.ask ?? ''}
          options={scripts.map(({ ask, version, place: where }) => [ask, `${where ?? ask}, v${version}`] as const)}
          choose={(ask) => choose(ask!)}
        />
        <Choose
          label="in"
          value={language}
          options={Object.keys(script?.words ?? {}).map((one) => [one, LANGUAGES[one] ?? one] as const)}
          choose={(one) => setLanguage(one!)}
        />
      </div>
      <blockquote className="script" lang={language}>
        {script?.words[language] ?? script?.words['en']}
      </blockquote>
    </>
  );
}
