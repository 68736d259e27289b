import type { ChoiceInput } from '../src/core/consent/schema';
import { nightlyFile } from '../standins/tills/tillFile';
import { byStory, type WorldPerson } from '../standins/world/people';
import { seeded } from '../standins/world/random';
import type { Context } from '../src/usecases/context';
import { recordChoices } from '../src/usecases/consent/recordChoices';
import { checkImport } from '../src/usecases/imports/checkImport';
import { runImport, startImport } from '../src/usecases/imports/runImport';
import type { WalkingClock } from './walkingClock';

const WEEKS = 52;

export function shopChoice(person: WorldPerson, at: string, purpose: string, answer: ChoiceInput['answer'], n: number): ChoiceInput {
  return {
    occurredAt: at, identifiers: [{ kind: 'email', value: person.email }, ...(person.customerNo ? [{ kind: 'customer-number' as const, value: person.customerNo }] : []), ...(person.story === 'family' ? [] : [{ kind: 'phone' as const, value: person.phone }])],
    purpose, answer, ask: 'webshop-checkout', askVersion: 3, notice: 'privacy', noticeVersion: 5, method: 'tick-box', place: 'web shop checkout', country: person.country, language: person.language,
    address: purpose === 'newsletter' && answer === 'grant' ? { channel: 'email', value: person.email } : null, name: { givenName: person.givenName, familyName: person.familyName }, evidence: { ip: `192.0.2.${n % 250}`, form: { box: 'unticked by default' } }, externalId: `evt_${80_000 + n}`,
  };
}

/** A year of choices: every week the shop sends its own, and a till file comes in. */
export async function walkChoices(worker: Context, coordinator: Context, clock: WalkingClock, people: readonly WorldPerson[], today: string, say: (text: string) => void): Promise<void> {
  const random = seeded(5);
  const buyers = people.filter(({ customerNo }) => customerNo);
  const order = [...buyers].sort((a, b) => ((a.n * 7919) % 2399) - ((b.n * 7919) % 2399));
  const perWeek = Math.ceil(order.length / WEEKS);
  const start = Date.parse(today) - WEEKS * 7 * 86_400_000;
  let n = 0;
  for (let week = 0; week < WEEKS; week++) {
    const at = new Date(start + week * 7 * 86_400_000);
    clock.goTo(new Date(at.getTime() + 6 * 86_400_000 + 3_600_000 * 20).toISOString());
    const choices: ChoiceInput[] = [];
    for (const person of order.slice(week * perWeek, (week + 1) * perWeek)) {
      const when = () => new Date(at.getTime() + random.int(6 * 86_400_000)).toISOString();
      const first = when();
      choices.push(shopChoice(person, first, 'newsletter', person.story || random.chance(0.7) ? 'grant' : 'refuse', n++));
      if (random.chance(0.4)) choices.push(shopChoice(person, first, 'partner-offers', random.chance(0.35) ? 'grant' : 'refuse', n++));
      if (random.chance(0.07)) choices.push(shopChoice(person, new Date(Date.parse(first) + 3_600_000).toISOString(), random.chance(0.7) ? 'newsletter' : 'marketing', random.chance(0.8) ? 'withdraw' : 'object', n++));
    }
    if (week === WEEKS - 8) choices.push(shopChoice(byStory(people, 'access'), at.toISOString(), 'partner-offers', 'grant', n++), shopChoice(byStory(people, 'access'), at.toISOString(), 'ride-statistics', 'grant', n++));
    if (week === WEEKS - 3) choices.push(shopChoice(byStory(people, 'access'), at.toISOString(), 'partner-offers', 'withdraw', n++));
    await recordChoices(worker, { systemId: 'sys_shop', choices: choices.map((choice) => (choice.answer === 'object' ? { ...choice, purpose: 'marketing' } : choice)) });
    const day = at.toISOString().slice(0, 10);
    await takeTillFile(coordinator, worker, `till-${day}.csv`, nightlyFile(people, day, week + 1, [], 28));
    if (week % 13 === 12) say(`choices up to ${day}`);
  }
}

async function takeTillFile(coordinator: Context, worker: Context, fileName: string, text: string): Promise<void> {
  const checked = await checkImport(coordinator, { systemId: 'sys_tills', fileName, bytes: Buffer.from(text) });
  if (!checked.ok) throw new Error(`till file ${fileName}: ${checked.refusal.code}`);
  const started = await startImport(coordinator, { importId: checked.value.id });
  if (!started.ok) throw new Error(started.refusal.code);
  await runImport(worker, { importId: checked.value.id });
}
