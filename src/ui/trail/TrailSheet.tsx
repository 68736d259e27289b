'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Link from '../shared/Link';
import { parseAsInteger, parseAsString, useQueryStates } from 'nuqs';
import { useMemo, useState, type FormEvent } from 'react';
import { sayInstant } from '../../core/shared/days';
import { TRAIL_ACTS } from '../../core/trail/chain';
import type { TrailLine, TrailPage } from '../../core/trail/views';
import { Choose } from '../fields/Choose';
import { Grid } from '../grid/Grid';
import { type GridColumn } from '../grid/gridTypes';

const idOf = ({ seq, at }: TrailLine) => `${seq} ${at}`;

const columnsOf = (zone: string): GridColumn<TrailLine>[] => [
  { id: 'when', title: 'when', width: 168, isFixed: true, text: ({ at }) => sayInstant(at, zone) },
  { id: 'who', title: 'who', width: 150, text: ({ actor }) => actor },
  {
    id: 'did',
    title: 'did',
    width: 170,
    text: ({ act, times }) => (times > 1 ? `${spellOut(act)}, ${times} times` : spellOut(act)),
    show: ({ act, times }) => (
      <span title={times > 1 ? `${times} times within ten minutes` : undefined}>
        <b>{spellOut(act)}</b>
        {times > 1 && ` × ${times}`}
      </span>
    ),
  },
  {
    id: 'about',
    title: 'about',
    width: 170,
    text: ({ about }) => about,
    show: ({ subject, about }) =>
      subject?.startsWith('BK-') ? (
        <Link className="mono" href={`/requests/${subject}`}>
          {subject}
        </Link>
      ) : (
        <span className="ellipsis" title={subject === about ? (about ?? undefined) : `${about} (${subject})`}>
          {about}
        </span>
      ),
  },
  { id: 'more', title: 'more', text: ({ details }) => details },
];

/** Who did or saw what, when and why; the newest first. */
export function TrailSheet({ page, zone }: { page: TrailPage; zone: string }) {
  const [filter, setFilter] = useQueryStates(
    { act: parseAsString, about: parseAsString, before: parseAsInteger },
    { shallow: false },
  );
  const columns = useMemo(() => columnsOf(zone), [zone]);
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
          options={TRAIL_ACTS.map((one) => [one, spellOut(one)] as const)}
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
      <section className="sheet">
        <Grid
          list="trail"
          label="Entries, newest first"
          rows={page.lines}
          idOf={idOf}
          columns={columns}
          empty="Nothing was done or seen that fits these filters."
        />
      </section>
      <p className="row" style={{ marginTop: 10 }}>
        {filter.before !== null && <Button onClick={() => void setFilter({ before: null })}>Newest</Button>}
        {page.next !== null && <Button onClick={() => void setFilter({ before: page.next })}>Older</Button>}
      </p>
    </>
  );
}
