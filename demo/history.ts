import { Readable } from 'node:stream';
import type { ChoiceInput } from '../src/core/ledger/schema';
import { nightlyFile } from '../standins/tills/tillFile';
import { byStory, type WorldPerson } from '../standins/world/people';
import { seeded } from '../standins/world/random';
import type { Context } from '../src/usecases/shared/context';
import { SPECIALS, type Specials } from './specials';
import { recordChoices } from '../src/usecases/ledger/recordChoices';
import { uploadImport } from '../src/usecases/imports/uploadImport';
import { shopChoice } from './shopChoice';

const WEEKS = 52;

/** A year of choices: every week the shop sends its own, and a till file comes in. */
export async function walkChoices(world: Specials, say: (text: string) => void): Promise<void> {
  const { worker, coordinator, clock, people, today, drain } = world;
  const random = seeded(5);
  const buyers = people.filter(({ customerNo }) => customerNo);
  const order = [...buyers].sort((a, b) => ((a.n * 7919) % 2399) - ((b.n * 7919) % 2399));
  const perWeek = Math.ceil(order.length / WEEKS);
  const start = Date.parse(today) - WEEKS * 7 * 86_400_000;
  let n = 0;
  for (let week = 0; week < WEEKS; week++) {
    const at = new Date(start + week * 7 * 86_400_000);
    clock.goTo(new Date(at.getTime() + 6 * 86_400_000 + 3_600_000 * 20).toISOString());
    const daysAgo = (WEEKS - week) * 7;
    const choice = (person: WorldPerson, when: string, purpose: string, answer: ChoiceInput['answer']) =>
      shopChoice(person, when, purpose, answer, n++, daysAgo);
    const choices: ChoiceInput[] = [];
    for (const person of order.slice(week * perWeek, (week + 1) * perWeek)) {
      const when = () => new Date(at.getTime() + random.int(6 * 86_400_000)).toISOString();
      const first = when();
      choices.push(choice(person, first, 'newsletter', person.story || random.chance(0.7) ? 'grant' : 'refuse'));
      if (random.chance(0.4))
        choices.push(choice(person, first, 'partner-offers', random.chance(0.35) ? 'grant' : 'refuse'));
      if (random.chance(0.3))
        choices.push(choice(person, first, 'ride-statistics', random.chance(0.6) ? 'grant' : 'refuse'));
      if (person.country === 'US' && random.chance(0.5))
        choices.push(choice(person, first, 'ad-partners', random.chance(0.5) ? 'gpc-seen' : 'opt-out'));
      if (random.chance(0.07))
        choices.push(
          choice(
            person,
            new Date(Date.parse(first) + 3_600_000).toISOString(),
            random.chance(0.7) ? 'newsletter' : 'marketing',
            random.chance(0.8) ? 'withdraw' : 'object',
          ),
        );
    }
    if (week === WEEKS - 8)
      choices.push(
        choice(byStory(people, 'access'), at.toISOString(), 'partner-offers', 'grant'),
        choice(byStory(people, 'access'), at.toISOString(), 'ride-statistics', 'grant'),
      );
    if (week === WEEKS - 3)
      choices.push(choice(byStory(people, 'access'), at.toISOString(), 'partner-offers', 'withdraw'));
    await recordChoices(worker, {
      systemId: 'sys_shop',
      choices: choices.map((choice) => (choice.answer === 'object' ? { ...choice, purpose: 'marketing' } : choice)),
    });
    const day = at.toISOString().slice(0, 10);
    await takeTillFile(coordinator, drain, `till-${day}.csv`, nightlyFile(people, day, week + 1, [], 28));
    for (const special of SPECIALS.filter((one) => one.daysAgo <= daysAgo && one.daysAgo > daysAgo - 7))
      await special.walk(world);
    if (week % 13 === 12) say(`choices up to ${day}`);
  }
}

async function takeTillFile(
  coordinator: Context,
  drain: () => Promise<void>,
  fileName: string,
  text: string,
): Promise<void> {
  const uploaded = await uploadImport(coordinator, {
    systemId: 'sys_tills',
    fileName,
    content: Readable.from([Buffer.from(text)]),
    way: 'page',
    runNow: true,
  });
  if (!uploaded.ok) throw new Error(`till file ${fileName}: ${uploaded.refusal.code}`);
  await drain();
}
