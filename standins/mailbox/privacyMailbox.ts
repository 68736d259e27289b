import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import type { WorldPerson } from '../world/people';

/** What people wrote to privacy@larkmere.example in the last days, each in their own way; two of them are no requests. */
export async function fillPrivacyMailbox(root: string, people: readonly WorldPerson[], today: Date): Promise<number> {
  for (const folder of ['cur', 'new', 'tmp']) mkdirSync(join(root, folder), { recursive: true });
  const from = (country: string, n: number) =>
    people.filter((person) => person.country === country && person.story === null && person.customerNo)[n]!;
  const of = (person: WorldPerson) => ({ name: `${person.givenName} ${person.familyName}`, address: person.email });
  const [bodil, elke, coen, carlos] = [from('DK', 40), from('DE', 12), from('NL', 8), from('US', 3)];
  const letters = [
    {
      days: 4,
      from: of(bodil),
      subject: 'Indsigt i mine oplysninger',
      text: `Hej,\n\njeg vil gerne have indsigt i, hvilke oplysninger I har om mig, og en kopi af dem.\n\nVenlig hilsen\n${bodil.givenName} ${bodil.familyName}\nKundenummer ${bodil.customerNo}`,
    },
    {
      days: 3,
      from: of(elke),
      subject: 'Löschung',
      text: `Sehr geehrte Damen und Herren,\n\nbitte löschen Sie alle meine Daten. Ich fahre nicht mehr Rad.\n\n${elke.givenName} ${elke.familyName}`,
    },
    {
      days: 2,
      from: of(carlos),
      subject: 'Do not sell',
      text: `Hello,\n\nI live in San Francisco. Please do not sell or share my data with advertisers.\n\n${carlos.givenName} ${carlos.familyName}`,
    },
    {
      days: 2,
      from: { name: 'Velo Parts Wholesale', address: 'offers@veloparts.example' },
      subject: 'Spring prices for workshops',
      text: 'Dear workshop,\n\nour spring list is out: chains, clips and cassettes at better prices.\n\nVelo Parts Wholesale',
    },
    {
      days: 1,
      from: of(coen),
      subject: 'Re: Uw bestelling',
      text: `Geachte heer, mevrouw,\n\nmijn adres klopt niet. Wilt u dat corrigeren?\n\n${coen.givenName} ${coen.familyName}\n\nOp di 3 nov 2026 schreef Larkmere:\n> U kunt ons altijd vragen uw gegevens te wissen.`,
    },
  ];
  for (const [n, letter] of letters.entries()) {
    const at = new Date(today.getTime() - letter.days * 86_400_000 - n * 3_600_000);
    const headers = {
      Received: `from mx.example by mail.larkmere.example; ${at.toUTCString().replace('GMT', '+0000')}`,
    };
    const message = await new Promise<Buffer>((resolve, reject) =>
      new MailComposer({
        from: letter.from,
        to: { name: 'Larkmere Privacy', address: 'privacy@larkmere.example' },
        subject: letter.subject,
        text: letter.text,
        date: at,
        headers,
        messageId: `<p${n}@larkmere.example>`,
      })
        .compile()
        .build((error: Error | null, built: Buffer) => (error ? reject(error) : resolve(built))),
    );
    writeFileSync(join(root, 'new', `${Math.floor(at.getTime() / 1000)}.p${n}.larkmere`), message);
  }
  return letters.length;
}
