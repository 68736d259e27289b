import type { MakeCalendarFeedRefusal, ReadCalendarFeedRefusal } from '../../core/desk/refusals';
import { createEvents, type EventAttributes } from 'ics';
import type { Due, DueMark } from '../../core/desk/views';
import { addDays } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { setCalendarFeed, userOfCalendarFeed } from '../../db/requests/calendarFeeds';
import { readFrame } from './readDesk';
import { actAs, type Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';

const SAY: Readonly<Record<DueMark['kind'], string>> = {
  due: 'answer due',
  acknowledge: 'acknowledge',
  helper: 'an owner has to have answered',
  extend: 'last day to announce an extension',
  residue: 'residue goes',
};

/** Makes the address of a colleague's own feed; an old one ends. The address is the secret, and is shown once. */
export async function makeCalendarFeed(ctx: Context): Promise<Result<{ address: string }, MakeCalendarFeedRefusal>> {
  const { actor } = ctx;
  if (actor.kind !== 'user') return refuse({ code: 'not-allowed', act: 'desk.see' });
  const token = ctx.keys.random(24).toString('base64url');
  return ctx.transaction(async (h) => {
    await setCalendarFeed(h, {
      user_id: actor.id,
      token_hash: ctx.keys.hash(Buffer.from(token)),
      made_at: ctx.clock.now(),
    });
    await recordTrail(ctx, h, 'calendar-feed-made', actor.id);
    return ok({ address: `${ctx.baseUrl}/calendar/${token}.ics` });
  });
}

/**
 * What is due, as RFC 5545 all-day events: references and kinds only, nothing of any person, because calendars are kept
 * by others. It shows what the colleague may see at this moment.
 */
export async function readCalendarFeed(
  ctx: Context,
  input: { token: string },
): Promise<Result<string, ReadCalendarFeedRefusal>> {
  const user = await ctx.transaction((h) => userOfCalendarFeed(h, ctx.keys.hash(Buffer.from(input.token))));
  if (!user) return refuse({ code: 'not-found' });
  const { due } = await readFrame(actAs(ctx, { kind: 'user', id: user.id, name: user.name, roles: user.roles }));
  return ok(calendarOf(due, ctx.baseUrl));
}

function calendarOf(due: Due, baseUrl: string): string {
  const marks = [...due.overdue, ...due.days.flatMap(({ marks: own }) => own)];
  const events = marks.map((mark): EventAttributes => ({
    uid: `${mark.ref}-${mark.kind}@bookend`,
    title: `${mark.ref}: ${SAY[mark.kind]}${mark.isPaused ? ' (paused)' : ''}`,
    start: parts(mark.day),
    end: parts(addDays(mark.day, 1)),
    url: mark.kind === 'residue' ? `${baseUrl}/keeping` : `${baseUrl}/requests/${mark.ref}`,
    busyStatus: 'FREE',
    calName: 'Bookend: due',
    productId: 'bookend/due',
  }));
  if (events.length === 0)
    return [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:bookend/due',
      'X-WR-CALNAME:Bookend: due',
      'END:VCALENDAR',
      '',
    ].join('\r\n');
  const { value, error } = createEvents(events);
  if (!value) throw new Error('the calendar could not be written', { cause: error });
  return value;
}

function parts(day: string): [number, number, number] {
  const [year, month, date] = day.split('-').map(Number);
  return [year!, month!, date!];
}
