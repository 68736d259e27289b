import type { Contact, NewsletterSettings } from './newsletter';

export interface Send {
  at: string;
  subject: string;
  sent: string[];
  leftOut: { email: string; standing: string; why: string }[];
  failed: number;
}

const AT_ONCE = 12;
const LIST_SIZE = 120;

/** Before it mails, the service asks Bookend about every address, and leaves out whoever may not be mailed. */
export async function askBeforeSend(contacts: readonly Contact[], settings: NewsletterSettings): Promise<Send> {
  const send: Send = { at: new Date().toISOString(), subject: 'Autumn rides', sent: [], leftOut: [], failed: 0 };
  const waiting = contacts.filter(({ subscribed }) => subscribed).slice(0, LIST_SIZE);
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let contact = waiting.shift(); contact; contact = waiting.shift()) {
        const response = await fetch(`${settings.checksUrl}/api/v1/standing`, {
          method: 'POST',
          headers: { authorization: `Bearer ${settings.bookendKey}`, 'content-type': 'application/json' },
          body: JSON.stringify({ identifier: { kind: 'email', value: contact.email }, purpose: 'newsletter' }),
        }).catch(() => null);
        if (!response?.ok) {
          // No answer is no permission.
          send.failed++;
          send.leftOut.push({ email: contact.email, standing: 'unknown', why: 'The ledger did not answer.' });
          continue;
        }
        const answer = (await response.json()) as { permitted: boolean; standing: string; reasons: { text: string }[] };
        if (answer.permitted) send.sent.push(contact.email);
        else send.leftOut.push({ email: contact.email, standing: answer.standing, why: answer.reasons[0]?.text ?? '' });
      }
    }),
  );
  send.leftOut.sort((a, b) => (a.email < b.email ? -1 : 1));
  return send;
}
