type Outcome<T> = { ok: true; value: T } | { ok: false; refusal: { code: string } };

/** The value of something that has to succeed; a refusal fails the test by its code. */
export function must<T>(result: Outcome<T>): T {
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}
