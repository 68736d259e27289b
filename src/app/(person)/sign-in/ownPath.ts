/** A page of ours to go on to; anything else leads to the Desk. */
export function ownPath(path: string | undefined): string {
  return path && /^\/(?![/\\])[\w\-/.?=&%~+]*$/.test(path) && !path.startsWith('/sign-in') && !path.startsWith('/api/')
    ? path
    : '/desk';
}
