import { existsSync } from 'node:fs';
import { createClient } from '../db/shared/client';
import { makeKeyFile } from './keys';

// Makes a key file where there is none. A database that was used with keys needs those, and gets no others.
const file = process.argv[2];
if (!file) throw new Error('newKeys FILE');
if (existsSync(file)) throw new Error(`${file} is there already. A key file is never overwritten: move it away first.`);
const url = process.env['DATABASE_URL'];
if (url) {
  const knex = createClient(url, 1);
  try {
    const isUsed = (await knex.schema.hasTable('key_checks')) && Boolean(await knex('key_checks').first());
    if (isUsed)
      throw new Error(
        `The database was used with keys that are not here (${file}). Put its key file back, or open a sealed copy: ` +
          './bookend keys open COPY FILE.',
      );
  } finally {
    await knex.destroy();
  }
}
makeKeyFile(file);
console.log(
  `${file} holds new keys. Keep a copy of it apart from the backups: without it nothing that is sealed can be read.`,
);
