import type { ChoiceInput } from '../src/core/ledger/schema';
import { addDays } from '../src/core/shared/days';
import { personsByHash } from '../src/db/people/persons';
import { byStory, type WorldPerson } from '../standins/world/people';
import type { Context } from '../src/usecases/shared/context';
import { recordChoices } from '../src/usecases/ledger/recordChoices';
import { linkPersons } from '../src/usecases/people/linkPersons';
import { countryOf, shopChoice } from './shopChoice';
import type { WalkingClock } from './walkingClock';

export interface Specials {
  worker: Context;
  coordinator: Context;
  clock: WalkingClock;
  people: readonly WorldPerson[];
  today: string;
  drain(): Promise<void>;
}

type Special = { daysAgo: number; walk(world: Specials): Promise<void> };

/** What every rule needs to bite on: children, double opt-ins, linked identities. Each when it happened. */
export const SPECIALS: readonly Special[] = [
  { daysAgo: 120, walk: camp },
  { daysAgo: 90, walk: tillSaysOldName },
  { daysAgo: 40, walk: tourLetters },
  { daysAgo: 30, walk: linkBothNames },
  { daysAgo: 1, walk: letterOfYesterday },
];

const at = (world: Specials, daysAgo: number, time = '10:00:00') => `${addDays(world.today, -daysAgo)}T${time}Z`;

/** At the riding camp two children said yes themselves; for one of them her mother confirmed it. */
async function camp(world: Specials): Promise<void> {
  world.clock.goTo(at(world, 120, '18:00:00'));
  const [sofie, emil] = ['Sofie', 'Emil'].map((name) =>
    world.people.find(({ story, givenName }) => story === 'family' && givenName === name)!,
  );
  const yes = (person: WorldPerson, n: number): ChoiceInput => ({
    occurredAt: at(world, 120),
    identifiers: [{ kind: 'name-birth-date', value: `${person.givenName} ${person.familyName}|${person.birthDate}` }],
    purpose: 'camp-photos',
    answer: 'grant',
    ask: 'camp-form',
    askVersion: 1,
    method: 'paper form',
    place: 'riding camp',
    country: 'DK',
    language: 'da',
    address: null,
    name: { givenName: person.givenName, familyName: person.familyName },
    evidence: null,
    externalId: `camp-${n}`,
  });
  const [first] = await recordChoices(world.worker, { systemId: 'sys_camp', choices: [yes(sofie!, 1), yes(emil!, 2)] });
  world.clock.goTo(at(world, 118, '18:00:00'));
  await recordChoices(world.worker, {
    systemId: 'sys_camp',
    choices: [
      {
        ...yes(sofie!, 3),
        occurredAt: at(world, 118),
        answer: 'guardian-confirm',
        confirms: first!.id!,
        evidence: { guardian: 'mother, signed on paper' },
      },
    ],
  });
}

const letterTo = (world: Specials, person: WorldPerson, daysAgo: number, n: number): ChoiceInput => ({
  ...shopChoice(person, at(world, daysAgo), 'tour-letter', 'grant', 900_000 + n, daysAgo),
  address: { channel: 'email', value: person.email },
});

/** Sign-ups for the tour letter: some confirmed a day later, some never. */
async function tourLetters(world: Specials): Promise<void> {
  const some = world.people.filter(({ customerNo, story, n }) => customerNo && !story && n % 60 === 7);
  const letter = (person: WorldPerson, daysAgo: number, n: number) => letterTo(world, person, daysAgo, n);
  world.clock.goTo(at(world, 40, '18:00:00'));
  const outcomes = await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: some.map((person, i) => letter(person, 40, i)),
  });
  world.clock.goTo(at(world, 39, '18:00:00'));
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: some.flatMap((person, i) =>
      i % 3 === 0
        ? []
        : [{ ...letter(person, 39, 1000 + i), answer: 'confirm' as const, confirms: outcomes[i]!.id!, address: null }],
    ),
  });
}

async function letterOfYesterday(world: Specials): Promise<void> {
  world.clock.goTo(at(world, 1, '20:30:00'));
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [letterTo(world, byStory(world.people, 'access'), 1, 2000)],
  });
}

/** Kirsten married: at the till she still says the old name and said no there; in the shop she said yes. Both are her. */
async function tillSaysOldName(world: Specials): Promise<void> {
  const kirsten = byStory(world.people, 'married-name');
  world.clock.goTo(at(world, 90, '18:00:00'));
  await recordChoices(world.worker, {
    systemId: 'sys_tills',
    choices: [
      {
        occurredAt: addDays(world.today, -90),
        identifiers: [
          { kind: 'email', value: 'kirsten.bang@post.example' },
          { kind: 'customer-number', value: 'L-09931' },
        ],
        purpose: 'newsletter',
        answer: 'refuse',
        ask: 'till-sign-up',
        askVersion: 1,
        method: 'spoken',
        place: 'Esbjerg',
        country: countryOf(kirsten),
        language: 'da',
        address: null,
        name: { givenName: 'Kirsten', familyName: 'Bang' },
        evidence: null,
        externalId: 'T-KB-1',
      },
    ],
  });
}

async function linkBothNames(world: Specials): Promise<void> {
  const kirsten = byStory(world.people, 'married-name');
  world.clock.goTo(at(world, 30, '21:00:00'));
  const idOf = (email: string) =>
    world.worker.transaction(
      async (h) => (await personsByHash(h, [world.worker.keys.index(`email::${email}`)]))[0]!.person_id,
    );
  const linked = await linkPersons(world.coordinator, {
    a: await idOf(kirsten.email),
    b: await idOf('kirsten.bang@post.example'),
    reason: 'Married; showed both cards and her passport in Esbjerg.',
  });
  if (!linked.ok) throw new Error(linked.refusal.code);
}
