'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { REGIME_IDS, type RegimeId } from '../../core/clock/regimes';
import { LANGUAGES, type Language } from '../../core/letters/mailings';
import { RIGHTS, type Right } from '../../core/requests/rights';
import type { AssignmentView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import type { WorkloadActs } from '../shared/acts';
import { useSay } from '../shared/Say';
import { ListTable } from '../shared/ListTable';
import { Choose, type Option } from '../fields/Choose';
import { sayLaw } from '../../core/clock/lawNames';

interface Props extends Pick<WorkloadActs, 'addAssignmentRule' | 'removeAssignmentRule' | 'makeCalendarFeed'> {
  view: AssignmentView;
  mayChange: boolean;
}

const ruleOf = ({ right, regime, language, userId }: AssignmentView['rules'][number]) => ({
  right,
  regime: regime as RegimeId | null,
  language: language as Language | null,
  userId,
});

/** How much everybody has open, who answers for what comes in, and one's own calendar. */
export function WorkloadSheet({ view, mayChange, ...acts }: Props) {
  const [rule, setRule] = useState({ right: '', regime: '', language: '', userId: view.workload[0]?.userId ?? '' });
  const [feed, setFeed] = useState<string | null>(null);
  const say = useSay();
  const pick = (name: keyof typeof rule, label: string, options: readonly Option[], every?: string) => (
    <Choose
      label={label}
      value={rule[name]}
      options={options}
      {...(every === undefined ? {} : { every })}
      choose={(value) => setRule({ ...rule, [name]: value ?? '' })}
    />
  );
  const most = Math.max(1, ...view.workload.map(({ open }) => open));
  const ask = async () => {
    const result = await acts.makeCalendarFeed();
    if (result.ok) setFeed(result.value.address);
    else say(result.message, false);
  };
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Who answers for what</h1>
          <p className="sub">A new request goes to the first rule that fits, else to whoever has the fewest open.</p>
        </div>
      </div>
      <section className="sheet wrap" aria-labelledby="load">
        <header>
          <h2 id="load">Open requests by colleague</h2>
        </header>
        <ListTable>
          <thead>
            <tr>
              <th>colleague</th>
              <th className="num">open</th>
              <th className="num">late</th>
              <th style={{ width: '45%' }} />
            </tr>
          </thead>
          <tbody>
            {view.workload.map((one) => (
              <tr key={one.userId}>
                <td>
                  <b>{one.name}</b>
                </td>
                <td className="num">{one.open}</td>
                <td className={`num${one.overdue > 0 ? ' late' : ''}`}>{one.overdue > 0 ? `■ ${one.overdue}` : '0'}</td>
                <td>
                  <span className="load-bar" style={{ width: `${(one.open / most) * 100}%` }} />
                </td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      </section>
      <section className="sheet wrap" style={{ marginTop: 14 }} aria-labelledby="rules">
        <header>
          <h2 id="rules">Rules, the first that fits</h2>
        </header>
        {view.rules.length === 0 ? (
          <p className="empty">No rule: everything goes to whoever has the fewest open.</p>
        ) : (
          <ListTable>
            <thead>
              <tr>
                <th>right</th>
                <th>law</th>
                <th>language</th>
                <th>goes to</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {view.rules.map((one) => (
                <tr key={one.id}>
                  <td>{one.right ?? 'every right'}</td>
                  <td>{one.regime ? sayLaw(one.regime) : 'every law'}</td>
                  <td>{one.language ?? 'every language'}</td>
                  <td>
                    <b>{one.userName}</b>
                  </td>
                  <td style={{ textAlign: 'right' }}>
                    {mayChange && (
                      <ActButton
                        act={() => acts.removeAssignmentRule({ id: one.id })}
                        undo={() => acts.addAssignmentRule(ruleOf(one))}
                        done="Removed"
                      >
                        Remove
                      </ActButton>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        )}
        {mayChange && (
          <div className="filters" style={{ padding: '8px 14px' }}>
            {pick('right', 'Right', RIGHTS, 'every right')}
            {pick(
              'regime',
              'Law',
              REGIME_IDS.map((id) => [id, sayLaw(id)] as const),
              'every law',
            )}
            {pick('language', 'Language', LANGUAGES, 'every language')}
            {pick(
              'userId',
              'Goes to',
              view.workload.map(({ userId, name }) => [userId, name] as const),
            )}
            <ActButton
              act={() =>
                acts.addAssignmentRule({
                  right: (rule.right || null) as Right | null,
                  regime: (rule.regime || null) as RegimeId | null,
                  language: (rule.language || null) as Language | null,
                  userId: rule.userId,
                })
              }
              undo={({ id }) => acts.removeAssignmentRule({ id })}
              disabled={!rule.userId}
              done="Added"
            >
              Add the rule
            </ActButton>
          </div>
        )}
      </section>
      <section className="sheet" style={{ marginTop: 14, padding: '10px 14px' }} aria-labelledby="feed">
        <h2 id="feed">Your calendar</h2>
        <p className="muted">
          An address for your calendar program with every day that counts: references only, nothing of any person.
          Making a new one ends the old.
        </p>
        {feed ? (
          <p className="note good" role="status">
            It is shown only now: <span className="mono">{feed}</span>
          </p>
        ) : (
          <Button variant="outlined" onClick={() => void ask()}>
            Make my calendar’s address
          </Button>
        )}
      </section>
    </>
  );
}
