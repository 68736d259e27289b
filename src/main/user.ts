import { ROLES, type Role } from '../core/access/roles';
import { inviteInput } from '../core/access/schema';
import { sayRefusal } from '../core/words/refusals';
import { createClient } from '../db/shared/client';
import { checkSchema } from '../db/shared/migrate';
import { WORKER } from '../ports/actor';
import { inviteColleague, makeWayIn, readColleagues, setColleagueActive } from '../usecases/access/colleagues';
import { makeFirstAddress } from '../usecases/installation/begin';
import { readKept } from '../usecases/installation/readKept';
import { checkKeys } from '../usecases/keys/checkKeys';
import { readConfig } from './config';
import { createContext } from './context';
import type { Kept } from './installed';
import { createQueue, jobsOf } from './jobs';

// Ways in for colleagues when nobody else can give one: for whoever sits at the server itself.
const [what, ...rest] = process.argv.slice(2);
const config = readConfig();
const knex = createClient(config.DATABASE_URL, 2);
await checkSchema(knex);
const boss = createQueue(config.DATABASE_URL, false);
await boss.start();
const kept: Kept = { current: {} };
const ctx = createContext(config, knex, jobsOf(boss), WORKER, undefined, kept);
await checkKeys(ctx);
kept.current = await readKept(ctx);

const ACTS: Record<string, () => Promise<string>> = {
  first: async () => (await makeFirstAddress(ctx)) ?? 'Somebody works here already; they can invite others.',
  async list() {
    const all = must(await readColleagues(ctx));
    return all
      .map(({ email, name, roles, active, isInvited }) =>
        [email, name, roles.join(', '), active ? (isInvited ? 'invited' : 'active') : 'kept out'].join('\t'),
      )
      .join('\n');
  },
  async invite() {
    const [email = '', name = '', roles = ''] = rest;
    const wrong = roles.split(',').filter((role) => !ROLES.includes(role as Role));
    if (wrong.length > 0) throw new Error(`no such role: ${wrong.join(', ')}. There are: ${ROLES.join(', ')}.`);
    const input = await inviteInput.validate({ email, name, roles: roles.split(',') });
    must(await inviteColleague(ctx, input));
    return must(await makeWayIn(ctx, { email: input.email }));
  },
  reset: async () => must(await makeWayIn(ctx, { email: rest[0] ?? '' })),
  async block() {
    const one = must(await readColleagues(ctx)).find(({ email }) => email === rest[0]?.toLowerCase());
    if (!one) throw new Error(`nobody with the address ${rest[0]} works here`);
    must(await setColleagueActive(ctx, { id: one.id, active: false }));
    return `${one.email} is kept out and signed out everywhere.`;
  },
};

function must<T, R>(result: { ok: true; value: T } | { ok: false; refusal: R }): T {
  if (!result.ok) throw new Error(sayRefusal(result.refusal as never));
  return result.value;
}

try {
  console.log(await ACTS[what ?? '']!());
} catch (error) {
  console.error(`Error: ${error instanceof Error ? error.message : String(error)}`);
  process.exitCode = 1;
}
await boss.stop({ graceful: false });
await knex.destroy();
process.exit();
