'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import { REGIME_IDS } from '../../core/clock/regimes';
import { RIGHTS } from '../../core/requests/rights';
import { STAGES } from '../../core/requests/stages';
import { Choose } from '../fields/Choose';
import { sayLaw } from '../../core/clock/lawNames';

const WAITS_ON = [
  ['us', 'us'],
  ['person', 'the person'],
  ['helper', 'an owner'],
  ['machine', 'Bookend'],
] as const;

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
      sort: parseAsString,
      after: parseAsString,
    },
    { shallow: false },
  );

export function RequestFilters({ colleagues }: { colleagues: readonly { id: string; name: string }[] }) {
  const [filter, setFilter] = useRequestFilter();
  const set = (name: keyof typeof filter) => (value: string | null) => void setFilter({ [name]: value, after: null });
  return (
    <div className="filters tight">
      <Choose label="State" value={filter.state} options={['open', 'closed', 'all']} choose={set('state')} />
      <Choose label="Right" value={filter.right} options={RIGHTS} every="every right" choose={set('right')} />
      <Choose label="Stage" value={filter.stage} options={STAGES} every="every stage" choose={set('stage')} />
      <Choose
        label="Law"
        value={filter.regime}
        options={REGIME_IDS.map((id) => [id, sayLaw(id)] as const)}
        every="every law"
        choose={set('regime')}
      />
      <Choose
        label="By"
        value={filter.owner}
        options={colleagues.map(({ id, name }) => [id, name] as const)}
        every="anybody"
        choose={set('owner')}
      />
      <Choose label="Waits on" value={filter.waits} options={WAITS_ON} every="anybody" choose={set('waits')} />
    </div>
  );
}
