export interface InboxMessage {
  /** The same at every look: a message is taken once. */
  key: string;
  from: { name: string; address: string } | null;
  subject: string;
  text: string;
  /** RFC 3339; when it arrived here, not when its sender says they wrote it. Null where no header tells. */
  receivedAt: string | null;
}

/** What lies in the mailbox is no message, or larger than any: a person has to look. */
export class UnreadableMessage extends Error {
  override name = 'UnreadableMessage';
  constructor(
    readonly why: 'too-large' | 'no-message' | 'broken',
    options?: ErrorOptions,
  ) {
    super(`a message cannot be read: ${why}`, options);
  }
}

/** The mailbox people write to about their data. Reading leaves it as it is. */
export interface Inbox {
  /** Keys of all messages, the oldest first. @throws where the mailbox cannot be reached: nothing is known of it then */
  keys(): Promise<string[]>;
  /** What the message under a key is known by once it was read: without reading it. */
  identify(key: string): string;
  /** Null where it is gone. @throws UnreadableMessage; anything else where it cannot be reached */
  read(key: string): Promise<InboxMessage | null>;
  /** Leaves the line to it, where there is one. */
  close?(): Promise<void>;
}
