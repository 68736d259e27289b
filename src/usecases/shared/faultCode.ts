/** The kind of a failure: a code, never a value. */
export function faultCode(error: unknown): string {
  // By what it carries, not by its class: a build may hold a class more than once.
  const { code, why, name } = (typeof error === 'object' && error !== null ? error : {}) as {
    code?: unknown;
    why?: unknown;
    name?: unknown;
  };
  return [code, why, name].filter((one): one is string => typeof one === 'string' && one !== '')[0] ?? 'unknown';
}
