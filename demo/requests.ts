import type { Right } from '../src/core/requests/rights';
import type { Result, RefusalBase } from '../src/core/shared/result';
import { addDays } from '../src/core/shared/days';
import { byStory, type WorldPerson } from '../standins/world/people';
import type { Context } from '../src/usecases/shared/context';
import { confirmPlan, makePlan } from '../src/usecases/erasure/makePlan';
import { cancelTask } from '../src/usecases/helpers/cancelTask';
import { sendAgain } from '../src/usecases/letters/sendAgain';
import { startPack } from '../src/usecases/packs/buildPack';
import { sendPack } from '../src/usecases/packs/handOver';
import { receiveAppeal } from '../src/usecases/requests/appeals';
import { decide } from '../src/usecases/requests/decide';
import { askIdentity, proveAtCounter, proveIdentity, refuseForIdentity } from '../src/usecases/identity/identity';
import type { Mail } from '../src/ports/mailer';
import { requestView } from '../src/usecases/requests/requestView';
import { readRequests } from '../src/usecases/requests/readRequests';
import { tellRecipient } from '../src/usecases/carryOut/tellRecipients';
import { openRequest, type NewRequest } from '../src/usecases/intake/openRequest';
import { recordClockEvent } from '../src/usecases/clock/recordClockEvent';
import { acceptBand, giveVerdicts } from '../src/usecases/trace/review';
import { traceView } from '../src/usecases/trace/traceView';
import { startTrace } from '../src/usecases/trace/startTrace';
import type { WalkingClock } from './walkingClock';

export interface DemoWorld {
  coordinator: Context;
  publicPage: Context;
  clock: WalkingClock;
  people: readonly WorldPerson[];
  today: string;
  /** Runs every job that waits, and those they cause. */
  drain(): Promise<void>;
  /** Runs the jobs that wait now, each once: what they put off stays put off. */
  once(): Promise<void>;
  /** What was mailed, the last one last. */
  mails: readonly Mail[];
  /** How the mail server behaves from now on. */
  mailServer(mode: 'refused' | 'none'): Promise<void>;
}

type Story = (world: DemoWorld) => Promise<void>;

export function must<T, R extends RefusalBase>(result: Result<T, R>): T {
  if (!result.ok) throw new Error(`the demo’s history was refused: ${JSON.stringify(result.refusal)}`);
  return result.value;
}

async function open(
  world: DemoWorld,
  person: WorldPerson,
  right: Right,
  day: string,
  more: Partial<NewRequest> = {},
): Promise<string> {
  const receivedAt = `${day}T09:14:00Z`;
  world.clock.goTo(`${day}T09:20:00Z`);
  const isPublic = (more.channel ?? 'public-form') === 'public-form';
  const opened = must(
    await openRequest(isPublic ? world.publicPage : world.coordinator, {
      right,
      receivedAt,
      channel: 'public-form',
      language: person.language,
      text: null,
      // The law follows from where they live.
      person: {
        country: person.country,
        region: person.country === 'US' ? (person.city === 'Denver' ? 'CO' : 'CA') : null,
        givenName: person.givenName,
        familyName: person.familyName,
        emails: [person.email],
        phones: more.channel === 'phone' ? [person.phone] : [],
        customerNumbers:
          person.customerNo && person.story !== 'paused' ? [{ system: 'sys_shop', value: person.customerNo }] : [],
      },
      ...more,
    }),
  );
  await world.drain();
  return opened.ref;
}

/** The code is mailed now, and typed in on the page behind its link some hours later. */
async function proveByCode(world: DemoWorld, ref: string, { email }: WorldPerson, hours: number): Promise<void> {
  must(await askIdentity(world.coordinator, { ref, address: email }));
  await world.drain();
  const { text } = world.mails.at(-1)!;
  const [token, code] = [
    /\/identity\/([\w-]+)/.exec(text)![1]!,
    /(?<!\d)\d{6}(?!\d)/.exec(text.replace(/\S*\/identity\/\S*/g, ''))![0],
  ];
  world.clock.goTo(new Date(Date.parse(world.clock.now()) + hours * 3_600_000).toISOString());
  must(await proveIdentity(world.publicPage, { token, code }));
}

async function trace(world: DemoWorld, ref: string): Promise<void> {
  must(await startTrace(world.coordinator, { ref }));
  await world.drain();
}

/** The workshops did not answer in time; it went on without them, and the letter said so. */
async function withoutCards(world: DemoWorld, ref: string): Promise<void> {
  const view = must(await traceView(world.coordinator, { ref }))!;
  for (const task of view.helpers.filter(({ state }) => state === 'open'))
    must(await cancelTask(world.coordinator, { ref, taskId: task.id }));
}

async function judgeAll(world: DemoWorld, ref: string): Promise<void> {
  await withoutCards(world, ref);
  for (const band of ['certain', 'likely'] as const) must(await acceptBand(world.coordinator, { ref, band }));
  const view = must(await traceView(world.coordinator, { ref }))!;
  const left = view.matches.filter(({ verdict, parent }) => verdict === null && !parent);
  if (left.length > 0)
    must(
      await giveVerdicts(world.coordinator, {
        ref,
        verdicts: left.map(({ id }) => ({ matchId: id, verdict: 'not-theirs' })),
      }),
    );
}

/** Closed in spring: received on 31 January, when a month has no such day. */
const january: Story = async (world) => {
  const year = Number(world.today.slice(0, 4));
  const person = world.people.find(({ n }) => n === 310)!;
  const ref = await open(world, person, 'access', `${year}-01-31`);
  world.clock.goTo(`${year}-02-03T10:00:00Z`);
  await proveByCode(world, ref, person, 2);
  await trace(world, ref);
  await judgeAll(world, ref);
  world.clock.goTo(`${year}-02-17T10:00:00Z`);
  must(
    await decide(world.coordinator, {
      ref,
      outcome: 'fulfil',
      ground: 'art-15',
      reason: 'Identity proven; nothing stands against it.',
    }),
  );
  must(await startPack(world.coordinator, { ref }));
  await world.drain();
  must(await sendPack(world.coordinator, { ref }));
  await world.drain();
};

/** Erased two weeks ago; comes back in tonight's till file. */
const gone: Story = async (world) => {
  const person = byStory(world.people, 'gone');
  const ref = await open(world, person, 'erasure', addDays(world.today, -20), {
    text: 'Please delete everything you have about me.',
  });
  world.clock.goTo(`${addDays(world.today, -16)}T10:00:00Z`);
  await proveByCode(world, ref, person, 3);
  world.clock.goTo(`${addDays(world.today, -15)}T10:00:00Z`);
  await trace(world, ref);
  await judgeAll(world, ref);
  must(
    await decide(world.coordinator, {
      ref,
      outcome: 'fulfil',
      ground: 'art-17-1-a',
      reason: 'No order is open; nothing needs the data any more.',
    }),
  );
  must(await makePlan(world.coordinator, { ref }));
  await eraseAndTell(world, ref);
};

/** Erased in part two months ago: young invoices stay, and the letter said which, why, and until when. */
const inPart: Story = async (world) => {
  const person = world.people.find(
    ({ n, customerNo, country, story }) => n > 200 && n < 300 && customerNo && country === 'DK' && !story,
  )!;
  const ref = await open(world, person, 'erasure', addDays(world.today, -60), {
    text: 'I have moved on to another shop. Please remove me.',
  });
  world.clock.goTo(`${addDays(world.today, -57)}T10:00:00Z`);
  await proveByCode(world, ref, person, 1);
  world.clock.goTo(`${addDays(world.today, -55)}T10:00:00Z`);
  await trace(world, ref);
  await judgeAll(world, ref);
  must(
    await decide(world.coordinator, {
      ref,
      outcome: 'fulfil',
      ground: 'art-17-1-a',
      reason: 'No order is open; only book-keeping needs the invoices.',
    }),
  );
  must(await makePlan(world.coordinator, { ref }));
  await eraseAndTell(world, ref);
};

/** Carried out to the end: whoever had received the data is told before the answer goes. */
async function eraseAndTell(world: DemoWorld, ref: string): Promise<void> {
  must(
    await confirmPlan(world.coordinator, {
      ref,
      typed: ref,
      acceptance: 'Only the town and the words of others stay in it.',
    }),
  );
  await world.drain();
  const { plan } = must(await requestView(world.coordinator, { ref }));
  for (const { recipient } of plan!.recipients)
    must(
      await tellRecipient(world.coordinator, { ref, recipient, how: 'letter to their privacy officer', wasTold: true }),
    );
  await world.drain();
}

const refused: Story = async (world) => {
  const person = world.people.find(({ n, customerNo }) => n > 400 && customerNo)!;
  const ref = await open(world, person, 'access', addDays(world.today, -70));
  must(await askIdentity(world.coordinator, { ref, address: person.email }));
  await world.drain();
  world.clock.goTo(`${addDays(world.today, -50)}T10:00:00Z`);
  // The mail server did not take the letter that says so; it was seen, and sent again the next morning.
  await world.mailServer('refused');
  must(await refuseForIdentity(world.coordinator, { ref }));
  await world.once();
  await world.mailServer('none');
  world.clock.goTo(`${addDays(world.today, -49)}T08:00:00Z`);
  const [stuck] = must(await requestView(world.coordinator, { ref })).letters.filter(({ state }) => state !== 'sent');
  must(await sendAgain(world.coordinator, { ref, letterId: stuck!.id! }));
  await world.drain();
};

const overdue: Story = async (world) => {
  const person = world.people.find(({ n, customerNo, country }) => n > 500 && customerNo && country === 'DK')!;
  const ref = await open(world, person, 'access', addDays(world.today, -35), { channel: 'letter' });
  world.clock.goTo(`${addDays(world.today, -30)}T10:00:00Z`);
  // The letter had a copy of a document with it.
  must(await proveAtCounter(world.coordinator, { ref, document: 'passport', seen: 'in-person' }));
  await trace(world, ref);
};

const extended: Story = async (world) => {
  const person = byStory(world.people, 'extended');
  const ref = await open(world, person, 'access', addDays(world.today, -38));
  world.clock.goTo(`${addDays(world.today, -36)}T10:00:00Z`);
  await proveByCode(world, ref, person, 2);
  world.clock.goTo(`${addDays(world.today, -12)}T10:00:00Z`);
  must(
    await recordClockEvent(world.coordinator, {
      ref,
      kind: 'extended',
      reason: 'Paper cards of nine workshops have to be read by hand.',
    }),
  );
};

const ines = (world: DemoWorld, emails: string[]) => {
  const { country, givenName, familyName } = byStory(world.people, 'paused');
  return { country, givenName, familyName, emails, birthDate: '1985-02-19' };
};

const paused: Story = async (world) => {
  const person = byStory(world.people, 'paused');
  const ref = await open(world, person, 'portability', addDays(world.today, -16), {
    person: ines(world, [person.email]),
  });
  world.clock.goTo(`${addDays(world.today, -14)}T10:00:00Z`);
  must(await askIdentity(world.coordinator, { ref, address: person.email }));
  await world.drain();
};

/** Ines lost the code, and asks once more from another address. */
const again: Story = async (world) => {
  await open(world, byStory(world.people, 'paused'), 'portability', addDays(world.today, -2), {
    text: 'I asked two weeks ago and cannot find your mail with the code. Please send me my data.',
    person: ines(world, ['brandes@werkstatt.example']),
  });
};

const agent: Story = async (world) => {
  await open(world, byStory(world.people, 'agent'), 'access', addDays(world.today, -9), {
    channel: 'mail',
    onBehalf: { kind: 'agent', name: 'Brendan Quirke, solicitor' },
  });
};

const child: Story = async (world) => {
  const emil = world.people.find(({ story, givenName }) => story === 'family' && givenName === 'Emil')!;
  await open(world, emil, 'access', addDays(world.today, -6), {
    channel: 'counter',
    onBehalf: { kind: 'guardian', name: 'Lone Vinter' },
  });
};

/** Mette: identity proven, trace ready for review. */
const mette: Story = async (world) => {
  const person = byStory(world.people, 'access');
  const ref = await open(world, person, 'access', addDays(world.today, -24), {
    text: 'I would like to know what you have about me, please.',
  });
  world.clock.goTo(`${addDays(world.today, -21)}T08:00:00Z`);
  await proveByCode(world, ref, person, 6);
  world.clock.goTo(`${addDays(world.today, -20)}T08:05:00Z`);
  await trace(world, ref);
};

/** Jens: just in; wants to be forgotten. */
const jens: Story = async (world) => {
  await open(world, byStory(world.people, 'erasure'), 'erasure', addDays(world.today, -1), {
    text: 'Please erase my account and everything that goes with it.',
  });
};

/** Two from America: one wants a copy under California's law, one opts out of sharing under Colorado's. */
const american = (world: DemoWorld, city: string) =>
  world.people.find(({ country, city: own, customerNo }) => country === 'US' && own === city && customerNo)!;

const california: Story = async (world) => {
  await open(world, american(world, 'San Francisco'), 'access', addDays(world.today, -14), {
    text: 'I want to know the specific pieces of information you collected about me.',
  });
};

const colorado: Story = async (world) => {
  await open(world, american(world, 'Denver'), 'opt-out', addDays(world.today, -5));
};

/** Answered in September under the law of the kingdom … */
const british: Story = async (world) => {
  const person = world.people.find(({ n, country, customerNo }) => n > 300 && country === 'GB' && customerNo)!;
  const ref = await open(world, person, 'access', addDays(world.today, -80));
  world.clock.goTo(`${addDays(world.today, -76)}T10:00:00Z`);
  await proveByCode(world, ref, person, 4);
  await trace(world, ref);
  await judgeAll(world, ref);
  world.clock.goTo(`${addDays(world.today, -60)}T10:00:00Z`);
  must(
    await decide(world.coordinator, {
      ref,
      outcome: 'fulfil',
      ground: 'art-15',
      reason: 'Identity proven; nothing stands against it.',
    }),
  );
  must(await startPack(world.coordinator, { ref }));
  await world.drain();
  must(await sendPack(world.coordinator, { ref }));
  await world.drain();
};

/** … and complains a week ago that something is missing. */
const complained: Story = async (world) => {
  world.clock.goTo(`${addDays(world.today, -7)}T10:00:00Z`);
  const closed = must(
    await readRequests(world.coordinator, {
      state: 'closed',
      right: 'access',
      regime: 'uk-gdpr',
      stage: null,
      after: null,
      limit: 1,
    }),
  );
  const { ref } = closed.lines[0]!;
  must(
    await receiveAppeal(world.coordinator, {
      ref,
      receivedOn: addDays(world.today, -7),
      text: 'The letters I wrote to the York shop are not in it.',
    }),
  );
  await world.drain();
};

const objection: Story = async (world) => {
  await open(
    world,
    world.people.find(({ n, customerNo }) => n > 600 && customerNo)!,
    'objection',
    addDays(world.today, -3),
  );
};

/** In the order in which they happened. */
export const STORIES: readonly Story[] = [
  january,
  british,
  refused,
  inPart,
  extended,
  overdue,
  mette,
  gone,
  california,
  paused,
  agent,
  complained,
  child,
  colorado,
  objection,
  again,
  jens,
];
