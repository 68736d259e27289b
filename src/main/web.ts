import type { Knex } from 'knex';
import { createClient, isDatabaseAway } from '../db/shared/client';
import { checkSchema } from '../db/shared/migrate';
import { PUBLIC, type Actor } from '../ports/actor';
import { actAs, type Context } from '../usecases/shared/context';
import { replayJournal } from '../usecases/erasure/replayJournal';
import { checkKeys } from '../usecases/keys/checkKeys';
import { readConfig, type Config } from './config';
import { createContext } from './context';
import { keepUpToDate, type Kept } from './installed';
import { createQueue, jobsOf } from './jobs';
import { newsOf, type News } from './news';

interface Web {
  config: Config;
  knex: Knex;
  ctx: Context;
  news: News;
  /** Reads what administrators set, now. */
  readSettings: () => Promise<void>;
}

// Next.js loads modules once per bundle; the process has one context all the same.
const globalWeb = globalThis as typeof globalThis & { bookendWeb?: Promise<Web> };

async function start(): Promise<Web> {
  const config = readConfig();
  const knex = createClient(config.DATABASE_URL);
  await checkSchema(knex);
  const boss = createQueue(config.DATABASE_URL, false);
  // Without somebody who hears it, a connection of the queue that ends would end the process.
  boss.on('error', (error) => console.error(error));
  await boss.start();
  const kept: Kept = { current: {} };
  const ctx = createContext(config, knex, jobsOf(boss), PUBLIC, undefined, kept);
  await checkKeys(ctx);
  await replayJournal(ctx);
  const news = newsOf(config.DATABASE_URL);
  const { read: readSettings } = await keepUpToDate(ctx, kept, news);
  return { config, knex, ctx, news, readSettings };
}

export function web(): Promise<Web> {
  globalWeb.bookendWeb ??= start().catch((error: unknown) => {
    delete globalWeb.bookendWeb;
    throw error;
  });
  return globalWeb.bookendWeb;
}

export { isDatabaseAway };

/** The context in which one request acts. */
export async function contextFor(actor: Actor): Promise<Context> {
  return actAs((await web()).ctx, actor);
}
