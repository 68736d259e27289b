import { simpleParser, type AddressObject, type Attachment } from 'mailparser';
import type { FoundFile } from '../../ports/connector';

const ENCLOSED = 'message/rfc822';
/** Messages within messages are opened so deep. */
export const MOST_ENCLOSED = 10;

export interface ReadMessage {
  from: { name: string; address: string }[];
  to: { name: string; address: string }[];
  cc: { name: string; address: string }[];
  subject: string;
  date: string | null;
  /** Its own words, and below them those of messages that it encloses. */
  text: string;
  files: FoundFile[];
  /** Headers and text, also of enclosed messages: what is searched beside the attachments. */
  words: string;
  /** A part that began is not ended: the message was cut off on its way. */
  isCutOff: boolean;
  /** It encloses messages deeper than they are opened. */
  isTooDeep: boolean;
}

/** Parses MIME: headers, text in any encoding, enclosed messages, attachments. */
export async function readMessage(raw: Buffer, depth = 0): Promise<ReadMessage> {
  const mail = await simpleParser(raw, { skipImageLinks: true });
  const people = (of: AddressObject | AddressObject[] | undefined) =>
    [of ?? []]
      .flat()
      .flatMap(({ value }) => value)
      .flatMap(({ name, address }) => (address ? [{ name, address: address.toLowerCase() }] : []));
  const own = (mail.text ?? '').replace(/\r\n/g, '\n').trim();
  const [from, to, cc] = [people(mail.from), people(mail.to), people(mail.cc)];
  const inner = mail.attachments.filter(({ contentType }) => contentType === ENCLOSED);
  const enclosed =
    depth < MOST_ENCLOSED ? await Promise.all(inner.map(({ content }) => readMessage(content, depth + 1))) : [];
  const text = [own, ...enclosed.map(sayEnclosed)].filter(Boolean).join('\n\n');
  const subject = mail.subject ?? '';
  return {
    from,
    to,
    cc,
    subject,
    date: mail.date?.toISOString() ?? null,
    text,
    files: mail.attachments.map(toFile),
    words: [
      own,
      subject,
      ...[...from, ...to, ...cc].map(({ name, address }) => `${name} ${address}`),
      ...enclosed.map(({ words }) => words),
    ].join('\n'),
    isCutOff: cutOff(raw),
    isTooDeep: (depth >= MOST_ENCLOSED && inner.length > 0) || enclosed.some(({ isTooDeep }) => isTooDeep),
  };
}

export function sayPeople(list: readonly { name: string; address: string }[]): string | null {
  return list.map(({ name, address }) => (name ? `${name} <${address}>` : address)).join(', ') || null;
}

function sayEnclosed({ from, to, date, subject, text }: ReadMessage): string {
  return [
    `— Enclosed message —`,
    `From: ${sayPeople(from) ?? ''}`,
    `To: ${sayPeople(to) ?? ''}`,
    `Date: ${date ?? ''}`,
    `Subject: ${subject}`,
    '',
    text,
  ].join('\n');
}

function toFile({ filename, contentType, content }: Attachment, i: number): FoundFile {
  return {
    name: filename ?? (contentType === ENCLOSED ? `enclosed-${i + 1}.eml` : 'attachment'),
    mediaType: contentType,
    base64: content.toString('base64'),
  };
}

function cutOff(raw: Buffer): boolean {
  const boundary = /^content-type: *multipart\/[\s\S]{0,200}?boundary="?([^"\r\n;]+)/im.exec(
    raw.toString('latin1', 0, 16_384),
  )?.[1];
  return boundary !== undefined && !raw.includes(`--${boundary}--`);
}
