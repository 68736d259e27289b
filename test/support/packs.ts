import { buffer } from 'node:stream/consumers';
import yauzl from 'yauzl';
import { dataKeys } from '../../src/db/keys/dataKeys';
import { asWrapped } from '../../src/usecases/keys/vault';
import type { TestWorld } from './database';

/** The files of the request's newest pack, opened as the person opens them. @throws Error where the pack is not ready, with what stopped it */
export async function packOf(world: TestWorld, ref: string): Promise<Map<string, Buffer>> {
  const pack = await world
    .knex('packs')
    .join('requests', 'requests.id', 'packs.request_id')
    .where({ ref })
    .orderBy('packs.created_at', 'desc')
    .select('packs.*', 'requests.data_key_id')
    .first();
  if (pack.state !== 'ready') throw new Error(`${pack.state}: ${pack.error}`);
  const key = await world.worker.transaction(async (h) =>
    asWrapped((await dataKeys(h, [pack.data_key_id])).get(pack.data_key_id)),
  );
  return unzip(await buffer(world.worker.storage.read(pack.path).pipe(world.worker.keys.unsealStream(key))));
}

function unzip(bytes: Buffer): Promise<Map<string, Buffer>> {
  return new Promise((resolve, reject) => {
    const files = new Map<string, Buffer>();
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (wrong, stream) =>
          wrong
            ? reject(wrong)
            : void buffer(stream).then((content) => (files.set(entry.fileName, content), zip.readEntry()), reject),
        ),
      );
      zip.on('error', reject);
      zip.on('end', () => resolve(files));
      zip.readEntry();
    });
  });
}
