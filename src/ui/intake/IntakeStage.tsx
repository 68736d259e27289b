'use client';

import Link from '../shared/Link';
import type { RequestView } from '../../core/requests/views';

/** Who asks, for whom, in which words. */
export function IntakeStage({ request }: { request: RequestView }) {
  const { person } = request;
  const rows: [string, string][] = person
    ? (
        [
          ['Name', [person.givenName, person.familyName].filter(Boolean).join(' ')],
          ['E-mail', (person.emails ?? []).join(', ')],
          ['Phone', (person.phones ?? []).join(', ')],
          ['Customer number', (person.customerNumbers ?? []).map(({ value }) => value).join(', ')],
          ['Born', person.birthDate ?? ''],
          ['Lives in', [person.region, person.country].filter(Boolean).join(', ')],
          [
            'Asked by',
            request.onBehalf
              ? `${request.onBehalf.name} (${request.onBehalf.kind})${request.onBehalf.email ? `, ${request.onBehalf.email}` : ''}`
              : '',
          ],
        ] as [string, string][]
      ).filter(([, value]) => value)
    : [];
  return (
    <div className="body">
      {request.isMasked && <p className="muted">Masked for your role.</p>}
      {!person && !request.isMasked && (
        <p className="muted">The request’s personal data is gone; its key was destroyed.</p>
      )}
      <dl className="facts">
        {rows.map(([name, value]) => (
          <div key={name} style={{ display: 'contents' }}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      {request.text && (
        <p className="words" style={{ marginTop: 10 }}>
          “{request.text}”
        </p>
      )}
      {request.personId && person && (
        <p style={{ marginTop: 8 }}>
          <Link href={`/people/${request.personId}`}>Everything about this person</Link>
        </p>
      )}
    </div>
  );
}
