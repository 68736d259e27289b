'use client';

import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import { KIND_SAID, PHASE_SAID, sayLife } from '../../core/sites/trackerSaid';
import { KEPT_KINDS } from '../../core/sites/trackers';
import type { FindingCode } from '../../core/sites/findings';
import type { ScanTracker } from '../../core/sites/views';
import { TRACKER_LIST_WORDS } from '../../core/words/sections';
import { ListTable } from '../shared/ListTable';

const FINDING_SAID: Readonly<Record<FindingCode, string>> = {
  'before-answer': 'too early: nobody had answered',
  'after-no': 'in spite of a no',
  'not-described': 'nobody has described it',
  'lives-longer': 'stays longer than said',
  'sale-not-tied': 'sells, and no opt-out stops it',
  'reads-forms': 'reads what visitors do: no choice stops it',
};
const KEPT = new Set<string>(KEPT_KINDS);

/** Everything that was seen, with in which looks it was there. */
export function TrackerTable({
  trackers,
  onDescribe,
  empty,
}: {
  trackers: readonly ScanTracker[];
  onDescribe?: (tracker: ScanTracker) => void;
  empty: string;
}) {
  if (trackers.length === 0)
    return (
      <section className="sheet" aria-label="Seen on the pages">
        <p className="empty">{empty}</p>
      </section>
    );
  return (
    <section className="sheet wrap" aria-label="Seen on the pages" tabIndex={0}>
      <ListTable aria-label="Seen on the pages">
        <TableHead>
          <tr>
            {['what', 'host', 'whose, for what', 'there', 'not in order', ''].map((name, i) => (
              <th key={name || i}>{name}</th>
            ))}
          </tr>
        </TableHead>
        <TableBody>
          {trackers.map((one) => (
            <tr key={one.key}>
              <td>
                {KIND_SAID[one.kind]}
                {one.name && <div className="mono">{one.name}</div>}
                {KEPT.has(one.kind) && <div className="muted">{sayLife(one.livesDays)}</div>}
              </td>
              <td>
                <span className="mono">{one.host}</span>
                {one.by && <div className="muted">by {one.by}</div>}
                {one.isNew && <div className="muted">new since the scan before</div>}
              </td>
              <td>
                {one.words ? (
                  <>
                    {one.words.owner || 'the site itself'}
                    <div className="muted">
                      {TRACKER_LIST_WORDS.en.uses[one.words.use]}
                      {one.words.isSale ? ', sells or shares' : ''}
                    </div>
                  </>
                ) : (
                  <span className="muted">not known</span>
                )}
              </td>
              <td style={{ whiteSpace: 'nowrap' }}>
                {one.phases.map((phase) => (
                  <div key={phase}>{PHASE_SAID[phase]}</div>
                ))}
              </td>
              <td style={{ minWidth: 210 }}>
                {one.findings.map(({ code, about }) => (
                  <div key={code} title={about}>
                    {FINDING_SAID[code]}
                  </div>
                ))}
              </td>
              <td>
                {onDescribe && (
                  <Button
                    onClick={() => onDescribe(one)}
                    aria-label={`Describe ${KIND_SAID[one.kind]} ${one.name} ${one.host}`}
                  >
                    Describe
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </TableBody>
      </ListTable>
    </section>
  );
}
