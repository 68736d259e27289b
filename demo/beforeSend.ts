import { Readable } from 'node:stream';
import type { WorldPerson } from '../standins/world/people';
import type { PermissionReads } from '../src/db/standing/permissions';
import type { Actor } from '../src/ports/actor';
import { startAudience } from '../src/usecases/audiences/checkAudience';
import type { Context } from '../src/usecases/shared/context';
import { PermissionChecks } from '../src/usecases/standing/permissionChecks';
import { must, type DemoWorld } from './requests';

const DAY_MS = 86_400_000;
/** How many people each system asked about on each of the last days, and for what. */
const ASKED: readonly (readonly [system: string, purpose: string, people: number])[] = [
  ['sys_newsletter', 'newsletter', 60],
  ['sys_newsletter', 'tour-letter', 25],
  ['sys_shop', 'partner-offers', 15],
];
const DAYS = 5;
const LISTED = 140;

/** What was asked before sends: systems by themselves each morning, and a list of the winter rides. */
export async function askBeforeSends(
  world: Pick<DemoWorld, 'coordinator' | 'clock' | 'people' | 'today' | 'drain'>,
  as: (actor: Actor) => Context,
  reads: PermissionReads,
): Promise<void> {
  for (let day = DAYS; day >= 1; day--) {
    world.clock.goTo(new Date(Date.parse(`${world.today}T06:30:00Z`) - day * DAY_MS).toISOString());
    for (const [systemId, purpose, count] of ASKED)
      await askAs(
        as({ kind: 'machine', id: `api_${systemId}`, systemId, scopes: ['standing:read'] }),
        { systemId, purpose },
        [...someOf(world.people, count, day)],
        reads,
      );
  }
  world.clock.goTo(new Date(Date.parse(`${world.today}T14:05:00Z`) - DAY_MS).toISOString());
  const lines = ['email', ...[...someOf(world.people, LISTED, 3)].map(({ email }) => email), 'nobody@mail.example'];
  must(
    await startAudience(world.coordinator, {
      name: 'Winter rides, first letter.csv',
      purpose: 'newsletter',
      channel: 'email',
      content: Readable.from([Buffer.from(lines.join('\r\n'))]),
    }),
  );
  await world.drain();
}

async function askAs(
  ctx: Context,
  what: { systemId: string; purpose: string },
  people: readonly WorldPerson[],
  reads: PermissionReads,
): Promise<void> {
  const checks = new PermissionChecks(ctx, reads);
  await Promise.all(people.map(({ email }) => checks.ask({ ...what, identifier: { kind: 'email', value: email } })));
  await checks.close();
}

/** Every so many of the people, the same ones each time; those of the stories are left alone. */
function* someOf(people: readonly WorldPerson[], count: number, from: number): Generator<WorldPerson> {
  const plain = people.filter(({ story }) => !story);
  const step = Math.max(1, Math.floor(plain.length / count));
  for (let i = from; i < plain.length && count > 0; i += step, count--) yield plain[i]!;
}
