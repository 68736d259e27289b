'use client';

import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { sayDay } from '../../core/shared/days';
import type { RequestView } from '../../core/requests/views';
import type { RequestActs } from '../shared/acts';
import { DayField } from '../fields/DayField';

const KINDS = [
  ['identity-proven', 'identity is proven'],
  ['clarification-given', 'they clarify'],
  ['fee-paid', 'the fee is paid'],
  ['extended', 'it is extended'],
  ['nothing', 'nothing happens'],
] as const;
const NEEDS: Record<string, string> = {
  'identity-proven': 'identity-asked',
  'clarification-given': 'clarification-asked',
  'fee-paid': 'fee-asked',
};

const sayLeft = (due: { state: string; workingDaysLeft: number }) =>
  due.state === 'overdue' ? 'and that day has passed' : `with ${due.workingDaysLeft} working days left on that day`;

/** “If they answer on Thursday”: what the clock would say then. Nothing is written. */
export function WhatIf({ request, today, actions }: { request: RequestView; today: string; actions: RequestActs }) {
  const times = (kind: string) => request.events.filter((event) => event.kind === kind).length;
  const open = KINDS.filter(([kind]) =>
    kind === 'extended'
      ? request.clock.extendBy !== null && times('extended') === 0
      : !NEEDS[kind] || times(NEEDS[kind]) > times(kind),
  );
  const [kind, setKind] = useState<(typeof KINDS)[number][0]>(open[0]![0]);
  const [on, setOn] = useState<string | null>(today);
  const [said, setSaid] = useState<string | null>(null);
  const ask = async () => {
    if (on === null) return;
    const result = await actions.whatIf({ ref: request.ref, kind, on });
    setSaid(
      result.ok ? `Then the answer is due ${sayDay(result.value.dueOn)}, ${sayLeft(result.value)}.` : result.message,
    );
  };
  return (
    <div className="row" role="group" aria-label="What if">
      <TextField
        id="what-if"
        select
        size="small"
        label="What if"
        value={kind}
        onChange={(event) => setKind(event.target.value as typeof kind)}
        sx={{ width: 190 }}
      >
        {open.map(([value, text]) => (
          <MenuItem key={value} value={value}>
            {text}
          </MenuItem>
        ))}
      </TextField>
      <DayField label="on" value={on} min={today} choose={setOn} />
      <Button variant="outlined" disabled={on === null} onClick={() => void ask()}>
        Work it out
      </Button>
      {said && <span role="status">{said}</span>}
    </div>
  );
}
