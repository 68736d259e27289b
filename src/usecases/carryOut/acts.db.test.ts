import { choice, seedLedger } from '../../../test/support/ledger';
import { must, refusal } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { insertUser } from '../../db/access/users';
import { insertRegisterEntry, insertSystem } from '../../db/systems/systems';
import { ConnectorError, type Connector, type FoundRecord } from '../../ports/connector';
import type { Right } from '../../core/requests/rights';
import { checkStanding } from '../standing/checkStanding';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { resumeWork } from '../daily/resumeWork';
import { acceptBand } from '../trace/review';
import { traceView } from '../trace/traceView';
import { startTrace } from '../trace/startTrace';
import { answerByLetter, decide } from '../requests/decide';
import { carryOutChoices, readEffects } from './carryOutChoices';
import { proveAtCounter } from '../identity/identity';
import { openRequest } from '../intake/openRequest';
import { correctField, finishRecordActs, readRecordActs, restrictAll } from './recordActs';
import { requestView } from '../requests/requestView';
import { tellRecipient } from './tellRecipients';

const EMAIL = 'ole.juhl@mail.example';
let world: TestWorld;
let signe: Context;
let shelf: Shelf;

/** An outside system in memory: people with a flag and fields that can be corrected; it can fail, lie, or not know restriction. */
class Shelf implements Connector {
  rows = new Map([['1', { name: 'Ole Jul', email: EMAIL, flag: true, restricted: false }]]);
  writes: string[] = [];
  fails = 0;
  lies = false;
  describe = async () => ({ collections: [] });
  private recordOf(key: string): FoundRecord | null {
    const row = this.rows.get(key);
    return row
      ? {
          collection: 'people',
          key,
          title: row.name,
          fields: { name: row.name, email: row.email },
          person: {
            givenName: 'Ole',
            familyName: row.name.split(' ')[1]!,
            emails: [row.email],
            phones: ['+4510223344'],
          },
          parent: null,
          refersTo: [],
          text: null,
          files: [],
        }
      : null;
  }
  async *search(keys: readonly { value: string }[]) {
    yield {
      scanned: 1,
      records: [...this.rows]
        .filter(([, row]) => keys.some(({ value }) => value === row.email))
        .map(([key]) => this.recordOf(key)!),
    };
  }
  async read({ key }: { key: string }) {
    if (this.fails-- > 0) throw new ConnectorError('server-error', 'The shelf fell over.');
    return this.recordOf(key);
  }
  async rectify({ key }: { key: string }, field: string, value: string) {
    this.writes.push(`${field}=${value}`);
    if (!this.lies) Object.assign(this.rows.get(key)!, { [field]: value });
    return { state: 'done' as const, detail: `${field} corrected` };
  }
  restrict? = async ({ key }: { key: string }, isOn: boolean) => {
    this.rows.get(key)!.restricted = isOn;
    return { state: 'done' as const, detail: 'marked' };
  };
  isRestricted = async ({ key }: { key: string }) => this.rows.get(key)!.restricted;
  async *flags() {
    yield [...this.rows].map(([key, row]) => ({
      key,
      purpose: 'newsletter',
      permits: row.flag,
      identifiers: [{ kind: 'email' as const, value: row.email }],
    }));
  }
  flagOf = async (key: string) => this.rows.get(key)?.flag ?? null;
  applyChoice = async (key: string, _purpose: string, permits: boolean) => {
    this.rows.get(key)!.flag = permits;
    this.writes.push(`flag=${permits}`);
    return { state: 'done' as const, detail: 'set' };
  };
  isErased = async () => false;
  can = () => ({ erase: false, anonymise: false });
  close = async () => {};
}

beforeAll(async () => {
  world = await testWorld('acts');
  await seedLedger(world);
  const { worker } = world;
  await worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_shelf',
      kind: 'shelf',
      name: 'Shelf',
      default_country: 'DK',
      connection_sealed: worker.keys.sealOwn(JSON.stringify({ flagPurpose: 'newsletter' }), 'connection:sys_shelf'),
      is_traced: true,
      owner: null,
      sort_order: 3,
    });
    await insertSystem(h, {
      id: 'sys_bookend',
      kind: 'bookend',
      name: 'Bookend',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: true,
      owner: null,
      sort_order: 4,
    });
    await insertUser(h, {
      id: 'usr_signe',
      email: 's@x.example',
      name: 'Signe',
      password_hash: 'x',
      roles: ['coordinator'],
      active: true,
      created_at: '2026-01-01T00:00:00Z',
    });
  });
  const connect = worker.connect;
  worker.connect = (system) => (system.kind === 'shelf' ? shelf : connect(system));
  signe = { ...world.user('usr_signe', 'coordinator'), connect: worker.connect };
});
afterAll(() => world.close());
beforeEach(async () => {
  shelf = new Shelf();
  world.pass(3600);
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [
          { kind: 'email', value: EMAIL },
          { kind: 'phone', value: '10 22 33 44' },
        ],
        name: { givenName: 'Ole', familyName: 'Jul' },
        externalId: `ole-${world.worker.clock.now()}`,
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
});

const permitted = async () =>
  must(
    await checkStanding(world.worker, {
      identifier: { kind: 'email', value: EMAIL },
      purpose: 'newsletter',
      systemId: 'sys_shop',
    }),
  );

async function opened(right: Right, ground: string): Promise<string> {
  world.pass(60);
  const { ref } = must(
    await openRequest(signe, {
      right,
      receivedAt: world.worker.clock.now(),
      channel: 'phone',
      person: { givenName: 'Ole', familyName: 'Jul', emails: [EMAIL] },
      text: null,
      language: 'en',
    }),
  );
  if (right === 'rectification' || right === 'restriction') {
    must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
    must(await startTrace(signe, { ref }));
    await world.drain();
    for (const band of ['certain', 'likely'] as const) await acceptBand(signe, { ref, band });
  }
  must(await decide(signe, { ref, outcome: 'fulfil', ground, reason: 'It is their right.' }));
  return ref;
}

describe('objection, opt-out, limit, withdrawal', () => {
  test('become choices that count from the day of receipt, and the systems follow without being asked', async () => {
    expect((await permitted()).permitted).toBe(true);
    const ref = await opened('withdrawal', 'art-7-3');
    expect(must(await readEffects(signe, { ref }))).toContainEqual(
      expect.objectContaining({ purpose: 'newsletter', answer: 'withdraw', permitted: true }),
    );
    expect(refusal(await carryOutChoices(signe, { ref, purposes: [] }))).toBe('nothing-chosen');
    must(await carryOutChoices(signe, { ref, purposes: ['newsletter'] }));
    await world.drain();
    const received = must(await requestView(signe, { ref })).receivedAt;
    expect(await permitted()).toMatchObject({
      permitted: false,
      standing: 'withdrawn',
      since: new Date(received).toISOString(),
    });
    expect(shelf.writes).toEqual(['flag=false']);
    const view = must(await requestView(signe, { ref }));
    expect(view).toMatchObject({ stage: 'answer', events: [{ kind: 'acted' }] });
    expect(refusal(await carryOutChoices(signe, { ref, purposes: ['newsletter'] }))).toBe('carried-out-already');
    must(await answerByLetter(signe, { ref, text: 'Your consent is withdrawn.' }));
    expect(must(await requestView(signe, { ref })).stage).toBe('closed');
  });

  test('not before it is decided, and only for rights that are choices', async () => {
    const { ref } = must(
      await openRequest(signe, {
        right: 'objection',
        receivedAt: world.worker.clock.now(),
        channel: 'phone',
        person: { givenName: 'Ole', emails: [EMAIL] },
        text: null,
        language: 'en',
      }),
    );
    expect(refusal(await carryOutChoices(signe, { ref, purposes: ['newsletter'] }))).toBe('not-decided');
    expect(
      refusal(
        await carryOutChoices(signe, { ref: await opened('restriction', 'art-18-1-a'), purposes: ['newsletter'] }),
      ),
    ).toBe('no-choice-right');
  });

  test('somebody nobody knew becomes a person with that one choice', async () => {
    const { ref } = must(
      await openRequest(signe, {
        right: 'withdrawal',
        receivedAt: world.worker.clock.now(),
        channel: 'phone',
        person: { givenName: 'New', familyName: 'Comer', emails: ['new@mail.example'] },
        text: null,
        language: 'en',
      }),
    );
    must(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-7-3', reason: 'It is their right.' }));
    expect(must(await carryOutChoices(signe, { ref, purposes: ['newsletter'] })).recorded).toBe(1);
    expect(must(await requestView(signe, { ref })).personId).not.toBeNull();
  });
});

describe('rectification', () => {
  const open = async () => {
    const ref = await opened('rectification', 'art-16');
    const match = must(await traceView(signe, { ref }))!.matches.find(({ system }) => system === 'sys_shelf')!;
    return { ref, matchId: match.id };
  };

  test('a value is written down first, carried out by the worker, and looked at afterwards', async () => {
    const { ref, matchId } = await open();
    expect(refusal(await correctField(signe, { ref, matchId, field: 'nothing', value: 'x' }))).toBe('no-such-field');
    expect(refusal(await correctField(signe, { ref, matchId, field: 'name', value: 'Ole Jul' }))).toBe(
      'nothing-changed',
    );
    expect(refusal(await correctField(signe, { ref, matchId: 'mat_other', field: 'name', value: 'x' }))).toBe(
      'not-theirs',
    );
    must(await correctField(signe, { ref, matchId, field: 'name', value: 'Ole Juhl' }));
    expect(shelf.writes).toEqual([]);
    expect(refusal(await finishRecordActs(signe, { ref }))).toBe('acts-open');
    await world.drain();
    expect(shelf.rows.get('1')!.name).toBe('Ole Juhl');
    expect(must(await readRecordActs(signe, { ref })).acts).toMatchObject([
      { field: 'name', was: 'Ole Jul', value: 'Ole Juhl', state: 'done' },
    ]);
    // Who had received it is told first.
    await world.worker.transaction((h) =>
      insertRegisterEntry(h, {
        system: 'sys_shelf',
        collection: 'people',
        title: 'Shelf',
        purposes: ['x'],
        categories: ['x'],
        recipients: ['our parcel carrier'],
        retention: 'x',
        source: 'you',
        transfers: null,
        automatedDecisions: null,
        isGiven: true,
        nothing: [],
      }),
    );
    expect(refusal(await finishRecordActs(signe, { ref }))).toBe('recipients-untold');
    expect(refusal(await tellRecipient(signe, { ref, recipient: 'our parcel carrier', how: ' ', wasTold: true }))).toBe(
      'reason-missing',
    );
    expect(refusal(await tellRecipient(signe, { ref, recipient: 'somebody', how: 'by mail', wasTold: true }))).toBe(
      'not-found',
    );
    must(await tellRecipient(signe, { ref, recipient: 'our parcel carrier', how: 'by mail, today', wasTold: true }));
    expect(must(await readRecordActs(signe, { ref })).recipients).toEqual([
      { recipient: 'our parcel carrier', how: 'by mail, today', wasTold: true, toldOn: '2026-11-24' },
    ]);
    must(await finishRecordActs(signe, { ref }));
    expect(must(await requestView(signe, { ref })).stage).toBe('answer');
    const row = await world.knex('record_acts').first();
    expect(row.value_sealed.toString('utf8')).not.toContain('Juhl');
  });

  test('a system that fails is tried again; a killed worker’s intention is taken up; nothing is written twice', async () => {
    const { ref, matchId } = await open();
    shelf.fails = 2;
    must(await correctField(signe, { ref, matchId, field: 'name', value: 'Ole Juhl' }));
    world.queue.length = 0;
    await resumeWork(world.worker);
    await world.drain();
    expect(must(await readRecordActs(signe, { ref })).acts[0]).toMatchObject({ state: 'done' });
    expect(shelf.writes).toEqual(['name=Ole Juhl']);
    await resumeWork(world.worker);
    await world.drain();
    expect(shelf.writes).toHaveLength(1);
  });

  test('a system that only says it is done is not believed', async () => {
    const { ref, matchId } = await open();
    shelf.lies = true;
    must(await correctField(signe, { ref, matchId, field: 'name', value: 'Ole Juhl' }));
    await world.drain();
    expect(must(await readRecordActs(signe, { ref })).acts[0]).toMatchObject({
      state: 'failed',
      detail: 'The system says it is done, but the record says otherwise.',
    });
  });
});

describe('restriction', () => {
  test('stops every permission check at once and marks the records', async () => {
    const ref = await opened('restriction', 'art-18-1-a');
    must(await restrictAll(signe, { ref }));
    expect(await permitted()).toMatchObject({ permitted: false, standing: 'restricted' });
    await world.drain();
    expect(shelf.rows.get('1')!.restricted).toBe(true);
    expect(refusal(await restrictAll(signe, { ref }))).toBe('carried-out-already');
    await world.knex('persons').update({ restricted_from: null });
  });

  test('a system without such a mark is left to its owner, and said', async () => {
    delete shelf.restrict;
    const ref = await opened('restriction', 'art-18-1-b');
    must(await restrictAll(signe, { ref }));
    await world.drain();
    expect(must(await readRecordActs(signe, { ref })).acts).toMatchObject([{ state: 'by-hand' }]);
    must(await tellRecipient(signe, { ref, recipient: 'our parcel carrier', how: 'by mail', wasTold: true }));
    must(await finishRecordActs(signe, { ref }));
    await world.knex('persons').update({ restricted_from: null });
  });
});
