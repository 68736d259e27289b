/** Carries the released ticket from the page to the file, and nowhere else. */
export const TICKET_COOKIE = 'bookend_ticket';
