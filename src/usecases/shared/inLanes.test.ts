import { inLanes } from './inLanes';

async function* upTo(n: number) {
  for (let i = 0; i < n; i++) yield i;
}
const all = async <T>(source: AsyncIterable<T>) => {
  const found: T[] = [];
  for await (const one of source) found.push(one);
  return found;
};

test.each([1, 2, 5])(
  'results come in the order of the pieces, with %i lanes and no more than one piece beyond them',
  async (lanes) => {
    let [running, most] = [0, 0];
    const found = await all(
      inLanes(upTo(20), lanes, async (i) => {
        most = Math.max(most, ++running);
        await new Promise((resolve) => setTimeout(resolve, (i * 7) % 5));
        running--;
        return i * 2;
      }),
    );
    expect(found).toEqual(Array.from({ length: 20 }, (_, i) => i * 2));
    expect(most).toBe(lanes + 1);
  },
);

test('a piece that fails ends it with that failure', async () => {
  await expect(
    all(inLanes(upTo(5), 2, async (i) => (i === 3 ? Promise.reject(new Error('piece 3')) : i))),
  ).rejects.toThrow('piece 3');
  expect(await all(inLanes(upTo(0), 2, async (i) => i))).toEqual([]);
});
