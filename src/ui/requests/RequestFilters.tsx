'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import { REGIME_IDS } from '../../core/clock/regimes';
import { RIGHTS } from '../../core/requests/rights';
import { STAGES } from '../../core/requests/stages';

/** What the list shows; it lives in the address. */
export const useRequestFilter = () =>
  useQueryStates(
    {
      state: parseAsString.withDefault('open'),
      right: parseAsString,
      stage: parseAsString,
      regime: parseAsString,
      owner: parseAsString,
      waits: parseAsString,
      after: parseAsString,
    },
    { shallow: false },
  );

export function RequestFilters({ colleagues }: { colleagues: readonly { id: string; name: string }[] }) {
  const [filter, setFilter] = useRequestFilter();
  return (
    <div className="filters tight">
      <label>
        State{' '}
        <select value={filter.state} onChange={(event) => void setFilter({ state: event.target.value, after: null })}>
          {['open', 'closed', 'all'].map((value) => (
            <option key={value}>{value}</option>
          ))}
        </select>
      </label>
      <label>
        Right{' '}
        <select
          value={filter.right ?? ''}
          onChange={(event) => void setFilter({ right: event.target.value || null, after: null })}
        >
          <option value="">every right</option>
          {RIGHTS.map((value) => (
            <option key={value}>{value}</option>
          ))}
        </select>
      </label>
      <label>
        Stage{' '}
        <select
          value={filter.stage ?? ''}
          onChange={(event) => void setFilter({ stage: event.target.value || null, after: null })}
        >
          <option value="">every stage</option>
          {STAGES.map((value) => (
            <option key={value}>{value}</option>
          ))}
        </select>
      </label>
      <label>
        Law{' '}
        <select
          value={filter.regime ?? ''}
          onChange={(event) => void setFilter({ regime: event.target.value || null, after: null })}
        >
          <option value="">every law</option>
          {REGIME_IDS.map((value) => (
            <option key={value}>{value}</option>
          ))}
        </select>
      </label>
      <label>
        By{' '}
        <select
          value={filter.owner ?? ''}
          onChange={(event) => void setFilter({ owner: event.target.value || null, after: null })}
        >
          <option value="">anybody</option>
          {colleagues.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label>
        Waits on{' '}
        <select
          value={filter.waits ?? ''}
          onChange={(event) => void setFilter({ waits: event.target.value || null, after: null })}
        >
          <option value="">anybody</option>
          <option value="us">us</option>
          <option value="person">the person</option>
          <option value="helper">an owner</option>
          <option value="machine">Bookend</option>
        </select>
      </label>
    </div>
  );
}
