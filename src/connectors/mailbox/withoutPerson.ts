import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { simpleParser } from 'mailparser';
import { sayName } from '../../core/matching/compare';
import type { PersonRecord } from '../../core/people/record';
import { readAttachment } from './attachments';
import { readMessage } from './readMessage';

const REMOVED = '[removed]';

/**
 * The same message without one person: their addresses, numbers and names replaced, in headers, text and subject;
 * attachments in which they stand are dropped. Everybody else's words stay as they were.
 */
export async function withoutPerson(raw: Buffer, person: PersonRecord, token: string): Promise<Buffer> {
  const mail = await simpleParser(raw, { skipImageLinks: true });
  const read = await readMessage(raw);
  const clean = cleaner(person);
  const list = (people: { name: string; address: string }[]) =>
    people.map(({ name, address }) => ({
      name: clean(name),
      address: clean(address).includes(REMOVED) ? `${token}@anonymised.invalid` : address,
    }));
  const isClean = (text: string) => clean(text) === text;
  const attachments = [];
  for (const [i, attached] of mail.attachments.entries()) {
    const file = read.files[i]!;
    // Whatever can be read of it is: an enclosed message, a document or an archive may speak of the person too.
    if (isClean(file.name) && isClean((await readAttachment(file)).words)) attachments.push(attached);
  }
  const composer = new MailComposer({
    from: list(read.from),
    to: list(read.to),
    cc: list(read.cc),
    subject: clean(read.subject),
    text: clean((mail.text ?? '').replace(/\r\n/g, '\n').trim()),
    ...(mail.date ? { date: mail.date } : {}),
    ...(mail.messageId ? { messageId: mail.messageId } : {}),
    headers: { 'X-Anonymised': token },
    attachments: attachments.map(({ filename, content, contentType }) => ({
      filename: filename ?? 'attachment',
      content,
      contentType,
    })),
  });
  return new Promise((resolve, reject) =>
    composer.compile().build((error: Error | null, message: Buffer) => (error ? reject(error) : resolve(message))),
  );
}

function cleaner(person: PersonRecord): (text: string) => string {
  const name = sayName(person);
  const exact = [
    ...(person.emails ?? []),
    ...(name ? [name] : []),
    ...(person.familyName && person.familyName.length > 3 ? [person.familyName] : []),
  ];
  const patterns = exact.map((value) => new RegExp(`(?<![\\p{L}\\p{N}])${escape(value)}(?![\\p{L}\\p{N}])`, 'giu'));
  // A given name alone may be somebody else's: it goes only where the person is addressed or signs.
  if (person.givenName && person.givenName.length > 1)
    patterns.push(
      new RegExp(
        `(?<=(?:hi|hello|dear|hej|kære|hallo|beste|liebe|lieber|regards,?|best,?|thanks,?|hilsen,?)\\s{1,3})` +
          `${escape(person.givenName)}(?![\\p{L}\\p{N}])`,
        'giu',
      ),
    );
  for (const phone of person.phones ?? []) {
    const digits = phone.replace(/\D/g, '').slice(-8);
    if (digits.length === 8)
      patterns.push(new RegExp(`(?:\\+|00)?[\\d ()-]{0,8}${[...digits].join('[ ()./-]?')}(?!\\d)`, 'g'));
  }
  return (text) => patterns.reduce((sum, pattern) => sum.replace(pattern, REMOVED), text);
}

function escape(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
}
