import { testWorld, type TestWorld } from '../../../test/support/database';
import { seedLedger } from '../../../test/support/ledger';
import { must } from '../../../test/support/must';
import { wordingDraftInput, type WordingDraft } from '../../core/asks/schema';
import type { Context } from '../shared/context';
import { askOnPaper, countAsk } from './useAsk';
import { checkWording, publishWording, readAsks } from './wordings';

let world: TestWorld;
let signe: Context;
let mikkel: Context;
beforeAll(async () => {
  world = await testWorld('asks');
  await seedLedger(world);
  signe = world.user('usr_signe', 'coordinator');
  mikkel = world.user('usr_mikkel', 'supervisor');
});
afterAll(() => world.close());

const FAIR = 'Send me the newsletter, about twice a month. I can stop it at any time.';
const draft = (more: object = {}): WordingDraft =>
  wordingDraftInput.cast({
    id: 'account-page',
    place: 'account',
    method: 'tick-box',
    purposes: ['newsletter'],
    words: { en: FAIR },
    ...more,
  });
const versions = async (id: string) => must(await readAsks(signe)).wordings.filter((one) => one.id === id);

test('a fair question is published by a supervisor, frozen, and its next version goes on from it', async () => {
  expect(must(await checkWording(signe, draft()))).toEqual({ faults: [], doubts: [], version: 1 });
  expect(await publishWording(signe, draft())).toMatchObject({ refusal: { code: 'not-allowed' } });
  expect(must(await publishWording(mikkel, draft()))).toEqual({ version: 1 });
  expect(await publishWording(mikkel, draft())).toMatchObject({ refusal: { code: 'wording-unchanged' } });
  // Whoever was asked in a language is asked in it again.
  const inDanish = { da: 'Send mig nyhedsbrevet. Jeg kan stoppe det når som helst.' };
  expect(await publishWording(mikkel, draft({ words: inDanish }))).toMatchObject({
    refusal: { code: 'wording-unfair', faults: 1 },
  });
  expect(must(await publishWording(mikkel, draft({ words: { en: FAIR, ...inDanish }, isMaterial: true })))).toEqual({
    version: 2,
  });
  expect(
    (await versions('account-page')).map(({ version, words, isMaterial }) => [version, Object.keys(words), isMaterial]),
  ).toEqual([
    [1, ['en'], false],
    [2, ['da', 'en'], true],
  ]);
  const trail = await world.knex('trail').where({ act: 'wording-published' }).select('subject', 'actor');
  expect(trail).toEqual([
    { subject: 'account-page', actor: 'usr_mikkel' },
    { subject: 'account-page', actor: 'usr_mikkel' },
  ]);
});

test('a fault blocks, a doubt needs a reason', async () => {
  const forced = draft({
    id: 'forced',
    words: { en: 'By ordering you agree to our newsletter. You can stop at any time.' },
  });
  expect(must(await checkWording(signe, forced)).faults[0]!.law).toContain('4(11)');
  expect(await publishWording(mikkel, forced)).toMatchObject({ refusal: { code: 'wording-unfair' } });
  const vague = draft({ id: 'vague', words: { en: 'Let us improve your experience. You can stop at any time.' } });
  expect(await publishWording(mikkel, vague)).toMatchObject({ refusal: { code: 'wording-doubtful', doubts: 1 } });
  must(await publishWording(mikkel, { ...vague, reason: 'The notice beside it says how.' }));
  expect(await versions('forced')).toEqual([]);
  expect(await versions('vague')).toHaveLength(1);
});

test('what cannot be: an earlier day, an unknown purpose, none at all, two at once', async () => {
  const refused = async (more: object) => publishWording(mikkel, draft({ id: 'never', ...more }));
  expect(await refused({ validFrom: '2020-01-01T00:00:00Z' })).toMatchObject({
    refusal: { code: 'wording-in-the-past' },
  });
  expect(await refused({ purposes: ['nothing'] })).toMatchObject({
    refusal: { code: 'wording-purpose-unknown', purpose: 'nothing' },
  });
  expect(await refused({ purposes: [] })).toMatchObject({ refusal: { code: 'ask-without-purpose' } });
  // A legitimate interest is nothing to agree to.
  expect(await refused({ purposes: ['marketing'] })).toMatchObject({ refusal: { code: 'wording-unfair' } });
  const both = await Promise.all([
    publishWording(mikkel, draft({ id: 'race' })),
    publishWording(mikkel, draft({ id: 'race', place: 'footer' })),
  ]);
  expect(both.map((one) => must(one).version).sort()).toEqual([1, 2]);
  expect(await versions('never')).toEqual([]);
  expect(must(await countAsk(signe, { id: 'race' }))).toEqual([]);
  const paper = must(await askOnPaper(signe, { id: 'race', language: 'en' }));
  expect(paper.subarray(0, 4).toString()).toBe('%PDF');
  expect(await askOnPaper(signe, { id: 'none', language: 'en' })).toMatchObject({ refusal: { code: 'not-found' } });
  expect(await countAsk(world.user('usr_ib', 'administrator'), { id: 'race' })).toMatchObject({
    refusal: { code: 'not-allowed' },
  });
  expect(await readAsks(world.user('usr_ib', 'administrator'))).toMatchObject({ refusal: { code: 'not-allowed' } });
});
