'use client';

import Button from '@mui/material/Button';
import Link from '../shared/Link';
import { useState, useTransition, type FormEvent } from 'react';
import type { PeopleActs } from '../shared/acts';
import { Grid } from '../grid/Grid';
import { type GridColumn } from '../grid/gridTypes';
import './people.css';
import { FailureNote } from '../shared/FailureNote';
import { tryAgain } from '../shared/notDone';

interface Found {
  id: string;
  name: string | null;
  country: string | null;
  identifiers: { kind: string; value: string }[];
  isLoose: boolean;
}

const idOf = ({ id }: Found) => id;
const hrefOf = ({ id }: Found) => `/people/${id}`;
const valuesOf = (kind: string) => (person: Found) =>
  person.identifiers
    .filter((one) => one.kind === kind)
    .map(({ value }) => value)
    .join(', ');

const COLUMNS: readonly GridColumn<Found>[] = [
  {
    id: 'name',
    title: 'name',
    isFixed: true,
    text: ({ name }) => name,
    show: (person) => (
      <span className="ellipsis" title={person.name ?? undefined}>
        <Link href={hrefOf(person)}>{person.name ?? '(no name)'}</Link>
        {person.isLoose && <span className="ochre"> sounds alike</span>}
      </span>
    ),
  },
  { id: 'email', title: 'e-mail', grow: 1.4, text: valuesOf('email') },
  { id: 'phone', title: 'phone', text: valuesOf('phone') },
  { id: 'numbers', title: 'numbers', text: valuesOf('customer-number') },
  { id: 'country', title: 'country', width: 84, text: ({ country }) => country },
];

/** Finds a person by whatever the coordinator has in hand. */
export function PeopleSearch({ findPeople }: Pick<PeopleActs, 'findPeople'>) {
  const [words, setWords] = useState('');
  const [found, setFound] = useState<{ words: string; people: Found[] } | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, start] = useTransition();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    start(async () => {
      const result = await findPeople({ words }).catch(tryAgain);
      if (result.ok) setFound({ words, people: result.value });
      setFailure(result.ok ? null : result.message);
    });
  };
  return (
    <>
      <div className="page-head">
        <div>
          <h1>People</h1>
          <p className="sub">By e-mail, phone, name or customer number. Each search is in the trail.</p>
        </div>
      </div>
      <form onSubmit={submit} className="search-line" role="search">
        <input
          type="search"
          aria-label="E-mail, phone, name or customer number"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          placeholder="mette@mail.example, 10 12 34 56, Holmgaard, 48213"
          autoFocus
        />
        <Button type="submit" disabled={isBusy || words.trim().length < 2}>
          {isBusy ? 'Searching…' : 'Find'}
        </Button>
      </form>
      <FailureNote text={failure} />
      {found && (
        <section className="sheet" aria-label="People found" aria-live="polite">
          <Grid
            list="people"
            label="People found"
            rows={found.people}
            idOf={idOf}
            columns={COLUMNS}
            hrefOf={hrefOf}
            empty={`Nobody is known by “${found.words}”. Spelling of names is forgiven; numbers have to be whole.`}
          />
        </section>
      )}
    </>
  );
}
