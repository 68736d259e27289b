import { existsSync } from 'node:fs';
import { createClient } from '../db/client';
import { migrate } from '../db/migrate';
import { readConfig } from './config';
import { createQueue, prepareQueue } from './jobs';
import { makeKeyFile } from './keys';

// Before a start: a key file where there is none (outside production), the schema, the queues.
const config = readConfig();
if (config.BOOKEND_MODE !== 'production' && !existsSync(config.BOOKEND_KEY_FILE)) makeKeyFile(config.BOOKEND_KEY_FILE);
const knex = createClient(config.DATABASE_URL);
const done = await migrate(knex);
const boss = createQueue(config.DATABASE_URL, true);
await prepareQueue(boss);
await boss.stop({ graceful: false });
await knex.destroy();
console.log(done.length === 0 ? 'schema is current' : `migrated: ${done.join(', ')}`);
process.exit(0);
