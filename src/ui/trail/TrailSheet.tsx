'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { parseAsInteger, parseAsString, useQueryStates } from 'nuqs';
import { useState, type FormEvent } from 'react';
import { sayInstant } from '../../core/shared/days';
import { TRAIL_ACTS } from '../../core/trail/chain';
import type { TrailPage } from '../../core/trail/views';
import { Choose } from '../fields/Choose';
import { ListTable } from '../shared/ListTable';

const inWords = (act: string) => act.replace(/-/g, ' ');

/** Who did or saw what, when and why; the newest first. */
export function TrailSheet({ page, zone }: { page: TrailPage; zone: string }) {
  const [filter, setFilter] = useQueryStates(
    { act: parseAsString, about: parseAsString, before: parseAsInteger },
    { shallow: false },
  );
  const [about, setAbout] = useState(filter.about ?? '');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void setFilter({ about: about.trim() || null, before: null });
  };
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Trail</h1>
          <p className="sub">
            Every act and every look at personal data: who, what, when, why.{' '}
            {page.isChainGood ? '✓ This month’s chain is whole.' : '✕ This month’s chain is broken.'}
          </p>
        </div>
      </div>
      <form className="filters" onSubmit={submit}>
        <Choose
          label="act"
          value={filter.act}
          every="every act"
          options={TRAIL_ACTS.map((one) => [one, inWords(one)] as const)}
          choose={(act) => void setFilter({ act, before: null })}
        />
        <TextField
          label="about"
          fullWidth={false}
          value={about}
          onChange={(event) => setAbout(event.target.value)}
          placeholder="BK-2026-00042"
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 60, className: 'mono' } }}
        />
        <Button type="submit">Show</Button>
      </form>
      <section className="sheet wrap" tabIndex={0} aria-label="Entries, newest first">
        {page.lines.length === 0 ? (
          <p className="empty">Nothing here.</p>
        ) : (
          <ListTable>
            <thead>
              <tr>
                <th>when</th>
                <th>who</th>
                <th>did</th>
                <th>about</th>
                <th>more</th>
              </tr>
            </thead>
            <tbody>
              {page.lines.map((line) => (
                <tr key={line.seq}>
                  <td className="nowrap muted">{sayInstant(line.at, zone)}</td>
                  <td className="nowrap">{line.actor}</td>
                  <td className="nowrap">
                    <b>{inWords(line.act)}</b>
                  </td>
                  <td className="mono">
                    {line.subject?.startsWith('BK-') ? (
                      <Link href={`/requests/${line.subject}`}>{line.subject}</Link>
                    ) : (
                      line.subject?.slice(0, 24)
                    )}
                  </td>
                  <td className="muted" style={{ overflowWrap: 'anywhere' }}>
                    {line.details?.slice(0, 120)}
                  </td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        )}
      </section>
      <p className="row" style={{ marginTop: 10 }}>
        {filter.before !== null && <Button onClick={() => void setFilter({ before: null })}>Newest</Button>}
        {page.next !== null && <Button onClick={() => void setFilter({ before: page.next })}>Older</Button>}
      </p>
    </>
  );
}
