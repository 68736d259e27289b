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
