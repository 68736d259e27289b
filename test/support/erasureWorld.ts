import { choice } from './ledger';
import { must } from './must';
import { Shelf } from './shelf';
import { shelfWorld } from './shelfWorld';
import { insertRetentionRule } from '../../src/db/erasure/plans';
import { insertRegisterEntry } from '../../src/db/systems/systems';
import { checkStanding } from '../../src/usecases/standing/checkStanding';
import { recordChoices } from '../../src/usecases/ledger/recordChoices';
import { decide } from '../../src/usecases/requests/decide';
import { proveAtCounter } from '../../src/usecases/identity/identity';
import { openRequest } from '../../src/usecases/intake/openRequest';
import { tellRecipient } from '../../src/usecases/carryOut/tellRecipients';
import { acceptBand } from '../../src/usecases/trace/review';
import { startTrace } from '../../src/usecases/trace/startTrace';
import { confirmPlan, makePlan } from '../../src/usecases/erasure/makePlan';

/**
 * A world for whole erasures: Bookend and a shelf of things and bills, with a rule for the bills and a recipient to be
 * told; people of their own for each test, so that nobody is in another's way.
 */
export async function erasureWorld(name: string) {
  let shelf: Shelf;
  let n = 0;
  const { world, signe } = await shelfWorld(name, () => shelf, 'coordinator', 'supervisor');
  await world.worker.transaction(async (h) => {
    await insertRetentionRule(h, {
      id: 'ret_bills',
      system: 'sys_shelf',
      collection: 'bills',
      from: 'issued_on',
      years: 5,
      law: 'Bogføringsloven § 12',
    });
    await insertRegisterEntry(h, {
      system: 'sys_shelf',
      collection: 'things',
      title: 'Shelf · things',
      purposes: ['p'],
      categories: ['c'],
      recipients: ['our parcel carrier'],
      retention: 'r',
      source: 's',
      transfers: null,
      automatedDecisions: null,
      isGiven: false,
      nothing: [],
    });
  });

  /** A person of its own for each test, so that nobody is in another's way. */
  async function somebody(givenName: string, familyName: string) {
    world.pass(3600);
    const email = `${givenName}.${familyName}@post.example`.toLowerCase();
    const phone = `+45102233${String(10 + n++)}`;
    shelf = new Shelf({ givenName, familyName });
    await recordChoices(world.worker, {
      systemId: 'sys_shop',
      choices: [
        choice({
          identifiers: [
            { kind: 'email', value: email },
            { kind: 'phone', value: phone },
          ],
          name: { givenName, familyName },
          externalId: `w${n}`,
          occurredAt: world.worker.clock.now(),
        }),
      ],
    });
    const open = async (
      right: 'erasure' | 'access',
      language = 'en',
      more: { emails?: string[]; text?: string } = {},
    ) => {
      const opened = must(
        await openRequest(signe, {
          right,
          regimes: ['eu-gdpr'],
          receivedAt: world.worker.clock.now(),
          channel: 'phone',
          person: { givenName, familyName, emails: more.emails ?? [email] },
          text: more.text ?? 'please',
          language,
        }),
      );
      await world.drain();
      return opened.ref;
    };
    return { email, phone, open };
  }

  async function traced(ref: string): Promise<void> {
    must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
    must(await startTrace(signe, { ref }));
    await world.drain();
  }

  async function accepted(ref: string): Promise<void> {
    for (const band of ['certain', 'likely', 'possible'] as const) must(await acceptBand(signe, { ref, band }));
    must(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-17-1-a', reason: 'no longer needed' }));
  }

  async function planned(ref: string): Promise<void> {
    await traced(ref);
    await accepted(ref);
    must(await makePlan(signe, { ref }));
  }

  async function carriedOut(ref: string, acceptance?: string): Promise<void> {
    must(await confirmPlan(signe, { ref, typed: ref, ...(acceptance ? { acceptance } : {}) }));
    for (let tries = 0; tries < 4; tries++) {
      await world.drain();
      const plan = await planRow(ref);
      if (plan.phase === 'letter' && plan.error?.includes('recipient'))
        must(await tellRecipient(signe, { ref, recipient: 'our parcel carrier', how: 'by letter', wasTold: true }));
    }
  }

  const planRow = async (ref: string) =>
    world
      .knex('plans')
      .join('requests', 'requests.id', 'plans.request_id')
      .where({ ref })
      .whereNot('plans.state', 'replaced')
      .select('plans.*')
      .first() as Promise<{ state: string; phase: string; error: string | null; id: string }>;
  const requestRow = async (ref: string) => world.knex('requests').where({ ref }).first();
  const keyOf = async (email: string) =>
    (await world
      .knex('persons as p')
      .join('identifiers as i', 'i.person_id', 'p.id')
      .where('i.hash', world.worker.keys.index(`email::${email}`))
      .select('p.*')
      .first()) as { id: string; data_key_id: string };
  const isAlive = async (key: string) => (await world.knex('data_keys').where({ id: key }).first()).wrapped !== null;
  const standingOf = async (email: string) =>
    must(
      await checkStanding(world.worker, {
        identifier: { kind: 'email', value: email },
        purpose: 'newsletter',
        systemId: 'sys_shop',
      }),
    ).standing;
  const answerTo = (ref: string) => world.mails.filter(({ subject }) => subject.includes(ref)).at(-1)!;

  return {
    world,
    signe,
    shelf: () => shelf,
    somebody,
    traced,
    accepted,
    planned,
    carriedOut,
    planRow,
    requestRow,
    keyOf,
    isAlive,
    standingOf,
    answerTo,
  };
}

export type ErasureWorld = Awaited<ReturnType<typeof erasureWorld>>;
