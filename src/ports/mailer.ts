export interface Mail {
  /** The same at every try, so that a repeat can be recognised. */
  messageId: string;
  to: string;
  subject: string;
  text: string;
  /** BCP 47, where it is known: that of the words. */
  language?: string;
  attachments?: { filename: string; content: string }[];
}

export interface Mailer {
  /** @throws when the server did not take it */
  send(mail: Mail): Promise<void>;
}

/** No way out for mail was named yet; what is to be sent waits for one. */
export class MailNotSet extends Error {
  override name = 'MailNotSet';
  readonly code = 'EUNSET';
  constructor() {
    super('no mail server was named');
  }
}
