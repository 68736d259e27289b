/** A refusal is a value, not an exception: `{ code, …values }`, a closed union per domain. */
export interface RefusalBase {
  code: string;
}

export type Result<T, R extends RefusalBase> = { ok: true; value: T } | { ok: false; refusal: R };

export function ok<T>(value: T): { ok: true; value: T } {
  return { ok: true, value };
}

export function refuse<R extends RefusalBase>(refusal: R): { ok: false; refusal: R } {
  return { ok: false, refusal };
}
