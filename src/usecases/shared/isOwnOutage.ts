/** The database or the storage of Bookend itself is away: what was under way stays as it is and is resumed. */
export function isOwnOutage(error: unknown): boolean {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return (
    /^(ECONN|EPIPE|ENOSPC|EIO|08|53|57|40)/.test(code) ||
    (error instanceof Error && /KnexTimeoutError/.test(error.name))
  );
}
