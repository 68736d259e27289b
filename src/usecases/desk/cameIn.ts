import type { Desk } from '../../core/desk/views';
import type { RequestLine } from '../../core/requests/views';
import { addDays, type Day } from '../../core/shared/days';
import { countDrift } from '../../db/drift/drift';
import { listImports } from '../../db/imports/imports';
import { countProposals } from '../../db/intake/proposals';
import { lastVerification } from '../../db/ledger/verifications';
import type { Handle } from '../../db/shared/handle';
import { importableSystems } from '../imports/mayImport';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

type CameIn = Desk['cameIn'][number];

const SINCE_DAYS = 2;
const IMPORTS = 20;

/** What came from outside and asks for a look: messages, requests, files, differences, faults; in this order. */
export async function whatCameIn(
  ctx: Context,
  h: Handle,
  lines: readonly RequestLine[],
  today: Day,
): Promise<CameIn[]> {
  return [
    ...(await messages(ctx, h)),
    ...fresh(lines, today),
    ...(await files(ctx, h)),
    ...(await differences(ctx, h)),
    ...(await faults(ctx, h)),
  ];
}

async function messages(ctx: Context, h: Handle): Promise<CameIn[]> {
  const count = reach(ctx, 'requests.work') ? await countProposals(h) : 0;
  if (count === 0) return [];
  const what = count === 1 ? 'message to the privacy mailbox' : 'messages to the privacy mailbox';
  return [{ count, what, href: '/requests/inbox', act: 'confirm' }];
}

function fresh(lines: readonly RequestLine[], today: Day): CameIn[] {
  const since = addDays(today, -SINCE_DAYS);
  const count = lines.filter(({ receivedOn }) => receivedOn >= since).length;
  if (count === 0) return [];
  const what = count === 1 ? 'request since the day before yesterday' : 'requests since the day before yesterday';
  return [{ count, what, href: '/requests', act: 'open' }];
}

async function files(ctx: Context, h: Handle): Promise<CameIn[]> {
  if (!reach(ctx, 'imports.run')) return [];
  const imports = await listImports(h, IMPORTS, await importableSystems(ctx, h));
  const came: CameIn[] = [];
  const unread = imports.filter(({ way, state }) => way === 'folder' && (state === 'failed' || state === 'unmapped'));
  if (unread.length > 0)
    came.push({
      count: unread.length,
      what: unread.length === 1 ? 'delivered file could not be read' : 'delivered files could not be read',
      href: `/ledger/imports/${unread[0]!.id}`,
      act: 'look',
    });
  const held = imports.filter(({ quarantined, state }) => quarantined > 0 && state === 'finished');
  if (held.length > 0)
    came.push({
      count: held.reduce((sum, row) => sum + row.quarantined, 0),
      what: 'lines of files in quarantine',
      href: `/ledger/imports/${held[0]!.id}`,
      act: 'look',
    });
  return came;
}

async function differences(ctx: Context, h: Handle): Promise<CameIn[]> {
  if (reach(ctx, 'drift.see') !== 'all') return [];
  const count = (await countDrift(h, ctx.clock.now()))
    .filter(({ direction, state }) => direction === 'looser' && state === 'open')
    .reduce((sum, { n }) => sum + n, 0);
  if (count === 0) return [];
  const what =
    count === 1 ? 'system permits what the ledger does not' : 'times a system permits what the ledger does not';
  return [{ count, what, href: '/ledger/drift', act: 'put right' }];
}

async function faults(ctx: Context, h: Handle): Promise<CameIn[]> {
  const verified = reach(ctx, 'ledger.see') ? await lastVerification(h) : undefined;
  const count = verified?.faults.length ?? 0;
  return count > 0 ? [{ count, what: 'faults found in the ledger', href: '/ledger', act: 'look' }] : [];
}
