import type { FigureDimension, FigureRow, StageTime, WaitingOn } from '../../core/requests/figures';
import type { Handle } from '../shared/handle';

const COLUMNS: Record<FigureDimension, string> = {
  right: '"right"',
  regime: 'regime',
  channel: 'channel',
  month: `to_char(received_at at time zone :zone, 'YYYY-MM')`,
  owner: `coalesce((select name from users where users.id = owner_id), 'nobody in particular')`,
};

// Requests received in the span, each with the day it was answered first; joined ones are answered through another.
const RECEIVED = `
  select r.*, (r.received_at at time zone :zone)::date as received_on,
    (select min(e.counts_at) from clock_events e where e.request_id = r.id and e.kind = 'answered') as answered_at
  from requests r where r.received_at >= (:from)::date::timestamp at time zone :zone
    and r.received_at < ((:to)::date + 1)::timestamp at time zone :zone and r.joined_to is null`;

export interface Span {
  from: string;
  to: string;
  zone: string;
  today: string;
}

/**
 * Volume, share in time and days to the answer, by one dimension. At most 60 rows, the largest first; months in order.
 */
export async function figuresBy(h: Handle, dimension: FigureDimension, span: Span): Promise<FigureRow[]> {
  const result: { rows: FigureRow[] } = await h.trx.raw(
    `
    with received as (${RECEIVED}), timed as (select ${COLUMNS[dimension]} as key, due_on, closed_at,
      answered_at, (answered_at at time zone :zone)::date as answered_on,
      (answered_at at time zone :zone)::date - received_on as days from received)
    select key, count(*)::int as received, count(answered_at)::int as answered,
      count(*) filter (where answered_on <= due_on)::int as "inTime",
      count(*) filter (where answered_at is null and due_on < :today)::int as overdue,
      percentile_cont(0.5) within group (order by days)::float8 as median,
        percentile_cont(0.9) within group (order by days)::float8 as p90
    from timed group by key order by ${dimension === 'month' ? 'key' : 'received desc, key'} limit 60`,
    { ...span },
  );
  return result.rows;
}

/** Days spent in each stage by requests that have left it: half of them took no longer than the median. */
export async function stageTimes(h: Handle, span: Span): Promise<StageTime[]> {
  const result: { rows: StageTime[] } = await h.trx.raw(
    `
    with received as (${RECEIVED}), spans as (
      select s.stage, extract(epoch from lead(s.at) over (partition by s.request_id order by s.id) - s.at) /
        86400 as days from request_stages s join received on received.id = s.request_id)
    select stage, count(*)::int as passed, percentile_cont(0.5) within group (order by days)::float8 as median,
      percentile_cont(0.9) within group (order by days)::float8 as p90
    from spans where days is not null and stage <> 'closed' group by stage`,
    { ...span },
  );
  return result.rows;
}

/** Open requests by whom the next act waits on, with the days the longest has been where it is. */
export async function waitingOn(h: Handle, now: string): Promise<WaitingOn[]> {
  const result: { rows: WaitingOn[] } = await h.trx.raw(
    `
    select case when stage = 'identity' and identity = 'asked' and authority <> 'needed' then 'the person'
        when (stage = 'trace' and trace = 'running')
          or (stage = 'carry-out' and (plan = 'executing' or pack = 'building')) then 'Bookend'
        else coalesce((select name from users where users.id = owner_id), 'nobody in particular') end as who,
      stage, count(*)::int as n, max(extract(epoch
        from (:now)::timestamptz - coalesce((select max(at) from request_stages s
        where s.request_id = requests.id), created_at)) / 86400)::float8 as longest
    from requests where is_open group by 1, 2 order by n desc, who limit 60`,
    { now },
  );
  return result.rows;
}
