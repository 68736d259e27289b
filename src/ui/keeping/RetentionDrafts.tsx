'use client';

import Button from '@mui/material/Button';
import { sayPeriod } from '../../core/keeping/retention';
import { ANCHOR_WORDS } from '../../core/keeping/schema';
import type { RetentionView } from '../../core/keeping/views';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';

/** Rules that came with the example: they keep nothing until somebody says where their records are. */
export function RetentionDrafts({
  view,
  strike,
  onComplete,
}: {
  view: RetentionView;
  strike: SetupActs['strikeRetentionDraft'];
  onComplete: (id: string) => void;
}) {
  if (view.drafts.length === 0) return null;
  return (
    <section className="sheet wrap" style={{ marginTop: 14 }} aria-labelledby="retention-drafts" tabIndex={0}>
      <header>
        <h2 id="retention-drafts">Waiting to be told where</h2>
        <span className="muted">taken over with the example; they keep nothing yet</span>
      </header>
      <ListTable aria-labelledby="retention-drafts">
        <thead>
          <tr>
            {['what', 'for', 'law', 'probably', ''].map((name) => (
              <th key={name}>{name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.drafts.map(({ id, what, years, anchor, law, place }) => (
            <tr key={id}>
              <td>
                <b>{what}</b>
              </td>
              <td>
                {sayPeriod({ years })} from {ANCHOR_WORDS[anchor]}
              </td>
              <td>{law}</td>
              <td>{place ? `${place.system} · ${place.collection}, ${place.field}` : 'no system has such records'}</td>
              <td>
                {view.mayChange && (
                  <span className="row">
                    <Button variant="outlined" onClick={() => onComplete(id)}>
                      Say where
                    </Button>
                    <ActButton
                      act={() => strike({ id })}
                      done="Struck"
                      ask={{
                        title: `Strike ${what}?`,
                        text: `Nothing is kept for ${law} then, unless you say so by a rule of its own.`,
                        yes: 'Strike it',
                      }}
                    >
                      Strike
                    </ActButton>
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </ListTable>
    </section>
  );
}
