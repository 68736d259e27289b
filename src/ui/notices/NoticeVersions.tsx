'use client';

import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import { LANGUAGE_NAMES, type Language } from '../../core/letters/mailings';
import type { NoticeVersionView } from '../../core/notices/views';
import { sayInstant } from '../../core/shared/days';
import { Fold } from '../shared/Fold';
import { ListTable } from '../shared/ListTable';

/** Versions as they were published: what differs from the one before, and how many chose under each. */
export function NoticeVersions({ versions, zone }: { versions: readonly NoticeVersionView[]; zone: string }) {
  if (versions.length === 0) return null;
  return (
    <section className="sheet wrap" style={{ marginTop: 14 }} aria-label="Versions" tabIndex={0}>
      <header>
        <h2>Versions</h2>
      </header>
      <ListTable aria-label="Versions">
        <TableHead>
          <tr>
            {['version', 'from', 'written, published', 'people who chose under it', 'told by mail', 'what differs'].map(
              (name) => (
                <th key={name}>{name}</th>
              ),
            )}
          </tr>
        </TableHead>
        <TableBody>
          {versions.map((one) => (
            <tr key={one.version}>
              <td className="num">{one.version}</td>
              <td>
                {sayInstant(one.publishedAt, zone)}
                {one.isMaterial && (
                  <>
                    <br />
                    <b>a material change</b>
                  </>
                )}
              </td>
              <td>
                {one.writtenBy}, {one.publishedBy}
                {one.reason && <p className="muted">{one.reason}</p>}
              </td>
              <td className="num">{one.people.toLocaleString('en')}</td>
              <td className="num">{one.told === null ? '–' : one.told.toLocaleString('en')}</td>
              <td style={{ maxWidth: 420 }}>
                <Differences of={one.differences} />
              </td>
            </tr>
          ))}
        </TableBody>
      </ListTable>
    </section>
  );
}

const AROUND = 60;

/** Words that stay are cut short: what differs is what is looked for. */
const shortened = (text: string): string =>
  text.length <= 2 * AROUND ? text : `${text.slice(0, AROUND)} … ${text.slice(-AROUND)}`;

function Differences({ of }: { of: NoticeVersionView['differences'] }) {
  const languages = (Object.keys(of) as Language[]).filter((one) => of[one]!.some(({ is }) => is !== 'same'));
  if (languages.length === 0) return <span className="muted">–</span>;
  return (
    <>
      {languages.map((language) => (
        <Fold key={language} summary={<span className="muted">in {LANGUAGE_NAMES[language]}</span>}>
          <p lang={language} className="notice-differences" style={{ whiteSpace: 'pre-wrap' }}>
            {of[language]!.map(({ text, is }, n) =>
              is === 'new' ? (
                <ins key={n}>{text}</ins>
              ) : is === 'gone' ? (
                <del key={n}>{text}</del>
              ) : (
                <span key={n}>{shortened(text)}</span>
              ),
            )}
          </p>
        </Fold>
      ))}
    </>
  );
}
