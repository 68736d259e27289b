import { workerData } from 'node:worker_threads';
import { createClient } from '../db/shared/client';
import { WORKER } from '../ports/actor';
import type { AudiencePart, FolioRange, PeopleRange } from '../ports/threads';
import { checkAudiencePart as audiencePart } from '../usecases/audiences/checkAudiencePart';
import { checkFolios as folios } from '../usecases/ledger/checkFolios';
import { rebuildRange as people } from '../usecases/standing/rebuildFolds';
import type { Config } from './config';
import { createContext } from './context';
import type { Kept } from './installed';
import { readKept } from '../usecases/installation/readKept';

const kept: Kept = { current: {} };
// One thread of the pool: a context of its own, over one connection, for pieces of work that cause no jobs.
const config = workerData as Config;
const ctx = createContext(
  config,
  createClient(config.DATABASE_URL, 2),
  {
    resume: async () => false,
    enqueue: async () => {
      throw new Error('a thread causes no jobs');
    },
  },
  WORKER,
  undefined,
  kept,
);

/** A thread lives long: what administrators set meanwhile holds for the next piece of work. */
async function asSet<T>(work: () => Promise<T>): Promise<T> {
  kept.current = await readKept(ctx);
  return work();
}

export const checkFolios = (range: FolioRange) => asSet(() => folios(ctx, range));
export const rebuildRange = (range: PeopleRange) => asSet(() => people(ctx, range));
export const checkAudiencePart = (part: AudiencePart) => asSet(() => audiencePart(ctx, part));
