import { spellOut } from '../../core/words/spellOut';
import type { MatchLine, MatchOpened } from '../../core/trace/views';
import type { Redaction } from '../../core/trace/redaction';
import { lazy, Suspense } from 'react';
import { ListTable } from '../shared/ListTable';
import { Fold } from '../shared/Fold';
import { WEIGHT } from './weight';

// Most records are fields; a text comes with what redacts it.
const RedactText = lazy(() => import('./RedactText').then((part) => ({ default: part.RedactText })));

const LABEL: Record<string, string> = {
  email: 'Mail',
  phone: 'Phone',
  'customer-number': 'Number',
  name: 'Name',
  'birth-date': 'Born',
  postcode: 'Postcode',
  city: 'Town',
};

/** One record beside what we know: agreeing and disagreeing fields marked, the words around each hit. */
export function MatchSide({
  match,
  opened,
  hanging,
  mayRedact,
  save,
}: {
  match: MatchLine;
  opened: MatchOpened;
  hanging: readonly MatchLine[];
  mayRedact: boolean;
  save: (passages: readonly Redaction[]) => void;
}) {
  const counts = new Map<string, number>();
  for (const { collection } of hanging) counts.set(collection, (counts.get(collection) ?? 0) + 1);
  return (
    <>
      <div className="row between">
        <h2>{opened.title}</h2>
        <span className="muted">{match.collection}</span>
      </div>
      <ListTable className="cmp">
        <thead>
          <tr>
            <th />
            <th>we know</th>
            <th>here</th>
            <th title={WEIGHT}>weight</th>
          </tr>
        </thead>
        <tbody>
          {opened.fields
            .filter((field) => field.left || field.right)
            .map((field) => (
              <tr key={field.field} className={field.level === 'missing' ? 'na' : field.weight > 0 ? 'ok' : 'no'}>
                <td>{LABEL[field.field] ?? field.field}</td>
                <td>{field.left ?? '–'}</td>
                <td>
                  {field.level !== 'missing' && (
                    <span className="sign" role="img" aria-label={field.weight > 0 ? 'agrees' : 'differs'}>
                      {field.weight > 0 ? '=' : '≠'}
                    </span>
                  )}
                  {field.right ?? '–'}
                </td>
                <td>
                  {field.weight > 0 ? '+' : ''}
                  {field.weight.toFixed(1)}
                </td>
              </tr>
            ))}
        </tbody>
      </ListTable>
      {opened.others.length > 0 && (
        <p className="note">
          Speaks of {opened.others.length === 1 ? 'somebody else' : 'others'} ({opened.others.slice(0, 3).join(', ')}):{' '}
          {opened.redacted ? 'handed over without their words' : 'withheld from a pack unless it is redacted'}; in an
          erasure only this person’s part goes.
        </p>
      )}
      {opened.text !== null && (
        <Suspense>
          <RedactText
            key={opened.id}
            text={opened.text}
            marks={opened.marks}
            proposed={opened.proposed}
            redacted={opened.redacted}
            mayRedact={mayRedact}
            save={save}
          />
        </Suspense>
      )}
      {opened.files.length > 0 && (
        <p className="muted" style={{ marginTop: 6 }}>
          Attached: {opened.files.map(({ name }) => name).join(', ')}
        </p>
      )}
      {hanging.length > 0 && (
        <p className="muted" style={{ marginTop: 6 }}>
          Hang on it: {[...counts].map(([name, count]) => `${count} ${spellOut(name)}`).join(', ')}.
        </p>
      )}
      {opened.text === null && (
        <Fold summary="All fields">
          <dl className="facts" style={{ marginTop: 6 }}>
            {Object.entries(opened.record).map(([name, value]) => (
              <div key={name} style={{ display: 'contents' }}>
                <dt>{name}</dt>
                <dd style={{ overflowWrap: 'anywhere' }}>{value ?? '–'}</dd>
              </div>
            ))}
          </dl>
        </Fold>
      )}
    </>
  );
}
