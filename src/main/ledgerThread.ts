import { workerData } from 'node:worker_threads';
import { createClient } from '../db/shared/client';
import { WORKER } from '../ports/actor';
import type { AudiencePart, FolioRange, PeopleRange } from '../ports/threads';
import { checkAudiencePart as audiencePart } from '../usecases/audiences/checkAudiencePart';
import { checkFolios as folios } from '../usecases/ledger/checkFolios';
import { rebuildRange as people } from '../usecases/standing/rebuildFolds';
import type { Config } from './config';
import { createContext } from './context';

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
);

export const checkFolios = (range: FolioRange) => folios(ctx, range);
export const rebuildRange = (range: PeopleRange) => people(ctx, range);
export const checkAudiencePart = (part: AudiencePart) => audiencePart(ctx, part);
