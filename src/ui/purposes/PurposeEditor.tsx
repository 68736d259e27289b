'use client';

import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { PurposeDraft } from '../../core/ledger/schema';
import type { PurposeShown, WhatIf } from '../../core/purposes/views';
import { useSay } from '../shared/Say';
import { StandingMark } from '../shared/StandingMark';
import type { LedgerActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { PurposeFields } from './PurposeFields';
import { FailureNote } from '../shared/FailureNote';

/** One purpose in its fields; what would change for whom is looked at before anybody can publish it. */
export function PurposeEditor({
  draft: first,
  parents,
  mayPublish,
  previewPurpose,
  publishPurpose,
  close,
}: {
  draft: PurposeDraft;
  parents: readonly PurposeShown[];
  mayPublish: boolean;
  previewPurpose: LedgerActs['previewPurpose'];
  publishPurpose: LedgerActs['publishPurpose'];
  close: () => void;
}) {
  const [draft, setDraft] = useState(first);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const [found, setFound] = useState<WhatIf | null>(null);
  const router = useRouter();
  const say = useSay();
  const set = (change: Partial<PurposeDraft>) => {
    setDraft({ ...draft, ...change });
    setFound(null);
  };
  const take = <T,>(result: ActionResult<T>): T | null => {
    setErrors(result.ok ? {} : (result.fields ?? {}));
    setFailure(result.ok ? null : result.message);
    return result.ok ? result.value : null;
  };
  const lost = (): ActionResult<never> => ({
    ok: false,
    message: 'The server did not answer. What you typed is still here.',
  });
  const onPublish = async () => {
    const done = take(await publishPurpose(draft).catch(lost));
    if (!done) return;
    say(`Published as version ${done.version}`, true);
    router.refresh();
    close();
  };
  return (
    <section
      className="sheet pad stack"
      style={{ marginBottom: 14 }}
      aria-label={first.id ? `Change ${first.title}` : 'A new purpose'}
    >
      <h2>{first.id ? `Change “${first.title}”` : 'A new purpose'}</h2>
      <FailureNote text={failure} />
      <PurposeFields draft={draft} parents={parents} isNew={!first.id} errors={errors} set={set} />
      {found && <Found found={found} />}
      <div className="row">
        <Button
          variant={found ? 'outlined' : 'contained'}
          onClick={() =>
            void previewPurpose(draft)
              .catch(lost)
              .then((result) => setFound(take(result)))
          }
        >
          What would change?
        </Button>
        <Button
          variant={found ? 'contained' : 'outlined'}
          disabled={!found || !mayPublish}
          onClick={() => void onPublish()}
        >
          Publish
        </Button>
        {!mayPublish && <span className="muted">A supervisor publishes.</span>}
        {mayPublish && !found && <span className="muted">Look at what would change first.</span>}
        <Button onClick={close}>Leave it</Button>
      </div>
    </section>
  );
}

function Found({ found }: { found: WhatIf }) {
  return (
    <div className={`note ${found.altered === 0 ? 'good' : ''}`} role="status">
      <p>
        <b>
          {found.altered === 0
            ? 'Nobody’s standing would change.'
            : `${found.altered} of ${found.people} people would stand differently: ${found.gained} more permitted, ${found.lost} fewer.`}
        </b>
      </p>
      {found.changes.slice(0, 6).map(({ from, to, count }) => (
        <p key={`${from}${to}`}>
          <span className="num">{count}</span> <StandingMark standing={from} /> → <StandingMark standing={to} />
        </p>
      ))}
    </div>
  );
}
