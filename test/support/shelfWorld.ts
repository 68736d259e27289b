import { join } from 'node:path';
import type { Role } from '../../src/core/access/roles';
import { insertUser } from '../../src/db/access/users';
import { insertSystem } from '../../src/db/systems/systems';
import { fileJournal } from '../../src/main/journal';
import type { Context } from '../../src/usecases/shared/context';
import { testWorld, type TestWorld } from './database';
import { seedLedger } from './ledger';
import type { Shelf } from './shelf';

/**
 * A world for erasures: the ledger, Bookend itself and one outside system, whichever shelf stands there at the moment, with an erasure journal.
 *
 * @param roles of Signe, who works on the requests
 */
export async function shelfWorld(
  name: string,
  shelf: () => Shelf,
  ...roles: Role[]
): Promise<{ world: TestWorld; signe: Context }> {
  const world = await testWorld(name);
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    for (const [sort_order, kind] of [
      [3, 'shelf'],
      [4, 'bookend'],
    ] as const)
      await insertSystem(h, {
        id: `sys_${kind}`,
        kind,
        name: kind === 'shelf' ? 'Shelf' : 'Bookend',
        default_country: 'DK',
        connection_sealed: null,
        is_traced: true,
        owner: null,
        sort_order,
      });
    for (const [id, role] of [
      ['usr_signe', 'coordinator'],
      ['usr_other', 'reviewer'],
    ] as const)
      await insertUser(h, {
        id,
        email: `${id}@x.example`,
        name: id,
        password_hash: 'x',
        roles: [role],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      });
  });
  const { worker } = world;
  worker.journal = fileJournal(join(world.folder, 'journal', 'erasures.ndjson'));
  const { connect } = worker;
  worker.connect = (system) => (system.kind === 'shelf' ? shelf() : connect(system));
  return { world, signe: { ...world.user('usr_signe', ...roles), connect: worker.connect } };
}
