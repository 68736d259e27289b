import { createClient } from '../../src/db/shared/client';
import { insertUser } from '../../src/db/access/users';
import { testWorld } from './database';
import { must } from './must';
import { startTrace } from '../../src/usecases/trace/startTrace';
import { proveAtCounter } from '../../src/usecases/identity/identity';
import { openRequest } from '../../src/usecases/intake/openRequest';

// A database of nobody here: other names, in a schema of its own.
const CLUB = `
  create schema club;
  create table club.members (no serial primary key, who text, reach text, state text, notes text);
  create table club.rides (id serial primary key, member int references club.members, place text);
  insert into club.members (who, reach, state, notes)
    values ('Mette Holmgaard', 'mette@mail.example', 'active', 'pays by card'),
    ('Mette Holmgaard', 'mette@mail.example', 'closed', null),
    ('Bo Lund', 'bo@inbox.example', 'active', 'came with mette@mail.example to the autumn ride');
  insert into club.rides (member, place) values (1, 'Samsø'), (2, 'Ebeltoft'), (3, 'Vejle');
`;

/** An installation with its people, and the club's database beside it. */
export async function clubWorld() {
  const world = await testWorld('systems');
  const admin = world.user('usr_ib', 'administrator');
  const owner = world.user('usr_bo', 'system-owner');
  const coordinator = world.user('usr_signe', 'coordinator', 'supervisor');
  for (const [id, roles] of [
    ['bo', 'system-owner'],
    ['signe', 'coordinator'],
  ] as const)
    await world.worker.transaction((h) =>
      insertUser(h, {
        id: `usr_${id}`,
        email: `${id}@larkmere.example`,
        name: id,
        password_hash: 'x',
        roles: [roles],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      }),
    );
  await world.knex.raw('create database club_of_' + process.pid);
  const address = new URL(world.url);
  address.pathname = `/club_of_${process.pid}`;
  const url = address.toString();
  const base = createClient(url, 1);
  await base.raw(CLUB);
  await base.destroy();

  /** A trace for Mette Holmgaard through what is registered. */
  async function traced(): Promise<string> {
    const { ref } = must(
      await openRequest(coordinator, {
        right: 'access',
        receivedAt: world.worker.clock.now(),
        channel: 'phone',
        person: { givenName: 'Mette', familyName: 'Holmgaard', emails: ['mette@mail.example'] },
        text: null,
        language: 'en',
      }),
    );
    must(await proveAtCounter(coordinator, { ref, document: 'passport', seen: 'in-person' }));
    must(await startTrace(coordinator, { ref }));
    await world.drain();
    return ref;
  }

  const club = (more: object = {}) => ({
    kind: 'sql',
    name: 'Riding club',
    country: 'DK',
    owner: 'Bo Iversen',
    ownerEmail: 'bo@larkmere.example',
    settings: { url },
    ...more,
  });
  const close = async () => {
    await world.knex.raw(`drop database club_of_${process.pid} with (force)`);
    await world.close();
  };
  return { world, admin, owner, coordinator, url, traced, club, close };
}

export type ClubWorld = Awaited<ReturnType<typeof clubWorld>>;
