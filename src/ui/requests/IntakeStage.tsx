'use client';

import Link from 'next/link';
import { sayDay } from '../../core/shared/days';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../parts/ActButton';
import { BandMark } from '../parts/BandMark';
import type { RequestActions } from './actions';

/** Who asks, for whom, in which words; and whether they asked before. */
export function IntakeStage({ request, actions }: { request: RequestView; actions: RequestActions }) {
  const { person } = request;
  const rows: [string, string][] = person
    ? ([
        ['Name', [person.givenName, person.familyName].filter(Boolean).join(' ')], ['E-mail', (person.emails ?? []).join(', ')], ['Phone', (person.phones ?? []).join(', ')], ['Customer number', (person.customerNumbers ?? []).map(({ value }) => value).join(', ')],
        ['Born', person.birthDate ?? ''], ['Lives in', [person.region, person.country].filter(Boolean).join(', ')], ['Asked by', request.onBehalf ? `${request.onBehalf.name} (${request.onBehalf.kind})${request.onBehalf.email ? `, ${request.onBehalf.email}` : ''}` : ''],
      ] as [string, string][]).filter(([, value]) => value)
    : [];
  return (
    <div className="body">
      {request.isMasked && <p className="muted">Masked for your role.</p>}
      {!person && !request.isMasked && <p className="muted">The request’s personal data is gone; its key was destroyed.</p>}
      <dl className="facts">{rows.map(([name, value]) => <div key={name} style={{ display: 'contents' }}><dt>{name}</dt><dd>{value}</dd></div>)}</dl>
      {request.text && <p className="words" style={{ marginTop: 10 }}>“{request.text}”</p>}
      {request.personId && person && <p style={{ marginTop: 8 }}><Link href={`/people/${request.personId}`}>Everything about this person</Link></p>}
      {request.mayWork && request.joinable.map((other) => (
        <div key={other.ref} className="note slate row" style={{ marginTop: 8 }}>
          <span><BandMark band={other.band} /> the same person ({other.because}) asked for the same on {sayDay(other.receivedOn)}: <Link href={`/requests/${other.ref}`}>{other.ref}</Link>. One answer can answer both; the older clock counts.</span>
          <ActButton act={() => actions.join(request.ref, other.ref)} done={`Joined to ${other.ref}`}>Join them</ActButton>
        </div>
      ))}
    </div>
  );
}
