import type { Mailbox } from '../core/installation/settings';
import type { Inbox } from './inbox';
import type { Mailer } from './mailer';

/** What came of a call: the status that was answered, or why nobody was reached. */
export type Posted = { status: number } | { fault: string };

/** Ways to the outside: those that an administrator tries before Bookend works with them, and calls to programs of others. */
export interface Outside {
  /** @param from who the message says it is from */
  mailerAt(smtpUrl: string, from: { name: string; address: string }): Mailer;
  inboxAt(mailbox: Mailbox): Inbox;
  /** Posts JSON. It never throws, follows nobody elsewhere, and looks at no answer's body. */
  post(url: string, headers: Readonly<Record<string, string>>, body: string): Promise<Posted>;
}
