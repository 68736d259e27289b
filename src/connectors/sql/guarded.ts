import { ConnectorError } from '../../ports/connector';

/** Every failure of the database becomes one of the kinds that people and the retry know. */
export async function guarded<T>(work: () => PromiseLike<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    const code = cause instanceof Error && 'code' in cause ? String(cause.code) : '';
    const kind = /^(28|3D)|42501/.test(code) ? 'not-allowed' : code === '57014' || code === '55P03' ? 'time-out' : /^(42)/.test(code) ? 'wrong-answer' : cause instanceof Error && /timeout|timed out/i.test(cause.message) ? 'time-out' : 'refused';
    const words = { 'not-allowed': 'The database does not let us in.', 'time-out': 'The database did not answer in time.', 'wrong-answer': 'The database’s schema is not what it was.', refused: 'The database refuses the connection.' };
    throw new ConnectorError(kind, `${words[kind]} (${code || 'no code'})`, null, { cause });
  }
}
