'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { PurposeDraft } from '../../core/ledger/schema';
import type { PurposeShown } from '../../core/purposes/views';
import { sayPlace } from '../../core/shared/countries';
import { dayIn, sayDay, sayInstant } from '../../core/shared/days';
import type { LedgerActs } from '../shared/acts';
import { PurposeEditor } from './PurposeEditor';
import { draftOf, newPurpose } from './purposeDraft';
import { ListTable } from '../shared/ListTable';

interface Props {
  /** Every version, in order. */
  versions: readonly PurposeShown[];
  now: string;
  zone: string;
  mayDraft: boolean;
  mayPublish: boolean;
  previewPurpose: LedgerActs['previewPurpose'];
  publishPurpose: LedgerActs['publishPurpose'];
}

const days = (value: number | null) =>
  value === null ? '–' : value % 365 === 0 ? `${value / 365} ${value === 365 ? 'year' : 'years'}` : `${value} days`;

/** The tree of purposes with their rules; a change is tried out on everybody before it is published. */
export function PurposesSheet({ versions, now, zone, mayDraft, mayPublish, previewPurpose, publishPurpose }: Props) {
  const [draft, setDraft] = useState<PurposeDraft | null>(null);
  const inForce = [...new Set(versions.map(({ id }) => id))].flatMap(
    (id) => versions.filter((one) => one.id === id && one.validFrom <= now).at(-1) ?? [],
  );
  const tree = (parent: string | null, depth: number): { purpose: PurposeShown; depth: number }[] =>
    inForce
      .filter((one) => one.parent === parent)
      .flatMap((purpose) => [{ purpose, depth }, ...tree(purpose.id, depth + 1)]);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Purposes</h1>
          <p className="sub">
            What data is used for, and by which rules. A child is never permitted when its parent is not. An edit makes
            a version; what was asked before is read by the rules of its time.
          </p>
        </div>
        {mayDraft && (
          <Button variant="contained" onClick={() => setDraft(newPurpose())}>
            A new purpose
          </Button>
        )}
      </div>
      {draft && (
        <PurposeEditor
          key={draft.id || 'new'}
          draft={draft}
          parents={inForce}
          mayPublish={mayPublish}
          previewPurpose={previewPurpose}
          publishPurpose={publishPurpose}
          close={() => setDraft(null)}
        />
      )}
      <section className="sheet wrap" tabIndex={0} aria-label="Purposes">
        <ListTable>
          <thead>
            <tr>
              <th>purpose</th>
              <th>kind</th>
              <th>rules</th>
              <th>who receives it</th>
              <th className="num">version</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {tree(null, 0).map(({ purpose, depth }) => (
              <tr key={purpose.id}>
                <td style={{ paddingLeft: 10 + depth * 20, width: 220 }} title={purpose.plain}>
                  {depth > 0 && <span className="muted">└ </span>}
                  <b>{purpose.title}</b>
                </td>
                <td className="nowrap">{spellOut(purpose.kind)}</td>
                <td className="muted">{rulesOf(purpose)}</td>
                <td className="muted">{purpose.recipients.join(', ') || '–'}</td>
                <td className="num" title={`in force since ${sayInstant(purpose.validFrom, zone)}`}>
                  {purpose.version}
                </td>
                <td style={{ textAlign: 'right' }}>
                  {mayDraft && (
                    <Button onClick={() => setDraft({ ...draftOf(purpose), validFrom: null })}>Change</Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      </section>
      {versions.some(({ validFrom }) => validFrom > now) && (
        <p className="note slate" style={{ marginTop: 12 }}>
          Published for later:{' '}
          {versions
            .filter(({ validFrom }) => validFrom > now)
            .map((one) => `${one.title} v${one.version} from ${sayDay(dayIn(one.validFrom, zone))}`)
            .join(', ')}
          .
        </p>
      )}
    </>
  );
}

function rulesOf(purpose: PurposeShown): string {
  const rules = [
    purpose.confirmWithinHours
      ? `confirmed within ${purpose.confirmWithinHours} h${purpose.confirmBy === 'bookend' ? ', Bookend asks' : ''}`
      : '',
    purpose.shelfLifeDays ? `a yes is kept ${days(purpose.shelfLifeDays)}` : '',
    purpose.askAgainAfterDays ? `after a no ask again in ${days(purpose.askAgainAfterDays)}` : '',
    purpose.askAgainOnMaterial ? 'a yes ends when words change materially' : '',
    ...purpose.kinds.map(({ country, kind }) => `in ${sayPlace(country)}: ${spellOut(kind)}`),
  ].filter(Boolean);
  return rules.join(' · ') || '–';
}
