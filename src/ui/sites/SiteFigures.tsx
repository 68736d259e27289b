'use client';

import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import { useState } from 'react';
import { sayShortDay } from '../../core/shared/days';
import { effectsOf, figuresBy, GROUPS, type Effect, type Figure, type Group } from '../../core/sites/figures';
import type { SiteCount } from '../../core/sites/views';
import { OneOf } from '../fields/OneOf';
import { ListTable } from '../shared/ListTable';

const BY: Readonly<Record<Group, string>> = {
  version: 'by version',
  week: 'by week',
  language: 'by language',
  place: 'by place',
  device: 'by device',
};

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** How people answered: counts of a year, by one side at a time, with how sure the share of yes is. */
export function SiteFigures({ counts }: { counts: readonly SiteCount[] }) {
  const [by, setBy] = useState<Group>('version');
  const effects = effectsOf(counts);
  return (
    <section className="sheet wrap" aria-label="How it is answered" style={{ marginTop: 14 }} tabIndex={0}>
      <header>
        <h2>How it is answered</h2>
      </header>
      {counts.length === 0 ? (
        <p className="empty">Nobody was asked yet.</p>
      ) : (
        <>
          <div className="pad">
            <OneOf<Group>
              legend="Figures"
              isQuiet
              row
              value={by}
              choose={setBy}
              options={GROUPS.map((group) => [group, BY[group]] as const)}
            />
            {by === 'version' && effects.map((effect) => <p key={effect.after}>{sayEffect(effect)}</p>)}
          </div>
          <ListTable aria-label={`Figures ${BY[by]}`}>
            <TableHead>
              <tr>
                {[by, 'shown', 'yes', 'no', 'in part', 'ignored', 'yes of those who answered', 'taken back'].map(
                  (name) => (
                    <th key={name}>{name}</th>
                  ),
                )}
              </tr>
            </TableHead>
            <TableBody>
              {figuresBy(counts, by).map((one) => (
                <tr key={one.name}>
                  <td>{by === 'week' ? `from ${sayShortDay(one.name)}` : one.name}</td>
                  <td className="num">{one.shown}</td>
                  <td className="num">{one.yes}</td>
                  <td className="num">{one.no}</td>
                  <td className="num">{one.part}</td>
                  <td className="num">{one.ignored}</td>
                  <td className="num">{sayShare(one)}</td>
                  <td className="num">{one.withdrawn}</td>
                </tr>
              ))}
            </TableBody>
          </ListTable>
        </>
      )}
    </section>
  );
}

function sayShare({ share: { value, low, high } }: Figure): string {
  return value === null ? '–' : `${percent(value)} (${percent(low)}–${percent(high)})`;
}

function sayEffect({ before, after, difference, low, high, says }: Effect): string {
  const of = `Version ${after} beside version ${before}:`;
  const points = (share: number) => `${share > 0 ? '+' : ''}${Math.round(share * 100)}`;
  if (says === 'too-few') return `${of} too few answers to say anything.`;
  const between = `between ${points(low)} and ${points(high)} points, at 95 %`;
  if (says === 'no-difference-seen') return `${of} no difference to be seen (${between}).`;
  return `${of} ${says === 'more' ? 'more' : 'fewer'} said yes, by ${points(difference)} points (${between}).`;
}
