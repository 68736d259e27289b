import { choice, purposeRow, seedLedger } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { insertPurpose, insertWording } from '../../db/purposes/purposes';
import { insertSystem } from '../../db/systems/systems';
import { checkStanding } from '../standing/checkStanding';
import { confirmChoice, confirmView } from '../ledger/confirmChoice';
import { recordChoices } from '../ledger/recordChoices';
import { askForPage, proveCode } from './openPage';
import { changeChoices, pageReceipt, pageView } from './pageView';

const KIM = 'kim@mail.example';
let world: TestWorld;

beforeAll(async () => {
  world = await testWorld('choicespage');
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_bookend',
      kind: 'bookend',
      name: 'Bookend',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: false,
      owner: null,
      sort_order: 9,
    });
    await insertPurpose(h, purposeRow({ id: 'orders', kind: 'necessary' }));
    await insertPurpose(h, purposeRow({ id: 'ads', kind: 'opt-out', isSale: true }));
    await insertPurpose(
      h,
      purposeRow({
        id: 'letter',
        kind: 'consent',
        confirmWithinHours: 48,
        confirmBy: 'bookend',
        words: { de: { title: 'Brief', plain: 'Ein Brief.' } },
      }),
    );
    await insertWording(h, {
      kind: 'ask',
      id: 'choices-page',
      version: 1,
      validFrom: '2020-01-01T00:00:00Z',
      recordedAt: '2020-01-01T00:00:00Z',
      isMaterial: false,
      method: 'choices-page',
      place: 'choices page',
      purposes: [],
      words: { en: 'What may we do?' },
    });
  });
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: KIM }],
        name: { givenName: 'Kim', familyName: 'Rode' },
        language: 'de',
        country: 'DE',
        externalId: 'kim-1',
      }),
    ],
  });
});
afterAll(() => world.close());
beforeEach(() => {
  world.mails.length = 0;
});

const standing = async (purpose: string) => {
  const answer = await checkStanding(
    world.as({ kind: 'machine', id: 'api', name: 'shop', systemId: 'sys_shop', scopes: ['standing:read'] } as never),
    { systemId: 'sys_shop', identifier: { kind: 'email', value: KIM }, purpose },
  );
  if (!answer.ok) throw new Error(answer.refusal.code);
  return { standing: answer.value.standing, permitted: answer.value.permitted };
};

async function asked(): Promise<{ token: string; code: string }> {
  await askForPage(world.worker, { email: 'KIM@mail.example' });
  await world.drain();
  const text = world.mails.at(-1)!.text;
  return { token: /choices\/([\w-]+)/.exec(text)![1]!, code: /Code: (\d{6})/.exec(text)![1]! };
}

async function opened(): Promise<string> {
  const { token, code } = await asked();
  expect(await proveCode(world.worker, { token, code })).toMatchObject({ ok: true });
  return token;
}

test('an unknown address gets no mail, and no other answer', async () => {
  expect(await askForPage(world.worker, { email: 'nobody@nowhere.example' })).toBeUndefined();
  expect(await askForPage(world.worker, { email: 'not an address' })).toBeUndefined();
  await world.drain();
  expect(world.mails).toEqual([]);
});

test('the mail is in the person’s language; without its code the page stays shut, and wrong tries are counted', async () => {
  const { token, code } = await asked();
  expect(world.mails[0]).toMatchObject({ to: KIM, subject: 'Ihre Auswahl' });
  expect(await pageView(world.worker, { token, gpc: false })).toMatchObject({ refusal: { code: 'code-needed' } });
  expect(
    await changeChoices(world.worker, { token, changes: [{ purpose: 'newsletter', yes: false }], gpc: false }),
  ).toMatchObject({ refusal: { code: 'code-needed' } });
  const wrong = code === '111111' ? '222222' : '111111';
  for (const left of [4, 3, 2, 1])
    expect(await proveCode(world.worker, { token, code: wrong })).toMatchObject({
      refusal: { code: 'code-wrong', left },
    });
  expect(await proveCode(world.worker, { token, code: wrong })).toMatchObject({ refusal: { code: 'tries-used-up' } });
  expect((await proveCode(world.worker, { token, code })).ok).toBe(false);
  expect(await pageView(world.worker, { token: 'x'.repeat(32), gpc: false })).toMatchObject({
    refusal: { code: 'link-unknown' },
  });
});

test('taking a yes back is one change; it is obeyed, mailed, and in the history with a receipt', async () => {
  const token = await opened();
  const before = await pageView(world.worker, { token, gpc: false });
  if (!before.ok) throw new Error(before.refusal.code);
  expect(before.value).toMatchObject({ language: 'de', signal: null });
  expect(before.value.purposes.find(({ id }) => id === 'offers')!.answer).toMatchObject({
    since: null,
    permitted: false,
  });
  expect(
    await changeChoices(world.worker, { token, changes: [{ purpose: 'newsletter', yes: false }], gpc: false }),
  ).toMatchObject({ value: { changed: 1 } });
  expect(await standing('newsletter')).toEqual({ standing: 'withdrawn', permitted: false });
  // The same again changes nothing and mails nothing.
  expect(
    await changeChoices(world.worker, { token, changes: [{ purpose: 'newsletter', yes: false }], gpc: false }),
  ).toMatchObject({ value: { changed: 0 } });
  await world.drain();
  expect(world.mails.filter(({ subject }) => subject.startsWith('Ihre Auswahl wurde'))).toHaveLength(1);
  const after = await pageView(world.worker, { token, gpc: false });
  if (!after.ok) throw new Error(after.refusal.code);
  expect(after.value.history[0]).toMatchObject({ answer: 'withdraw', title: 'newsletter' });
  expect(await pageReceipt(world.worker, { token, choiceId: after.value.history[0]!.id })).toMatchObject({
    value: { 'dct:identifier': after.value.history[0]!.id },
  });
  const others = await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [choice({ identifiers: [{ kind: 'email', value: 'somebody.else@mail.example' }], externalId: 'else-1' })],
  });
  expect(await pageReceipt(world.worker, { token, choiceId: others[0]!.id! })).toMatchObject({
    refusal: { code: 'link-unknown' },
  });
  expect(
    await changeChoices(world.worker, { token, changes: [{ purpose: 'orders', yes: false }], gpc: false }),
  ).toMatchObject({ refusal: { code: 'purpose-not-open' } });
});

test('a browser’s signal opts out of sale once a day; a yes said knowing of it holds', async () => {
  const token = await opened();
  expect((await standing('ads')).permitted).toBe(true);
  expect(await pageView(world.worker, { token, gpc: true })).toMatchObject({ value: { signal: { honoured: true } } });
  expect((await standing('ads')).permitted).toBe(false);
  const count = async () => Number(((await world.knex('choices').count('* as n').first()) as { n: number }).n);
  const before = await count();
  await pageView(world.worker, { token, gpc: true });
  expect(await count()).toBe(before);
  world.goTo('2026-11-24T08:01:00Z');
  await changeChoices(world.worker, { token, changes: [{ purpose: 'ads', yes: true }], gpc: true });
  expect((await standing('ads')).permitted).toBe(true);
  expect(await pageView(world.worker, { token, gpc: true })).toMatchObject({ value: { signal: { honoured: false } } });
});

test('a double opt-in is mailed, a look confirms nothing, a press does, once, and only in time', async () => {
  const say = (n: number, occurredAt: string) =>
    recordChoices(world.worker, {
      systemId: 'sys_shop',
      choices: [
        choice({
          identifiers: [{ kind: 'email', value: KIM }],
          name: null,
          purpose: 'letter',
          language: 'de',
          occurredAt,
          address: { channel: 'email', value: KIM },
          externalId: `letter-${n}`,
        }),
      ],
    });
  await say(1, '2026-11-24T07:00:00Z');
  await world.drain();
  expect(await standing('letter')).toMatchObject({ standing: 'awaiting-confirmation', permitted: false });
  const mail = world.mails.at(-1)!;
  expect(mail).toMatchObject({ to: KIM, subject: expect.stringContaining('Bitte bestätigen') });
  const token = /confirm\/([\w-]+)/.exec(mail.text)![1]!;
  expect(await confirmView(world.worker, { token })).toMatchObject({ value: { title: 'Brief', language: 'de' } });
  expect((await standing('letter')).permitted).toBe(false);
  expect(await confirmChoice(world.worker, { token })).toMatchObject({ ok: true });
  expect(await standing('letter')).toEqual({ standing: 'granted', permitted: true });
  expect(await confirmChoice(world.worker, { token })).toMatchObject({ refusal: { code: 'link-used' } });
  // One whose window has closed before it arrives is not asked about; one that waits too long cannot be confirmed.
  world.mails.length = 0;
  await say(2, '2026-11-20T07:00:00Z');
  await world.drain();
  expect(world.mails).toEqual([]);
  await say(3, '2026-11-24T07:30:00Z');
  await world.drain();
  const late = /confirm\/([\w-]+)/.exec(world.mails.at(-1)!.text)![1]!;
  world.goTo('2026-11-27T08:00:00Z');
  expect(await confirmChoice(world.worker, { token: late })).toMatchObject({ refusal: { code: 'link-expired' } });
  expect(await standing('letter')).toEqual({ standing: 'granted', permitted: true });
  world.goTo('2026-11-24T08:00:00Z');
});
