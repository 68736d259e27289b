import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Context } from '../src/usecases/shared/context';
import { addSystem } from '../src/usecases/systems/addSystem';
import { testSystem } from '../src/usecases/systems/reachSystem';
import { must } from './requests';

/** What does not go well this morning, as on any morning: a file of another layout, and a folder that is not mounted. */
export async function leaveRough(administrator: Context, at: { tills: string; folder: string }): Promise<void> {
  // The till of the harbour shop was set up anew, and names its columns in its own way.
  writeFileSync(
    join(at.tills, 'harbour-till.csv'),
    ['receipt;day;said;address', '1;23.11.2026;J;bo@mail.example', ''].join('\r\n'),
  );
  const { id } = must(
    await addSystem(administrator, {
      kind: 'files',
      name: 'Rental desk',
      country: 'DK',
      owner: 'Asta Juhl',
      ownerEmail: 'asta@larkmere.example',
      settings: { path: join(at.folder, 'rental-desk') },
    }),
  );
  must(await testSystem(administrator, { id }));
}
