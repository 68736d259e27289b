import { EMAIL, refusal, requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import { AsyncLocalStorage } from 'node:async_hooks';
import { lawDraftSchema } from '../../core/clock/lawDraft';
import { MOST_TRIES } from '../../core/letters/tries';
import { adoptLaw, previewLaw, readLaws, stateLaw } from './adoptLaw';
import { deliverLetters } from '../letters/deliverLetters';
import { sendAgain } from '../letters/sendAgain';
import { recordClockEvent } from './recordClockEvent';
import { must } from '../../../test/support/must';
import type { Right } from '../../core/requests/rights';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { acknowledgeByHand } from '../intake/acknowledge';
import { answerAppeal, receiveAppeal } from '../requests/appeals';
import { changeBasis, whatIf } from './changeBasis';
import { decide } from '../requests/decide';
import { reopenRequest } from '../requests/reopenRequest';

let world: RequestWorld['world'];
let signe: Context;
let mikkel: Context;
let open: RequestWorld['open'];
let view: RequestWorld['view'];
beforeAll(async () => void ({ world, signe, mikkel, open, view } = await requestWorld('requestclock')));
afterAll(() => world.close());

describe('the law and the day', () => {
  test.each<[string | null, string | null, Right, string]>([
    ['DK', null, 'access', 'eu-gdpr'],
    ['GB', null, 'access', 'uk-gdpr'],
    ['US', 'CA', 'access', 'us-ca'],
    ['US', 'CO', 'opt-out', 'us-co'],
    [null, null, 'access', 'eu-gdpr'],
  ])('%s %s %s: %s follows from the place', async (country, region, right, regime) => {
    const { ref } = await open({ right, person: { givenName: 'A', emails: ['a@mail.example'], country, region } });
    expect((await view(ref)).regime).toBe(regime);
  });

  test('a correction works the clock out anew and keeps what stood before, with its reason', async () => {
    const { ref } = await open({ receivedAt: '2026-11-20T10:00:00Z', regimes: ['eu-gdpr'] });
    expect((await view(ref)).dueOn).toBe('2026-12-21');
    expect(
      must(
        await changeBasis(signe, {
          ref,
          regimes: ['us-ca'],
          receivedOn: '2026-11-16',
          reason: 'The letter lay in York.',
        }),
      ).dueOn,
    ).toBe('2026-12-31');
    const after = await view(ref);
    expect(after).toMatchObject({
      regimes: ['us-ca'],
      receivedOn: '2026-11-16',
      clock: { acknowledgeBy: '2026-12-01' },
    });
    expect(after.changes).toMatchObject([
      {
        regimeWas: 'eu-gdpr',
        regime: 'us-ca',
        receivedWas: '2026-11-20',
        receivedOn: '2026-11-16',
        reason: 'The letter lay in York.',
        by: 'Signe Aaby',
      },
    ]);
    expect(
      refusal(await changeBasis(signe, { ref, regimes: ['us-ca'], receivedOn: '2026-11-16', reason: 'again' })),
    ).toBe('nothing-changed');
    expect(
      refusal(await changeBasis(signe, { ref, regimes: ['us-ca'], receivedOn: '2026-12-24', reason: 'in the future' })),
    ).toBe('received-in-the-future');
    expect(
      refusal(await changeBasis(signe, { ref, regimes: ['xx'], receivedOn: '2026-11-16', reason: 'no such law' })),
    ).toBe('unknown-regime');
    expect((await view(ref)).changes).toHaveLength(1);
  });

  test('receipt is acknowledged by mail by itself; without an address it is due, until somebody has said that it was done', async () => {
    const { ref } = await open({
      regimes: ['us-ca'],
      person: { givenName: 'No', familyName: 'Address', phones: ['+14155550100'] },
    });
    expect((await view(ref)).acknowledgeBy).not.toBeNull();
    must(await acknowledgeByHand(signe, { ref }));
    expect(await view(ref)).toMatchObject({ acknowledgeBy: null, acknowledgedAt: expect.any(String) });
    expect(refusal(await acknowledgeByHand(signe, { ref }))).toBe('acknowledged-already');
    expect(await view((await open({ regimes: ['us-ca'] })).ref)).toMatchObject({ acknowledgeBy: null });
  });

  test('what if writes nothing', async () => {
    const { ref } = await open({ receivedAt: '2026-11-20T10:00:00Z', regimes: ['eu-gdpr'] });
    expect(must(await whatIf(signe, { ref, kind: 'extended', on: '2026-11-26' })).dueOn).toBe('2027-02-22');
    expect(must(await whatIf(signe, { ref, kind: 'nothing', on: '2027-01-04' })).state).toBe('overdue');
    expect(refusal(await whatIf(signe, { ref, kind: 'identity-proven', on: '2026-11-26' }))).toBe(
      'event-without-its-pair',
    );
    expect((await view(ref)).events).toEqual([]);
  });
});

describe('what is told counts when it is told', () => {
  const FAILS = {
    send: async () =>
      Promise.reject(Object.assign(new Error('no such mailbox'), { code: 'EMESSAGE', responseCode: 550 })),
  };
  /** Until the letter is given up: each try comes when it is due. */
  const triedOut = async (failing: Context) => {
    for (let n = 0; n < MOST_TRIES; n++) {
      await world.knex('letters').update({ next_try_at: null }).where({ state: 'queued' });
      await deliverLetters(failing);
    }
  };

  test('an extension counts from when its letter has left; without an address only when it was said, which is recorded', async () => {
    const { ref } = await open({ receivedAt: '2026-11-20T10:00:00Z', regimes: ['eu-gdpr'] });
    await world.drain();
    must(await recordClockEvent(signe, { ref, kind: 'extended', reason: 'nine workshops' }));
    expect(await view(ref)).toMatchObject({ isExtended: false, dueOn: '2026-12-21', waiting: [{ kind: 'extended' }] });
    await world.drain();
    expect(await view(ref)).toMatchObject({ isExtended: true, dueOn: '2027-02-22', waiting: [] });
    const { ref: silent } = await open({
      receivedAt: '2026-11-20T10:00:00Z',
      regimes: ['uk-gdpr'],
      person: { givenName: 'No', familyName: 'Address', phones: ['+442079460100'] },
    });
    for (const kind of ['extended', 'clarification-asked', 'fee-asked'] as const)
      expect(refusal(await recordClockEvent(signe, { ref: silent, kind, reason: 'nine workshops' }))).toBe(
        'no-address',
      );
    must(await recordClockEvent(signe, { ref: silent, kind: 'extended', reason: 'nine workshops', toldByHand: true }));
    expect(await view(silent)).toMatchObject({ isExtended: true, dueOn: '2027-02-22' });
    expect(
      await world.knex('letters').join('requests', 'requests.id', 'letters.request_id').where({ ref: silent }),
    ).toEqual([]);
  });

  test(
    'an answer that never leaves opens the request again, on the Desk and with its clock running; sent ' +
      'after all, it is answered on that day',
    async () => {
      const { ref } = await open({ receivedAt: '2026-11-20T10:00:00Z', regimes: ['eu-gdpr'] });
      await world.drain();
      must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
      world.queue.length = 0;
      await triedOut({ ...world.worker, mailer: FAILS });
      expect(await view(ref)).toMatchObject({
        state: 'running',
        answeredOn: null,
        letters: expect.arrayContaining([expect.objectContaining({ template: 'nothing-found', state: 'failed' })]),
      });
      expect((await world.knex('requests').where({ ref }).first()).closed_at).toBeNull();
      expect(await world.knex('trail').where({ act: 'letter-given-up', subject: ref })).toHaveLength(1);
      const failed = (await view(ref)).letters.find(({ state }) => state === 'failed')!;
      world.goTo('2026-11-26T08:00:00Z');
      must(await sendAgain(signe, { ref, letterId: failed.id! }));
      await world.drain();
      expect(await view(ref)).toMatchObject({ stage: 'closed', state: 'answered-in-time', answeredOn: '2026-11-26' });
      world.goTo('2026-11-24T08:00:00Z');
    },
  );

  test('what was asked by a letter that never left stops nothing', async () => {
    const { ref } = await open({ receivedAt: '2026-11-20T10:00:00Z', regimes: ['eu-gdpr'] });
    await world.drain();
    must(await recordClockEvent(signe, { ref, kind: 'clarification-asked', reason: 'Which shop?' }));
    world.queue.length = 0;
    await triedOut({ ...world.worker, mailer: FAILS });
    expect(await view(ref)).toMatchObject({ state: 'running', dueOn: '2026-12-21', pauses: [] });
  });

  test('a page read while the letter leaves says that it is on its way, or that it has left, never neither', async () => {
    const { ref } = await open({ regimes: ['eu-gdpr'] });
    await world.drain();
    must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
    const elsewhere = AsyncLocalStorage.snapshot();
    let hasLeft = false;
    /** After the first look at the clock's events the letter leaves, by another process. */
    const leaving = (trx: Handle['trx']): Handle['trx'] =>
      new Proxy(trx, {
        apply(target, self, given) {
          const query: {
            then: (ok: (rows: unknown) => unknown, no: never) => Promise<unknown>;
          } = Reflect.apply(target as never, self, given);
          if (given[0] !== 'clock_events' || hasLeft) return query;
          hasLeft = true;
          const then = query.then.bind(query);
          query.then = (ok, no) => then(async (rows) => (await elsewhere(deliverLetters, world.worker), ok(rows)), no);
          return query;
        },
      });
    const watched =
      (begin: Context['transaction']): Context['transaction'] =>
      (work) =>
        begin((h) => work({ ...h, trx: leaving(h.trx) }));
    const found = await view(ref, {
      ...mikkel,
      transaction: watched(mikkel.transaction),
      snapshot: watched(mikkel.snapshot),
    });
    expect(hasLeft).toBe(true);
    expect({ state: found.state, waiting: found.waiting.map(({ kind }) => kind) }).toEqual({
      state: 'running',
      waiting: ['answered'],
    });
    expect(await view(ref)).toMatchObject({ state: 'answered-in-time', waiting: [] });
  });

  test('opened again before its letter has left, it stays open', async () => {
    const { ref } = await open({ regimes: ['eu-gdpr'] });
    must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
    must(await reopenRequest(signe, { ref, reason: 'A box in the cellar.' }));
    await world.drain();
    expect(await view(ref)).toMatchObject({ stage: 'identity', state: 'answered-in-time' });
  });
});

describe('several laws', () => {
  test('a Californian of an organisation in Denmark: both laws bind, each date is the earliest, each remedy is named', async () => {
    const { ref } = await open({
      receivedAt: '2026-11-20T10:00:00Z',
      person: { givenName: 'Cal', familyName: 'Ford', emails: ['cal@mail.example'], country: 'US', region: 'CA' },
    });
    const found = await view(ref);
    expect(found).toMatchObject({
      regime: 'us-ca',
      regimes: ['us-ca', 'eu-gdpr'],
      dueOn: '2026-12-21',
      clock: {
        laws: [
          { regime: 'us-ca', dueOn: '2027-01-04' },
          { regime: 'eu-gdpr', dueOn: '2026-12-21' },
        ],
      },
    });
    expect(found.clock.reasons[0]).toMatchObject({ code: 'several-laws' });
    must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
    await world.drain();
    expect(world.mails.at(-1)!.text).toMatch(/California Privacy Protection Agency[\s\S]*GDPR art. 77/);
  });

  test('a changed row is looked at before, adopted with its reason, and counts by day of receipt', async () => {
    const ib = world.user('usr_ib', 'administrator');
    const [before, after] = [
      await open({ receivedAt: '2026-11-10T10:00:00Z', regimes: ['us-ky'] }),
      await open({ receivedAt: '2026-11-20T10:00:00Z', regimes: ['us-ky'] }),
    ];
    const draft = lawDraftSchema.validateSync({
      ...must(await readLaws(ib)).drafts.find(({ regime }) => regime === 'us-ky')!,
      effectiveFrom: '2026-11-15',
      respondIn: 30,
      extendedTo: 60,
      source: 'KRS 367.3615, as amended',
      reason: 'amended',
    });
    const moved = {
      under: 2,
      moved: [{ ref: after.ref, receivedOn: '2026-11-20', was: '2027-01-04', will: '2026-12-20' }],
      broken: [],
    };
    expect(must(await previewLaw(ib, draft))).toEqual(moved);
    expect((await view(after.ref)).dueOn).toBe('2027-01-04');
    expect(refusal(await adoptLaw(signe, draft))).toBe('not-allowed');
    expect(must(await adoptLaw(ib, draft))).toEqual(moved);
    expect([(await view(before.ref)).dueOn, (await view(after.ref)).dueOn]).toEqual(['2026-12-25', '2026-12-20']);
    expect(must(await readLaws(ib)).lines.filter(({ regime }) => regime === 'us-ky')).toMatchObject([
      { adoptedBy: null, isConfirmed: false },
      { adoptedBy: 'usr_ib', isConfirmed: true, reason: 'amended' },
    ]);
    must(await stateLaw(ib, { regime: 'us-ky', isMet: false, reason: 'fewer than 100,000 people there' }));
    expect(
      (await view((await open({ person: { givenName: 'Ken', familyName: 'Tuck', country: 'US', region: 'KY' } })).ref))
        .regimes,
    ).toEqual(['eu-gdpr']);
    must(await stateLaw(ib, { regime: 'us-ky', isMet: true, reason: 'we do now' }));
  });
});

describe('after the answer', () => {
  test('an appeal opens the request again under its own clock, and its answer closes it', async () => {
    const { ref } = await open({ regimes: ['us-va'] });
    must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
    await world.drain();
    expect(await view(ref)).toMatchObject({ stage: 'closed', mayReopen: true });
    expect(must(await receiveAppeal(signe, { ref, receivedOn: '2026-11-24', text: 'I was a customer!' })).dueOn).toBe(
      '2027-01-23',
    );
    expect(await view(ref)).toMatchObject({
      stage: 'appeal',
      dueOn: '2027-01-23',
      state: 'running',
      appeal: 'open',
      next: { code: 'answer-appeal' },
      stages: expect.arrayContaining(['appeal']),
    });
    must(await answerAppeal(signe, { ref, outcome: 'reversed', text: 'You are right; we look again.' }));
    await world.drain();
    expect(await view(ref)).toMatchObject({ stage: 'closed', outcome: 'appeal-reversed' });
    expect(world.mails.at(-1)).toMatchObject({ to: EMAIL, text: expect.stringContaining('We have changed it') });
    expect(refusal(await answerAppeal(signe, { ref, outcome: 'upheld', text: 'twice' }))).toBe('request-closed');
  });

  test('where the law knows no appeal to us, none is recorded', async () => {
    const { ref } = await open({ regimes: ['eu-gdpr'] });
    must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
    await world.drain();
    expect(refusal(await receiveAppeal(signe, { ref, receivedOn: '2026-11-24', text: 'but' }))).toBe('no-appeal');
  });

  test('what was overlooked opens it again; the first answer stays on the clock', async () => {
    const { ref } = await open({ regimes: ['eu-gdpr'] });
    expect(refusal(await reopenRequest(signe, { ref, reason: 'x' }))).toBe('request-open');
    must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
    await world.drain();
    must(await reopenRequest(signe, { ref, reason: 'A box in the cellar.' }));
    const again = await view(ref);
    expect(again).toMatchObject({ stage: 'identity', state: 'answered-in-time', decision: { outcome: 'none' } });
    expect(again.notes.at(-1)!.text).toBe('Opened again: A box in the cellar.');
  });
});
