import type { ActionResult } from './actionResult';

// What a form says where what was sent was not even looked at.

/** What an act answers when its session has ended. */
export const SIGNED_OUT = 'You are signed out. Sign in again; what you typed stays here.';

/** Told to the page's frame, which then lays signing in over the page. */
export const SIGNED_OUT_EVENT = 'bookend-signed-out';

export function tellSignedOut(): void {
  window.dispatchEvent(new Event(SIGNED_OUT_EVENT));
}

type Unanswered = ActionResult<never>;
/** What a form says where the server is not there: nothing that was typed is lost. */
export const stillHere = (): Unanswered => ({
  ok: false,
  message: 'The server did not answer. What you typed is still here.',
});
/** The same for what is typed quickly again. */
export const tryAgain = (): Unanswered => ({ ok: false, message: 'The server did not answer. Try again.' });
