'use client';

import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { FACT_KINDS, type FactKind } from '../../core/identity/facts';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';

const ASK: Record<FactKind, string> = {
  'birth-date': 'Date of birth',
  phone: 'A phone number they gave us',
  postcode: 'Postcode',
  street: 'Street and number',
  'customer-number': 'Customer number',
};

/** What they say is compared with what is on file, which is never shown: only how much of it agrees. */
export function FactsForm({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const [said, setSaid] = useState<Partial<Record<FactKind, string>>>({});
  const [outcome, setOutcome] = useState<string | null>(null);
  const facts = FACT_KINDS.flatMap((kind) => (said[kind]?.trim() ? [{ kind, value: said[kind].trim() }] : []));
  const { factsNeeded, factTriesLeft } = request.identity;
  const check = async () => {
    const result = await actions.checkFacts({ ref: request.ref, facts });
    if (result.ok)
      setOutcome(
        result.value.isProven
          ? 'Enough agrees: identity is proven.'
          : `${result.value.agree} agree, ${result.value.differ} differ, ${result.value.unknown} not on file. ` +
              `${result.value.left} ${result.value.left === 1 ? 'try' : 'tries'} left.`,
      );
    return result;
  };
  return (
    <div className="fields" role="group" aria-label="Facts they say">
      <div className="pair">
        {FACT_KINDS.map((kind) => (
          <TextField
            key={kind}
            size="small"
            label={ASK[kind]}
            value={said[kind] ?? ''}
            onChange={(event) => setSaid({ ...said, [kind]: event.target.value })}
            slotProps={{ htmlInput: { maxLength: 200, autoComplete: 'off' } }}
          />
        ))}
      </div>
      <div className="row">
        <ActButton
          act={check}
          disabled={facts.length < factsNeeded}
        >{`Compare ${facts.length} with what is on file`}</ActButton>
        <span className="muted" role="status">
          {outcome ??
            `${factsNeeded} have to agree and none may differ. ${factTriesLeft} tries left. What is on file is not shown.`}
        </span>
      </div>
    </div>
  );
}
