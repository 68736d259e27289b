import { ConnectorError, type FoundProblem, type RecordRef } from '../../ports/connector';

/**
 * Works on one record of many. One that breaks the work, whatever is wrong with it, is reported and holds up no other;
 * that the system itself cannot be reached is thrown.
 *
 * @returns what the work gave, or null where the record was reported instead
 */
export async function eachAlone<T>(
  ref: RecordRef,
  problems: FoundProblem[],
  work: () => T | Promise<T>,
): Promise<T | null> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ConnectorError && error.kind !== 'wrong-answer') throw error;
    problems.push({ ...ref, code: 'unreadable', text: 'The record could not be read.' });
    return null;
  }
}
