import { existsSync } from 'node:fs';
import { createClient } from '../db/client';
import { migrate } from '../db/migrate';
import { readConfig } from './config';
import { WORKER } from '../ports/actor';
import { checkKeys } from '../usecases/keys/checkKeys';
import { createContext } from './context';
import { createQueue, jobsOf, prepareQueue } from './jobs';
import { makeKeyFile } from './keys';

// Before a start: a key file where there is none (outside production), the schema, the queues.
const config = readConfig();
if (config.BOOKEND_MODE !== 'production' && config.BOOKEND_KEY_FILE && !existsSync(config.BOOKEND_KEY_FILE)) makeKeyFile(config.BOOKEND_KEY_FILE);
const knex = createClient(config.DATABASE_URL);
const done = await migrate(knex);
const boss = createQueue(config.DATABASE_URL, true);
await prepareQueue(boss);
await checkKeys(createContext(config, knex, jobsOf(boss), WORKER));
await boss.stop({ graceful: false });
await knex.destroy();
console.log(done.length === 0 ? 'schema is current' : `migrated: ${done.join(', ')}`);
process.exit(0);
