import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import type { CheckedFolios, CheckedPart, Threads } from '../ports/threads';
import type { Config } from './config';

/** Threads end when they had nothing to do for so long, milliseconds, and with them their connections. */
const IDLE_MS = 5000;

/** A pool with a thread per core, each with a context of its own. They begin with the first piece of work. */
export function threadPool(config: Config): Threads & { close(): Promise<void> } {
  const lanes = availableParallelism();
  const pool = new Piscina({
    filename: new URL('./ledgerThread.mjs', import.meta.url).href,
    workerData: config,
    minThreads: 0,
    maxThreads: lanes,
    idleTimeout: IDLE_MS,
  });
  return {
    lanes,
    checkFolios: (range) => pool.run(range, { name: 'checkFolios' }) as Promise<CheckedFolios>,
    rebuildRange: (range) => pool.run(range, { name: 'rebuildRange' }) as Promise<void>,
    checkAudiencePart: (part) => pool.run(part, { name: 'checkAudiencePart' }) as Promise<CheckedPart>,
    close: () => pool.destroy(),
  };
}
