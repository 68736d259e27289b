import { sayDay, type Day } from '../shared/days';
import type { RequestLine } from './views';
import type { Mailing } from '../letters/mailings';

/** The morning's mail to a colleague: references and dates only, because mail is read in many places. */
export function digestMail(facts: {
  name: string;
  today: Day;
  lines: readonly Pick<
    RequestLine,
    'ref' | 'right' | 'dueOn' | 'state' | 'workingDaysLeft' | 'missedTarget' | 'next'
  >[];
  mentions: readonly string[];
  mails: number;
  baseUrl: string;
  organisation: string;
}): Mailing {
  const late = facts.lines.filter(({ state }) => state === 'overdue');
  const rest = facts.lines.filter(({ state }) => state !== 'overdue');
  const days = (n: number) => `${n} working ${n === 1 ? 'day' : 'days'}`;
  const say = (line: (typeof facts.lines)[number]) =>
    `  ${line.ref} ${line.right}: ` +
    `${line.state === 'overdue' ? `${days(-line.workingDaysLeft)} late` : `due ${sayDay(line.dueOn)}, ${days(line.workingDaysLeft)}`}` +
    `${line.missedTarget ? `, our mark to ${line.missedTarget} is missed` : ''}. Next: ${line.next.text}\n  ` +
    `${facts.baseUrl}/requests/${line.ref}`;
  const parts = [
    `Good morning ${facts.name.split(' ')[0]},`,
    ...(late.length > 0 ? [`Late:\n${late.map(say).join('\n')}`] : []),
    ...(rest.length > 0 ? [`Due soon:\n${rest.map(say).join('\n')}`] : []),
    ...(facts.mentions.length > 0 ? [`You are named in notes on ${[...new Set(facts.mentions)].join(', ')}.`] : []),
    ...(facts.mails > 0
      ? [
          `${facts.mails} ${facts.mails === 1 ? 'message waits' : 'messages wait'} in the privacy mailbox: ${facts.baseUrl}/requests/inbox`,
        ]
      : []),
    facts.organisation,
  ];
  return {
    template: 'digest',
    subject: `Due at ${facts.organisation}, ${sayDay(facts.today)}: ${late.length > 0 ? `${late.length} late, ` : ''}${rest.length} soon`,
    text: parts.join('\n\n'),
  };
}
