'use client';

import { useState } from 'react';
import type { RetentionView } from '../../core/keeping/views';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';
import { OpenRules } from './OpenRules';
import { RetentionDrafts } from './RetentionDrafts';
import { RetentionForm } from './RetentionForm';

type Acts = Pick<
  SetupActs,
  'addRetentionRule' | 'removeRetentionRule' | 'strikeRetentionDraft' | 'addOpenRule' | 'removeOpenRule'
>;

/** What has to stay, for how long and why: an erasure leaves it, and says until when. */
export function RetentionSheet({ view, actions }: { view: RetentionView; actions: Acts }) {
  const [draftId, setDraftId] = useState<string | null>(null);
  const draft = view.drafts.find(({ id }) => id === draftId) ?? null;
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Retention</h1>
          <p className="sub">
            What has to stay outlives an erasure until its day; the person is told what and until when.
          </p>
        </div>
      </div>
      <section className="sheet wrap" aria-label="Retention rules">
        {view.rules.length === 0 ? (
          <p className="empty">
            No rule keeps anything: an erasure removes invoices too.
            {view.mayChange ? ' Say below what has to stay.' : ' A retention keeper says what has to stay.'}
          </p>
        ) : (
          <ListTable aria-label="Retention rules">
            <thead>
              <tr>
                {['where', 'counted from', 'for', 'where it is', 'law', ''].map((name) => (
                  <th key={name}>{name}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {view.rules.map((rule) => (
                <tr key={rule.id}>
                  <td>{rule.place}</td>
                  <td>{rule.from}</td>
                  <td>{rule.period}</td>
                  <td>{rule.states ?? 'always'}</td>
                  <td>{rule.law}</td>
                  <td>
                    {view.mayChange && (
                      <ActButton
                        act={() => actions.removeRetentionRule({ id: rule.id })}
                        done="Removed; it keeps nothing any more"
                        ask={{
                          title: `Keep ${rule.place} no longer?`,
                          text: `From now on an erasure removes what this rule kept for ${rule.period} (${rule.law}).`,
                          yes: 'Remove the rule',
                        }}
                      >
                        Remove
                      </ActButton>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        )}
      </section>
      <RetentionDrafts view={view} strike={actions.strikeRetentionDraft} onComplete={setDraftId} />
      {view.mayChange && (
        <RetentionForm
          key={draft?.id ?? 'new'}
          view={view}
          draft={draft}
          onDone={() => setDraftId(null)}
          addRetentionRule={actions.addRetentionRule}
        />
      )}
      <OpenRules view={view} actions={actions} />
    </>
  );
}
