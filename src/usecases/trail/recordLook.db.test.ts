import { requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import type { Context } from '../shared/context';
import { readTrailPage } from './readTrailPage';
import { recordLook } from './recordLook';

let world: RequestWorld['world'];
let signe: Context;
let mikkel: Context;
let open: RequestWorld['open'];
let view: RequestWorld['view'];
beforeAll(async () => void ({ world, signe, mikkel, open, view } = await requestWorld('looks')));
afterAll(() => world.close());

const looks = async (ref: string) =>
  (await readTrailPage(mikkel, { subject: ref, act: 'request-viewed', before: null })).lines.map(
    ({ actor, times }) => `${actor} ${times}`,
  );

test('a page that shows itself anew every second is one entry with a count, and the chain stays whole', async () => {
  const { ref } = await open();
  for (let n = 0; n < 20; n++) {
    await view(ref);
    world.pass(1);
  }
  expect(await looks(ref)).toEqual(['Mikkel Krogh 20']);
  // Somebody else’s look is their own.
  await view(ref, signe);
  expect(await looks(ref)).toEqual(['Signe Aaby 1', 'Mikkel Krogh 20']);
  world.pass(10 * 60 + 1);
  await view(ref);
  expect(await looks(ref)).toEqual(['Mikkel Krogh 1', 'Signe Aaby 1', 'Mikkel Krogh 20']);
  expect((await readTrailPage(mikkel, { subject: null, act: null, before: null })).isChainGood).toBe(true);
});

test('another thing, or the same for another reason, is another look', async () => {
  const [one, other] = [await open(), await open({ right: 'objection' })];
  await view(one.ref);
  await view(other.ref);
  expect(await looks(one.ref)).toEqual(['Mikkel Krogh 1']);
  for (const details of ['a', 'a', 'b'])
    await mikkel.transaction((h) => recordLook(mikkel, h, 'record-opened', one.ref, details));
  const lines = (await readTrailPage(mikkel, { subject: one.ref, act: 'record-opened', before: null })).lines;
  expect(lines.map(({ details, times }) => `${details} ${times}`)).toEqual(['b 1', 'a 2']);
});

test('two windows that look at once make one entry', async () => {
  const { ref } = await open({ right: 'objection' });
  await view(ref);
  await Promise.all(Array.from({ length: 8 }, () => view(ref)));
  expect(await looks(ref)).toEqual(['Mikkel Krogh 9']);
});
