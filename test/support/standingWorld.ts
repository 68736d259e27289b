import { choice, purposeRow, seedLedger } from './ledger';
import { testWorld, type TestWorld } from './database';
import type { ChoiceInput, SaleInput } from '../../src/core/ledger/schema';
import { insertPurpose, insertWording } from '../../src/db/purposes/purposes';
import { recordChoices } from '../../src/usecases/ledger/recordChoices';
import { recordSales } from '../../src/usecases/ledger/recordSales';

const PURPOSES = ['marketing', 'newsletter', 'offers', 'letter', 'sale', 'rides', 'similar'];

export const sale = (more: Partial<SaleInput> = {}): SaleInput => ({
  boughtAt: '2026-11-20T10:00:00Z',
  identifiers: [{ kind: 'email', value: 'buyer@mail.example' }],
  address: { channel: 'email', value: 'buyer@mail.example' },
  country: 'DK',
  language: 'da',
  name: null,
  ...more,
});

/** Repeatable numbers (Lehmer): the same history at every run. */

// The same history every time.
let state = 4711;
const below = (n: number) => (state = (state * 48271) % 2147483647) % n;
const pick = <T>(list: readonly T[]): T => list[below(list.length)]!;

/** Eight months of choices and sales of forty people, with everything that makes a standing hard. */
export async function standingWorld(): Promise<TestWorld> {
  const world = await testWorld('standing');
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    await insertPurpose(h, purposeRow({ id: 'letter', parent: 'marketing', confirmWithinHours: 48 }));
    await insertPurpose(
      h,
      purposeRow({ id: 'sale', kinds: [{ country: 'US-CA', from: '2020-01-01', kind: 'opt-out' }], isSale: true }),
    );
    await insertPurpose(h, purposeRow({ id: 'rides', askAgainOnMaterial: true, shelfLifeDays: 100 }));
    await insertPurpose(h, purposeRow({ id: 'similar', kind: 'soft-opt-in', parent: 'marketing' }));
    await insertWording(h, {
      kind: 'notice',
      id: 'privacy',
      version: 6,
      validFrom: '2026-09-01T00:00:00Z',
      recordedAt: '2026-09-01T00:00:00Z',
      isMaterial: true,
      method: null,
      place: null,
      purposes: [],
      words: {},
    });
  });
  // Eight months in forty deliveries: late arrivals, confirmations, signals, addresses, children, days without a time.
  const grants: string[] = [];
  for (let delivery = 0; delivery < 40; delivery++) {
    world.goTo(new Date(Date.parse('2026-03-01T00:00:00Z') + delivery * 6 * 86_400_000).toISOString());
    const choices = Array.from({ length: 25 }, (_, i): ChoiceInput => {
      const who = below(40);
      const email = `p${who}@mail.example`;
      const answer = pick([
        'grant',
        'grant',
        'grant',
        'refuse',
        'withdraw',
        'object',
        'opt-out',
        'opt-in',
        'gpc-seen',
        'confirm',
      ] as const);
      const confirms = answer === 'confirm' && grants.length > 0 ? pick(grants) : null;
      const at = new Date(
        Date.parse(world.worker.clock.now()) - below(40) * 86_400_000 - below(86_400) * 1000,
      ).toISOString();
      const country = who % 5 === 0 ? 'US-CA' : 'DK';
      return choice({
        externalId: `r${delivery}-${i}`,
        identifiers: [
          { kind: 'email', value: email },
          ...(who % 7 === 0 ? [{ kind: 'name-birth-date' as const, value: `P ${who}|2011-05-05` }] : []),
        ],
        name: null,
        purpose: answer === 'gpc-seen' ? 'sale' : answer === 'confirm' ? 'letter' : pick(PURPOSES),
        answer: answer === 'confirm' && !confirms ? 'grant' : answer,
        confirms,
        occurredAt: below(3) === 0 ? at.slice(0, 10) : at,
        address: below(3) === 0 ? { channel: 'email', value: email } : null,
        country,
        noticeVersion: 5 + below(2),
        toldOfConflict: answer === 'opt-in' && below(2) === 0,
      });
    });
    const outcomes = await recordChoices(world.worker, { systemId: 'sys_shop', choices });
    outcomes.forEach(
      ({ id }, i) => id && choices[i]!.answer === 'grant' && choices[i]!.purpose === 'letter' && grants.push(id),
    );
  }
  // Every third has bought at some time, to an address of theirs or of the house.
  for (let who = 0; who < 40; who += 3) {
    const email = `p${who}@mail.example`;
    world.goTo(new Date(Date.parse('2026-04-01T00:00:00Z') + who * 5 * 86_400_000).toISOString());
    const [outcome] = await recordSales(world.worker, {
      systemId: 'sys_shop',
      sales: [
        sale({
          boughtAt: world.worker.clock.now(),
          identifiers: [{ kind: 'email', value: email }],
          address: { channel: 'email', value: who % 2 === 0 ? email : 'house@mail.example' },
          name: null,
        }),
      ],
    });
    expect(outcome).toMatchObject({ status: 'recorded' });
  }
  world.goTo('2026-11-24T08:00:00Z');
  return world;
}
