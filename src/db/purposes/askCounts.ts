import type { AskCounts } from '../../core/asks/views';
import type { Handle } from '../shared/handle';

/** By version: answers of each kind, how many people answered, and for how many it is the last word on its purpose. */
export async function countsOfAsk(h: Handle, ask: string): Promise<AskCounts[]> {
  const { rows }: { rows: AskCounts[] } = await h.trx.raw(
    `select c.ask_version as version,
            count(*) filter (where c.answer in ('grant', 'opt-in', 'confirm'))::int as yes,
            count(*) filter (where c.answer in ('refuse', 'opt-out'))::int as no,
            count(*) filter (where c.answer = 'withdraw')::int as withdrawn,
            count(distinct c.person_id)::int as people,
            count(distinct c.person_id) filter (where not exists (
              select 1 from choices later
               where later.person_id = c.person_id and later.purpose = c.purpose and later.seq > c.seq))::int as standing
       from choices c where c.ask = ? and c.ask_version is not null
      group by c.ask_version order by c.ask_version desc`,
    [ask],
  );
  return rows;
}
