'use client';

import { useState } from 'react';
import { DOCUMENTS, SAY_DOCUMENT, SAY_SEEN, SEEN, type Document, type Seen } from '../../core/identity/documents';
import type { RequestView } from '../../core/requests/views';
import { Choose } from '../fields/Choose';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';

/** Which document a colleague looked at, and how. Who it was is known; no copy is kept. */
export function DocumentForm({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const [document, setDocument] = useState<Document | null>(null);
  const [seen, setSeen] = useState<Seen | null>(null);
  return (
    <div className="filters" role="group" aria-label="A document that was looked at" style={{ margin: 0 }}>
      <Choose
        label="Document"
        value={document}
        every="choose"
        options={DOCUMENTS.map((one) => [one, SAY_DOCUMENT[one]] as const)}
        choose={(one) => setDocument(one as Document | null)}
      />
      <Choose
        label="How it was seen"
        value={seen}
        every="choose"
        options={SEEN.map((one) => [one, SAY_SEEN[one]] as const)}
        choose={(one) => setSeen(one as Seen | null)}
      />
      <ActButton
        primary
        disabled={document === null || seen === null}
        act={() => actions.proveAtCounter({ ref: request.ref, document: document!, seen: seen! })}
        done="Identity proven"
      >
        It proves who they are
      </ActButton>
      <span className="muted">Kept are the kind, how it was seen, and your name. No copy.</span>
    </div>
  );
}
