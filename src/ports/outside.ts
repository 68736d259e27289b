import type { Mailbox } from '../core/installation/settings';
import type { Inbox } from './inbox';
import type { Mailer } from './mailer';

/** Ways to the outside that an administrator tries with settings before Bookend works with them. */
export interface Outside {
  /** @param from who the message says it is from */
  mailerAt(smtpUrl: string, from: { name: string; address: string }): Mailer;
  inboxAt(mailbox: Mailbox): Inbox;
}
