'use client';

import { sayReasons } from '../../core/words/reasons';
import type { Standpoint } from '../../core/clock/lawsFor';
import type { Laws } from '../../core/clock/regimes';
import { useState } from 'react';
import { sayDay } from '../../core/shared/days';
import { isRight } from '../../core/requests/rights';
import type { ProposalView } from '../../core/intake/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';
import { NewRequestForm } from './NewRequestForm';

interface Props {
  proposals: ProposalView[];
  today: string;
  laws: Laws;
  standpoint: Standpoint;
  confirmProposal: RequestActs['confirmProposal'];
  setAsideProposal: RequestActs['setAsideProposal'];
}

/** What came to the privacy mailbox: the message beside the request it is proposed as. A colleague confirms or sets aside. */
export function InboxSheet({ proposals, today, laws, standpoint, confirmProposal, setAsideProposal }: Props) {
  const [shown, setShown] = useState<string | null>(proposals[0]?.id ?? null);
  const one = proposals.find(({ id }) => id === shown) ?? proposals[0];
  if (!one)
    return (
      <section className="sheet">
        <p className="empty">Nothing waits. What people write to the privacy mailbox is proposed here as requests.</p>
      </section>
    );
  return (
    <div className="inbox">
      <section className="sheet" aria-label="Messages">
        <ul className="inbox-list">
          {proposals.map((proposal) => (
            <li key={proposal.id}>
              <button
                className={proposal.id === one.id ? 'on' : ''}
                aria-pressed={proposal.id === one.id}
                onClick={() => setShown(proposal.id)}
              >
                <b>{proposal.from?.name || proposal.from?.address || 'nobody named'}</b>
                <span>{proposal.subject || '(no subject)'}</span>
                <span className="muted">
                  {sayDay(proposal.receivedOn)} · {proposal.right ?? '▲ no right recognised'}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      <section className="sheet" style={{ padding: '12px 16px' }} aria-label="Proposed request" key={one.id}>
        <p className="muted">
          From {one.from ? `${one.from.name} <${one.from.address}>` : 'nobody named'}, received {sayDay(one.receivedOn)}
        </p>
        <h2 style={{ margin: '4px 0' }}>{one.subject || '(no subject)'}</h2>
        <p className="words" style={{ whiteSpace: 'pre-wrap', maxHeight: 180, overflow: 'auto' }} tabIndex={0}>
          {one.text}
        </p>
        <p className={one.right ? 'note slate' : 'note'} style={{ margin: '10px 0' }}>
          {one.right ? `Proposed as ${one.right}: ` : ''}
          {sayReasons(one.reasons)}
        </p>
        <NewRequestForm
          today={today}
          laws={laws}
          standpoint={standpoint}
          open={(form) => confirmProposal({ id: one.id, form })}
          filled={{
            channel: 'mail',
            receivedOn: one.receivedOn,
            language: one.language as 'en',
            ...(one.right && isRight(one.right) ? { right: one.right } : {}),
            givenName: one.from?.givenName ?? '',
            familyName: one.from?.familyName ?? '',
            email: one.from?.address ?? '',
            text: one.text.slice(0, 20_000),
          }}
        />
        <div className="row" style={{ marginTop: 10 }}>
          <ActButton act={() => setAsideProposal({ id: one.id })} done="Set aside; its text is gone">
            It is no request: set it aside
          </ActButton>
          <span className="muted">Its text is destroyed here; the mailbox keeps the message.</span>
        </div>
      </section>
    </div>
  );
}
