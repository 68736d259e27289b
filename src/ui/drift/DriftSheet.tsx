'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import type { DriftView } from '../../core/drift/views';
import { RefreshWhile } from '../shared/RefreshWhile';
import { ActButton } from '../shared/ActButton';
import { Choose } from '../fields/Choose';
import type { DriftActs } from './DriftTables';
import { Board, Compared, Differences, WAY } from './DriftTables';
import { FollowChart } from './FollowChart';

/** Where systems and ledger differ, and putting it right; how long systems take to follow a no. */
export function DriftSheet({ view, zone, actions }: { view: DriftView; zone: string; actions: DriftActs }) {
  const [filter, setFilter] = useQueryStates(
    { system: parseAsString, direction: parseAsString, after: parseAsString },
    { shallow: false },
  );
  const isMoving =
    view.systems.some(({ run }) => run?.state === 'running') ||
    view.items.some(({ state }) => state === 'intended' || state === 'accepted');
  const openCount = view.board.reduce((sum, { open }) => sum + open, 0);
  return (
    <>
      <RefreshWhile isMoving={isMoving} />
      <div className="page-head">
        <div>
          <h1>Drift</h1>
          <p className="sub">
            {openCount === 0
              ? 'Ledger and systems agree, as of the newest comparisons.'
              : `${openCount} ${openCount === 1 ? 'difference' : 'differences'} between the ledger and what systems believe.`}
          </p>
        </div>
        {view.mayCorrect && (
          <ActButton primary act={() => actions.startComparison({})} done="The comparison runs">
            Compare every system now
          </ActButton>
        )}
      </div>
      <Compared view={view} zone={zone} actions={actions} />
      <Board view={view} actions={actions} />
      <div className="filters">
        <Choose
          label="system"
          value={filter.system}
          options={view.systems.map(({ id, name }) => [id, name] as const)}
          every="every system"
          choose={(system) => void setFilter({ system, after: null })}
        />
        <Choose
          label="differs"
          value={filter.direction}
          options={Object.entries(WAY)}
          every="either way"
          choose={(direction) => void setFilter({ direction, after: null })}
        />
      </div>
      <Differences view={view} zone={zone} actions={actions} more={() => void setFilter({ after: view.next })} />
      <FollowChart view={view} />
    </>
  );
}
