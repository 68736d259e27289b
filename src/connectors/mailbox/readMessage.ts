import { simpleParser, type AddressObject } from 'mailparser';
import { haystackOf, type Haystack } from '../shared/mentions';
import type { FoundFile } from '../../ports/connector';

export interface ReadMessage {
  from: { name: string; address: string }[];
  to: { name: string; address: string }[];
  cc: { name: string; address: string }[];
  subject: string;
  date: string | null;
  text: string;
  files: FoundFile[];
  /** Headers, text and attachments that are text, for exact search. */
  hay: Haystack;
  /** A part that began is not ended: the message was cut off on its way. */
  isCutOff: boolean;
}

/** Parses MIME: headers, text in any encoding, attachments. Text attachments are searched, others are kept. */
export async function readMessage(raw: Buffer): Promise<ReadMessage> {
  const mail = await simpleParser(raw, { skipImageLinks: true });
  const people = (of: AddressObject | AddressObject[] | undefined) => [of ?? []].flat().flatMap(({ value }) => value).flatMap(({ name, address }) => (address ? [{ name, address: address.toLowerCase() }] : []));
  const text = (mail.text ?? '').replace(/\r\n/g, '\n').trim();
  const files = mail.attachments.map((file) => ({ name: file.filename ?? 'attachment', mediaType: file.contentType, base64: file.content.toString('base64') }));
  const readable = mail.attachments.filter(({ contentType }) => contentType.startsWith('text/')).map(({ content }) => content.toString('utf8'));
  const [from, to, cc] = [people(mail.from), people(mail.to), people(mail.cc)];
  const whole = [text, mail.subject ?? '', ...[...from, ...to, ...cc].map(({ name, address }) => `${name} ${address}`), ...readable].join('\n');
  return { from, to, cc, subject: mail.subject ?? '', date: mail.date?.toISOString() ?? null, text, files, hay: haystackOf(whole), isCutOff: cutOff(raw) };
}

function cutOff(raw: Buffer): boolean {
  const boundary = /^content-type: *multipart\/[\s\S]{0,200}?boundary="?([^"\r\n;]+)/im.exec(raw.toString('latin1', 0, 16_384))?.[1];
  return boundary !== undefined && !raw.includes(`--${boundary}--`);
}
