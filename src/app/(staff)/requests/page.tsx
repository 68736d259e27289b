import { isRight } from '../../../core/requests/rights';
import { REGIME_IDS } from '../../../core/clock/regimes';
import { STAGES } from '../../../core/requests/stages';
import { reachOf } from '../../../core/access/roles';
import { orderIn, placeIn, sayPlaceIn } from '../../../core/requests/order';
import { readRequests } from '../../../usecases/requests/readRequests';
import { countWaitingProposals } from '../../../usecases/intake/takeInbox';
import { RequestList } from '../../../ui/requests/RequestList';
import { shown, staff } from '../../lib/session';

export const metadata = { title: 'Requests' };

const WAITS = ['us', 'person', 'helper', 'machine'] as const;

type Search = Record<string, string | undefined>;

export default async function RequestsPage({ searchParams }: { searchParams: Promise<Search> }) {
  const { ctx, actor } = await staff('requests.see');
  const search = await searchParams;
  const state = search['state'] === 'closed' || search['state'] === 'all' ? search['state'] : 'open';
  const right = search['right'] && isRight(search['right']) ? search['right'] : null;
  const stage = STAGES.find((known) => known === search['stage']) ?? null;
  const order = orderIn(search['sort']);
  const after = placeIn(search['after'], order);
  const regime = REGIME_IDS.find((known) => known === search['regime']) ?? null;
  const waits = WAITS.find((known) => known === search['waits']) ?? null;
  const page = shown(
    await readRequests(ctx, {
      state,
      right,
      stage,
      regime,
      owner: search['owner'] ?? null,
      waits,
      order,
      after,
      limit: 50,
    }),
  );
  const mayOpen = reachOf(actor.roles, 'requests.work') !== null;
  return (
    <RequestList
      lines={page.lines}
      open={page.open}
      next={page.next && sayPlaceIn(page.next)}
      mayOpen={mayOpen}
      colleagues={page.colleagues}
      waiting={mayOpen ? await countWaitingProposals(ctx) : 0}
    />
  );
}
