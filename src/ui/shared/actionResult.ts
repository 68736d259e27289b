/** What a server action gives back to the page: done, or the words to show and where. */
export type ActionResult<T = null> =
  { ok: true; value: T } | { ok: false; message: string; fields?: Record<string, string> };
