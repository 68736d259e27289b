'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { WordingDraft } from '../../core/asks/schema';
import type { AsksView, WordingShown } from '../../core/asks/views';
import { sayInstant } from '../../core/shared/days';
import { spellOut } from '../../core/words/spellOut';
import type { LedgerActs } from '../shared/acts';
import { Fold } from '../shared/Fold';
import { ListTable } from '../shared/ListTable';
import { AskUses, AskVersions } from './AskUses';
import { WordingEditor } from './WordingEditor';

interface Props extends AsksView {
  now: string;
  zone: string;
  actions: Pick<LedgerActs, 'checkWording' | 'publishWording' | 'countAsk'>;
}

const EMPTY = { en: '', da: '', de: '', nl: '' };

const NEW_DRAFT: WordingDraft = {
  id: '',
  place: '',
  method: 'tick-box',
  purposes: [],
  hasBoxes: true,
  words: EMPTY,
  isMaterial: false,
  validFrom: null,
  reason: '',
};

const draftOf = (last: WordingShown): WordingDraft => ({
  ...NEW_DRAFT,
  id: last.id,
  place: last.place ?? '',
  method: last.method ?? '',
  purposes: last.purposes,
  words: { ...EMPTY, ...last.words },
});

/** How people are asked: each ask with its versions, frozen as they were shown. */
export function AsksSheet({ wordings, purposes, mayDraft, mayPublish, now, zone, actions }: Props) {
  const [draft, setDraft] = useState<WordingDraft | null>(null);
  const asks = [...new Set(wordings.map(({ id }) => id))].map((id) => wordings.filter((one) => one.id === id));
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Asks</h1>
          <p className="sub">
            The words people are asked with. A change makes a version; what somebody saw years ago is found by it.
          </p>
        </div>
        {mayDraft && (
          <div className="row">
            <Button variant="contained" onClick={() => setDraft(NEW_DRAFT)}>
              A new ask
            </Button>
          </div>
        )}
      </div>
      {draft && (
        <WordingEditor
          key={draft.id}
          draft={draft}
          before={wordings.filter(({ id }) => id === draft.id).at(-1) ?? null}
          purposes={purposes}
          mayPublish={mayPublish}
          actions={actions}
          close={() => setDraft(null)}
        />
      )}
      <section className="sheet wrap" tabIndex={0} style={{ marginBottom: 14 }} aria-label="Asks">
        <header>
          <h2>Asks</h2>
          <span className="muted">{asks.length === 0 ? 'none yet' : ''}</span>
        </header>
        {asks.length > 0 && (
          <Table
            lists={asks}
            now={now}
            zone={zone}
            countAsk={actions.countAsk}
            titleOf={(id) => purposes.find((one) => one.id === id)?.title ?? id}
            change={mayDraft ? (last) => setDraft(draftOf(last)) : null}
          />
        )}
      </section>
    </>
  );
}

function Table({
  lists,
  now,
  zone,
  titleOf,
  change,
  countAsk,
}: {
  lists: readonly WordingShown[][];
  now: string;
  zone: string;
  titleOf: (purpose: string) => string;
  change: ((last: WordingShown) => void) | null;
} & Pick<LedgerActs, 'countAsk'>) {
  return (
    <ListTable>
      <thead>
        <tr>
          {['what', 'for', 'words', 'version', ''].map((column) => (
            <th key={column}>{column}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lists.map((versions) => {
          const last = versions.at(-1)!;
          const current = versions.findLast(({ validFrom }) => validFrom <= now) ?? last;
          return (
            <tr key={last.id}>
              <td style={{ maxWidth: 170 }}>
                <b className="mono">{last.id}</b>
                <br />
                <span className="muted">
                  {[current.place, spellOut(current.method ?? '')].filter(isNew).join(', ')}
                </span>
              </td>
              <td className="muted">{current.purposes.map(titleOf).join(', ') || '–'}</td>
              <td>
                {current.words['en'] ?? Object.values(current.words)[0]}
                <Fold summary={<span className="muted">{sayVersions(versions)}</span>}>
                  <AskVersions versions={versions} zone={zone} countAsk={countAsk} />
                </Fold>
                <AskUses ask={current} purposes={current.purposes.map((id) => ({ id, title: titleOf(id) }))} />
              </td>
              <td className="num" title={`in force since ${sayInstant(current.validFrom, zone)}`}>
                {current.version}
              </td>
              <td style={{ textAlign: 'right' }}>{change && <Button onClick={() => change(last)}>Change</Button>}</td>
            </tr>
          );
        })}
      </tbody>
    </ListTable>
  );
}

/** Not empty, and not said already. */
const isNew = (words: string | null, n: number, all: readonly (string | null)[]): boolean =>
  Boolean(words) && all.indexOf(words) === n;

function sayVersions(versions: readonly WordingShown[]): string {
  const languages = Object.keys(versions.at(-1)!.words).join(' ');
  return `${versions.length} ${versions.length === 1 ? 'version' : 'versions'} · ${languages}`;
}
