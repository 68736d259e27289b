import { EMAIL, refusal, requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import { must } from '../../../test/support/must';
import type { Context } from '../shared/context';
import { checkFacts } from './checkFacts';
import { decide } from '../requests/decide';
import { NO_CONDITIONS } from '../../core/trace/conditions';
import { startTrace } from '../trace/startTrace';
import { askIdentity, proveAtCounter, refuseForIdentity, showAuthority, takeBackIdentity } from './identity';

let world: RequestWorld['world'];
let signe: Context;
let open: RequestWorld['open'];
let view: RequestWorld['view'];
let outside: RequestWorld['outside'];
beforeAll(async () => void ({ world, signe, outside, open, view } = await requestWorld('requests')));

afterAll(() => world.close());

describe('for somebody else', () => {
  test('the authority is checked before anything goes on, and letters go to whoever asks', async () => {
    const { ref } = await open({ onBehalf: { kind: 'agent', name: 'B. Quirke', email: 'quirke@law.example' } });
    await world.drain();
    expect(world.mails.at(-1)!.to).toBe('quirke@law.example');
    must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
    expect(await view(ref)).toMatchObject({ stage: 'identity', next: { code: 'show-authority' } });
    expect(refusal(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-15', reason: 'fine' }))).toBe(
      'identity-not-proven',
    );
    must(await showAuthority(signe, { ref }));
    expect((await view(ref)).stage).toBe('trace');
    expect(refusal(await showAuthority(signe, { ref }))).toBe('authority-not-needed');
  });

  test('what was not shown is answered with remedies', async () => {
    const { ref } = await open({ onBehalf: { kind: 'agent', name: 'B. Quirke', email: 'quirke@law.example' } });
    must(await refuseForIdentity(signe, { ref }));
    await world.drain();
    expect(world.mails.at(-1)).toMatchObject({ to: 'quirke@law.example', text: expect.stringContaining('art. 77') });
  });
});

describe('facts', () => {
  const file = {
    givenName: 'Lone',
    familyName: 'Dam',
    birthDate: '1987-03-14',
    phones: ['+4510123456'],
    postcode: '8000',
    emails: [EMAIL],
  };
  const right = [
    { kind: 'birth-date', value: '14.03.1987' },
    { kind: 'phone', value: '10 12 34 56' },
    { kind: 'postcode', value: '8000' },
  ] as const;
  beforeEach(() => void (outside.held = [file]));

  test('enough that agree prove identity, and nothing of the file is told', async () => {
    const { ref } = await open();
    expect(refusal(await checkFacts(signe, { ref, facts: right.slice(0, 2) }))).toBe('too-few-facts');
    expect(must(await checkFacts(signe, { ref, facts: right }))).toEqual({
      agree: 3,
      differ: 0,
      unknown: 0,
      isProven: true,
      left: 3,
    });
    expect(await view(ref)).toMatchObject({ identity: { state: 'proven', method: 'facts' }, stage: 'trace' });
  });

  test('three tries, and this way is closed with a way out', async () => {
    const { ref } = await open();
    const wrong = [...right.slice(0, 2), { kind: 'postcode', value: '9999' }] as const;
    for (const left of [2, 1, 0])
      expect(must(await checkFacts(signe, { ref, facts: wrong }))).toMatchObject({
        agree: 2,
        differ: 1,
        isProven: false,
        left,
      });
    expect(refusal(await checkFacts(signe, { ref, facts: right }))).toBe('facts-used-up');
    expect(await view(ref)).toMatchObject({ identity: { state: 'failed' }, next: { code: 'refuse-identity' } });
  });

  test('somebody who points at their own record proves nothing about another', async () => {
    outside.held = [
      file,
      {
        givenName: 'Eva',
        familyName: 'Falk',
        birthDate: '1970-01-01',
        phones: ['+4510999999'],
        postcode: '1000',
        emails: ['eva@mail.example'],
        customerNumbers: [{ system: 'sys_shelf', value: '77' }],
      },
    ];
    const { ref } = await open({
      person: { givenName: 'Eva', familyName: 'Falk', emails: [EMAIL], customerNumbers: [{ system: '', value: '77' }] },
    });
    const own = [
      { kind: 'birth-date', value: '1970-01-01' },
      { kind: 'phone', value: '10999999' },
      { kind: 'postcode', value: '1000' },
    ] as const;
    expect(refusal(await checkFacts(signe, { ref, facts: own }))).toBe('nothing-on-file');
  });

  test('a person nobody knows has nothing on file; no try is used up', async () => {
    const { ref } = await open({ person: { givenName: 'No', familyName: 'Body', emails: ['nobody@mail.example'] } });
    expect(refusal(await checkFacts(signe, { ref, facts: right }))).toBe('nothing-on-file');
    expect((await view(ref)).identity.factTriesLeft).toBe(3);
  });
});

describe('a document that was looked at', () => {
  test('which, how and by whom is kept; taken back, what was asked stands open from when it was asked', async () => {
    const { ref } = await open();
    const { address } = (await view(ref, signe)).identity.addresses[0]!;
    must(await askIdentity(signe, { ref, address }));
    await world.drain();
    const asked = (await view(ref)).dueOn;
    world.pass(3 * 86_400);
    must(await proveAtCounter(signe, { ref, document: 'identity-card', seen: 'by-video' }));
    expect((await view(ref)).identity).toMatchObject({
      state: 'proven',
      document: { kind: 'identity-card', seen: 'by-video', by: 'Signe Aaby', mayTakeBack: true },
    });
    must(await takeBackIdentity(signe, { ref }));
    const after = await view(ref);
    expect(after.identity).toMatchObject({ state: 'asked', document: null });
    expect(after.state).toBe('paused');
    expect(after.dueOn >= asked).toBe(true);
    expect(refusal(await takeBackIdentity(signe, { ref }))).toBe('identity-not-by-document');
  });

  test('nothing is taken back once the trace rests on it', async () => {
    const { ref } = await open();
    must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
    must(await startTrace(signe, { ref, conditions: NO_CONDITIONS }));
    expect(refusal(await takeBackIdentity(signe, { ref }))).toBe('identity-rested-on');
    expect((await view(ref)).identity.document).toMatchObject({ mayTakeBack: false });
  });
});
