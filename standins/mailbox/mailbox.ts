import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { byStory, type WorldPerson } from '../world/people';
import { seeded } from '../world/random';

const SUPPORT = { name: 'Larkmere Support', address: 'support@larkmere.example' };
const TOPICS = [
  ['Chain guard again', 'The chain guard I bought rattles on cobbles. Can you send me a new clip?'],
  ['Delivery date', 'My order should have come on Tuesday. Could you tell me where it is?'],
  ['Saddle height', 'Which seat post fits the touring frame in size 56?'],
  ['Tour in May', 'Is there still room on the Funen tour in May? We would be two.'],
  ['Invoice copy', 'Could I have a copy of my invoice for the insurance?'],
] as const;

interface Draft {
  from: { name: string; address: string };
  to: { name: string; address: string };
  subject: string;
  text: string;
  date: Date;
  attachments?: { filename: string; content: Buffer; contentType: string }[];
}

/** Real MIME messages in a Maildir: questions, answers with long quotes, attachments, a thread that quotes somebody else. */
export async function fillMailbox(root: string, people: readonly WorldPerson[], today: Date): Promise<number> {
  for (const folder of ['cur', 'new', 'tmp']) mkdirSync(join(root, folder), { recursive: true });
  const random = seeded(11);
  const daysAgo = (days: number) => new Date(today.getTime() - days * 86_400_000);
  const drafts: Draft[] = [];
  const who = (person: WorldPerson) => ({ name: `${person.givenName} ${person.familyName}`, address: person.email });
  const quote = (text: string, author: string, on: Date) =>
    `On ${on.toDateString()}, ${author} wrote:\n${text
      .split('\n')
      .map((line) => `> ${line}`)
      .join('\n')}`;
  for (const person of people.filter(
    ({ story, customerNo }) => customerNo && (story ? story !== 'formula' : random.chance(0.12)),
  )) {
    const [subject, question] = random.pick(TOPICS);
    const on = daysAgo(20 + random.int(300));
    const text = `Hello,\n\n${question}\n\nYou can reach me on ${person.phone} after four.\n\nBest regards,\n${person.givenName} ${person.familyName}\nCustomer ${person.customerNo}`;
    drafts.push({ from: who(person), to: SUPPORT, subject, text, date: on });
    drafts.push({
      from: SUPPORT,
      to: who(person),
      subject: `Re: ${subject}`,
      text: `Hello ${person.givenName},\n\nThank you for writing; we look into it.\n\nLarkmere Support\n\n${quote(text, `${person.givenName} ${person.familyName} <${person.email}>`, on)}`,
      date: new Date(on.getTime() + 7_200_000),
    });
  }
  const [mette, jens, jonas] = [byStory(people, 'access'), byStory(people, 'erasure'), byStory(people, 'quoted')];
  const jonasWords = `Hi,\n\nThe same clip broke on my bike last spring. My number is ${jonas.phone}.\n\nJonas Vind`;
  drafts.push({
    from: who(mette),
    to: SUPPORT,
    subject: 'Photo of the broken clip',
    date: daysAgo(61),
    text: `Hello,\n\nHere is the photo you asked for, and my receipt.\n\nBest regards,\nMette Holmgaard`,
    attachments: [
      {
        filename: 'receipt.txt',
        content: Buffer.from(
          `Receipt for ${mette.givenName} ${mette.familyName}, customer ${mette.customerNo}\nChain guard 1 pc\n`,
        ),
        contentType: 'text/plain',
      },
      {
        filename: 'clip.png',
        content: Buffer.from(
          'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
          'base64',
        ),
        contentType: 'image/png',
      },
    ],
  });
  // Her thread quotes another customer; his thread is quoted by another customer.
  drafts.push({
    from: SUPPORT,
    to: who(mette),
    subject: 'Re: Chain guard again',
    date: daysAgo(58),
    text: `Hello Mette,\n\nAnother rider had the same trouble and solved it with a zip tie, see below.\n\nLarkmere Support\n\n${quote(jonasWords, `Jonas Vind <${jonas.email}>`, daysAgo(200))}`,
  });
  drafts.push({
    from: who(jonas),
    to: SUPPORT,
    subject: 'Group ride photos',
    date: daysAgo(33),
    text: `Hi,\n\nI send you the photos of the Odense ride. My own words stay here: the ride was splendid and the weather held.\n\nJonas Vind\n\n${quote(`Could Jonas have the photos?\n\nJens Toft\n${jens.phone}`, `Jens Toft <${jens.email}>`, daysAgo(34))}`,
  });
  let n = 0;
  for (const draft of drafts.sort((a, b) => a.date.getTime() - b.date.getTime())) {
    const message = await new Promise<Buffer>((resolve, reject) =>
      new MailComposer({ ...draft, messageId: `<m${++n}@larkmere.example>` })
        .compile()
        .build((error: Error | null, built: Buffer) => (error ? reject(error) : resolve(built))),
    );
    writeFileSync(
      join(root, 'cur', `${Math.floor(draft.date.getTime() / 1000)}.m${String(n).padStart(5, '0')}.larkmere:2,S`),
      message,
    );
  }
  return n;
}
