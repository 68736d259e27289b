'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useState, useTransition, type FormEvent } from 'react';
import type { PeopleActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { ListTable } from '../shared/ListTable';
import './people.css';

interface Found {
  id: string;
  name: string | null;
  country: string | null;
  identifiers: { kind: string; value: string }[];
  isLoose: boolean;
}

/** Finds a person by whatever the coordinator has in hand. */
export function PeopleSearch({ findPeople }: Pick<PeopleActs, 'findPeople'>) {
  const [words, setWords] = useState('');
  const [found, setFound] = useState<{ words: string; people: Found[] } | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, start] = useTransition();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    start(async () => {
      const result = await findPeople({ words }).catch((): ActionResult<Found[]> => ({
        ok: false,
        message: 'The server did not answer. Try again.',
      }));
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
      {failure && (
        <p className="note bad" role="alert">
          {failure}
        </p>
      )}
      {found && (
        <section className="sheet wrap" tabIndex={0} aria-label="People found" aria-live="polite">
          {found.people.length === 0 ? (
            <p className="empty">
              Nobody is known by “{found.words}”. Spelling of names is forgiven; numbers have to be whole.
            </p>
          ) : (
            <ListTable>
              <thead>
                <tr>
                  <th>name</th>
                  <th>e-mail</th>
                  <th>phone</th>
                  <th>numbers</th>
                  <th>country</th>
                </tr>
              </thead>
              <tbody>
                {found.people.map((person) => (
                  <tr key={person.id}>
                    <td>
                      <Link href={`/people/${person.id}`}>{person.name ?? '(no name)'}</Link>
                      {person.isLoose && <span className="ochre"> sounds alike</span>}
                    </td>
                    {['email', 'phone', 'customer-number'].map((kind) => (
                      <td key={kind}>
                        {person.identifiers
                          .filter((one) => one.kind === kind)
                          .map(({ value }) => value)
                          .join(', ')}
                      </td>
                    ))}
                    <td>{person.country}</td>
                  </tr>
                ))}
              </tbody>
            </ListTable>
          )}
        </section>
      )}
    </>
  );
}
