/** What an act answers when its session has ended. */
export const SIGNED_OUT = 'You are signed out. Sign in again; what you typed stays here.';

/** Told to the page's frame, which then lays signing in over the page. */
export const SIGNED_OUT_EVENT = 'bookend-signed-out';

export function tellSignedOut(): void {
  window.dispatchEvent(new Event(SIGNED_OUT_EVENT));
}
