import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import type { WorldPerson } from '../standins/world/people';
import { readsIn } from '../src/db/standing/permissions';
import type { Context } from '../src/usecases/shared/context';
import { checkMany } from '../src/usecases/standing/checkMany';

const AT_ONCE = 500;

/**
 * The systems of Larkmere as they stand after a year: in step with the ledger but for a few. Some still mail people who said no,
 * some have people who left there and have not told the ledger.
 */
export async function bringIntoStep(
  worker: Context,
  people: readonly WorldPerson[],
  at: { shopUrl: string; newsletterUrl: string; tills: string },
): Promise<void> {
  const permitted = new Map<string, boolean>();
  const emails = [...new Set(people.map(({ email }) => email))];
  for (let from = 0; from < emails.length; from += AT_ONCE) {
    const part = emails.slice(from, from + AT_ONCE);
    const answers = await worker.transaction((h) =>
      checkMany(
        worker,
        readsIn(h),
        part.map((value) => ({ purpose: 'newsletter', identifier: { kind: 'email', scope: '', value, loose: null } })),
      ),
    );
    part.forEach((email, i) => permitted.set(email, answers[i]!.permitted));
  }
  // One in sixty differs, either way; the people of the stories do not.
  const flag = (person: WorldPerson, system: number) =>
    permitted.get(person.email)! !== (!person.story && (person.n + system) % 60 === 11);
  const buyers = people.filter(({ customerNo }) => customerNo);
  const client = new pg.Client({ connectionString: at.shopUrl });
  await client.connect();
  // Set by the shop's own hand, not counted among the changes that others make to it.
  await client.query('alter table customers disable trigger counted');
  await client.query(
    'update customers c set newsletter_flag = f.flag from unnest($1::text[], $2::boolean[]) as f(no, flag) where c.customer_no = f.no',
    [buyers.map(({ customerNo }) => customerNo), buyers.map((person) => flag(person, 20))],
  );
  await client.query('alter table customers enable trigger counted');
  await client.end();
  await fetch(`${at.newsletterUrl}/_flags`, {
    method: 'POST',
    body: JSON.stringify(people.map((person) => ({ email: person.email, subscribed: flag(person, 2) }))),
  });
  const cards = people.filter(({ loyaltyNo, story }) => loyaltyNo && story !== 'gone' && story !== 'formula');
  writeFileSync(
    join(at.tills, 'loyalty.csv'),
    [
      'card_no;email;phone;newsletter',
      ...cards.map((person) => [person.loyaltyNo, person.email, person.phone, flag(person, 40) ? 'J' : 'N'].join(';')),
      '',
    ].join('\r\n'),
  );
}
