import type { DeskPanel } from '../../core/desk/views';
import type { RequestLine } from '../../core/requests/views';
import { addDays, dayIn, sayDay, sayInstant, type Day } from '../../core/shared/days';
import { userNames } from '../../db/access/users';
import { actsByColleague, longestStages } from '../../db/desk/roleFigures';
import { lastDeposit } from '../../db/ledger/deposits';
import { lastVerification } from '../../db/ledger/verifications';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { line, MOST_LINES, weekBefore } from './panelLines';

const LATE_DAYS = 90;
/** A ledger that nobody has verified for so long needs a look, days. */
const VERIFIED_DAYS = 7;
/** Looks at personal data are unusual from so many times the middle of all colleagues, and so many at all. */
const UNUSUAL_TIMES = 4;
const UNUSUAL_AT_LEAST = 30;
/** What is a look at somebody's data. */
const LOOKS = [
  'person-searched',
  'person-opened',
  'record-opened',
  'plan-lines-viewed',
  'mask-lifted',
  'ledger-searched',
  'ledger-exported',
];

/** What an auditor looks at first: what the proof rests on, who looks how much, and what was answered late. */
export async function auditorPanels(
  ctx: Context,
  h: Handle,
  closed: readonly RequestLine[],
  today: Day,
): Promise<DeskPanel[]> {
  return [await proofOf(ctx, h, today), await looking(h, today), await late(h, closed, today)];
}

async function proofOf(ctx: Context, h: Handle, today: Day): Promise<DeskPanel> {
  const { zone } = ctx.organisation;
  const verified = await lastVerification(h);
  const deposit = await lastDeposit(h);
  const names = await userNames(h);
  const at = verified?.finished_at ?? null;
  const isOld = !at || dayIn(at, zone) < addDays(today, -VERIFIED_DAYS);
  return {
    id: 'proof',
    title: 'What the proof rests on',
    note: null,
    lines: [
      line(
        (verified?.faults.length ?? 0) > 0 ? 'bad' : isOld ? 'look' : 'good',
        at ? `Ledger verified ${sayInstant(at, zone)}` : 'The ledger was never verified',
        verified ? `by ${names.get(verified.started_by ?? '') ?? 'Bookend'}; ${verified.faults.length} faults` : null,
        '/ledger',
        'verify',
      ),
      line(
        deposit ? 'good' : 'look',
        deposit
          ? `Head of ${deposit.size} folios deposited ${sayInstant(deposit.deposited_at, zone)}`
          : 'No head is deposited',
        deposit?.mailed_to ? `mailed to ${deposit.mailed_to}` : null,
        '/ledger/proof',
      ),
    ],
    empty: '',
  };
}

async function looking(h: Handle, today: Day): Promise<DeskPanel> {
  const looks = await actsByColleague(h, LOOKS, weekBefore(today));
  const names = await userNames(h);
  const people = looks.filter(({ actor }) => names.has(actor));
  const middle = people[Math.floor(people.length / 2)]?.n ?? 0;
  const isUnusual = (n: number) => n >= UNUSUAL_AT_LEAST && n >= UNUSUAL_TIMES * Math.max(1, middle);
  return {
    id: 'looking',
    title: 'Looks at personal data',
    note: 'the last seven days',
    lines: people
      .slice(0, MOST_LINES)
      .map(({ actor, n }) =>
        line(
          isUnusual(n) ? 'look' : 'plain',
          names.get(actor)!,
          `${n}${isUnusual(n) ? ', unusually many' : ''}`,
          '/trail',
        ),
      ),
    empty: 'Nobody has looked at anything.',
  };
}

async function late(h: Handle, closed: readonly RequestLine[], today: Day): Promise<DeskPanel> {
  const lines = closed.filter(
    ({ state, answeredOn }) => state === 'answered-late' && (answeredOn ?? '') >= addDays(today, -LATE_DAYS),
  );
  const longest = await longestStages(
    h,
    lines.map(({ ref }) => ref),
  );
  return {
    id: 'late',
    title: 'Answered late',
    note: 'the last ninety days',
    lines: lines.slice(0, MOST_LINES).map(({ ref, right, dueOn, answeredOn }) => {
      const most = longest.get(ref);
      return line(
        'bad',
        `${right}, due ${sayDay(dueOn)}`,
        `answered ${answeredOn ? sayDay(answeredOn) : ''}${most ? `; longest in ${most.stage}: ${most.days} days` : ''}`,
        `/requests/${ref}`,
        ref,
      );
    }),
    empty: 'Every answer was in time.',
  };
}
