import type { Posted } from '../../ports/outside';

const TIMEOUT_MS = 15_000;

/**
 * Calls a program of others. Where it sends us elsewhere we do not go: what is told is for this address alone.
 *
 * @returns the status, or the kind of failure (`ECONNREFUSED`, `TimeoutError`)
 */
export async function post(url: string, headers: Readonly<Record<string, string>>, body: string): Promise<Posted> {
  try {
    const response = await fetch(url, {
      method: 'POST',
      headers: { ...headers, 'content-type': 'application/json' },
      body,
      redirect: 'manual',
      signal: AbortSignal.timeout(TIMEOUT_MS),
    });
    await response.body?.cancel();
    return { status: response.status };
  } catch (error) {
    const { cause, name } = error as { cause?: { code?: unknown }; name: string };
    return { fault: typeof cause?.code === 'string' ? cause.code : name };
  }
}
