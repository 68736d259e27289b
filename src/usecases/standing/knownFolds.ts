import type { Fold } from '../../core/standing/fold';
import { decodeFolds } from '../../core/standing/foldCodec';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';

/**
 * Reads folds, of which another process may have written some with words that this one has not met: then the dictionary is read again.
 *
 * @param decode reads them with the words known by then
 * @param reach a handle on the database, where the dictionary has to be read
 */
export async function withWords<T>(
  ctx: Context,
  decode: () => T,
  reach: (work: (h: Handle) => Promise<void>) => Promise<void>,
): Promise<T> {
  try {
    return decode();
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    await reach((h) => ctx.words.refresh(h));
    return decode();
  }
}

/** The folds of some people by their number, in the transaction that read them. */
export async function foldsKnown(
  ctx: Context,
  h: Handle,
  rows: ReadonlyMap<number, { folds: Buffer }>,
): Promise<Map<number, Fold[]>> {
  return withWords(
    ctx,
    () => new Map([...rows].map(([no, { folds }]) => [no, decodeFolds(folds, ctx.words)])),
    (work) => work(h),
  );
}
