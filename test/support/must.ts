type Outcome<T> = { ok: true; value: T } | { ok: false; refusal: { code: string } };

/** The value of something that has to succeed; a refusal fails the test by its code. */
export function must<T>(result: Outcome<T>): T {
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

/** The code of a refusal; null where it went through. */
export function refusal(result: Outcome<unknown>): string | null {
  return result.ok ? null : result.refusal.code;
}
