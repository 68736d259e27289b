'use client';

import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import { LANGUAGE_NAMES, type Language } from '../../core/letters/mailings';
import { useState } from 'react';
import type { NoticeVersionView } from '../../core/notices/views';
import { sayInstant } from '../../core/shared/days';
import { Differences } from '../asks/Differences';
import type { NoticeActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { Fold } from '../shared/Fold';
import { ListTable } from '../shared/ListTable';
import { stillHere } from '../shared/notDone';

/** Versions as they were published: what differs from the one before, and how many chose under each. */
export function NoticeVersions({
  id,
  versions,
  zone,
  countNotice,
}: { id: string; versions: readonly NoticeVersionView[]; zone: string } & Pick<NoticeActs, 'countNotice'>) {
  const [counts, setCounts] = useState<{ version: number | null; people: number }[] | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const count = async () => {
    const result = await countNotice({ id }).catch(stillHere);
    if (result.ok) setCounts(result.value);
    setFailure(result.ok ? null : result.message);
  };
  const peopleOf = (version: number) =>
    counts ? (counts.find((one) => one.version === version)?.people ?? 0).toLocaleString('en') : '';
  if (versions.length === 0) return null;
  return (
    <section className="sheet wrap" style={{ marginTop: 14 }} aria-label="Versions" tabIndex={0}>
      <header>
        <h2>Versions</h2>
        {!counts && <Button onClick={() => void count()}>How many people chose under each</Button>}
      </header>
      <FailureNote text={failure} />
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
              <td className="num">{peopleOf(one.version)}</td>
              <td className="num">{one.told === null ? '–' : one.told.toLocaleString('en')}</td>
              <td style={{ maxWidth: 420 }}>
                <ByLanguage of={one.differences} />
              </td>
            </tr>
          ))}
        </TableBody>
      </ListTable>
    </section>
  );
}

function ByLanguage({ of }: { of: NoticeVersionView['differences'] }) {
  const languages = (Object.keys(of) as Language[]).filter((one) => of[one]!.some(({ is }) => is !== 'same'));
  if (languages.length === 0) return <span className="muted">–</span>;
  return (
    <>
      {languages.map((language) => (
        <Fold key={language} summary={<span className="muted">in {LANGUAGE_NAMES[language]}</span>}>
          <Differences pieces={of[language]!} language={language} />
        </Fold>
      ))}
    </>
  );
}
