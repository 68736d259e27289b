export interface InboxMessage {
  /** The same at every look: a message is taken once. */
  key: string;
  from: { name: string; address: string } | null;
  subject: string;
  text: string;
  /** RFC 3339; when it arrived here, not when its sender says they wrote it. Null where no header tells. */
  receivedAt: string | null;
}

/** The mailbox people write to about their data. Reading leaves it as it is. */
export interface Inbox {
  /** Keys of all messages, the oldest first. */
  keys(): Promise<string[]>;
  /** Null where it is gone or is no message. */
  read(key: string): Promise<InboxMessage | null>;
}
