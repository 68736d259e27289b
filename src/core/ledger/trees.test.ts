import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { byRecord, ledgerRoot, placeKey, reachedWith, readReached, sayPlace, sayReached, treeOf } from './trees';

const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();

test('the tree of an id is one of them, ever the same, and ids are spread evenly', () => {
  fc.assert(
    fc.property(fc.string(), fc.integer({ min: 1, max: 256 }), (id, trees) => {
      const tree = treeOf(id, trees);
      expect(tree).toBe(treeOf(id, trees));
      expect(Number.isInteger(tree) && tree >= 0 && tree < trees).toBe(true);
    }),
  );
  // What stored choices rest on: another sum would look for a person's choices in another tree.
  // The vectors are those that its authors publish.
  expect(['', 'a', 'foobar'].map((id) => treeOf(id, 2 ** 32))).toEqual([0x811c9dc5, 0xe40c292c, 0xbf9cf968]);
  const counts = [0, 0, 0, 0];
  for (let n = 0; n < 4000; n++) counts[treeOf(`per_${hash(Buffer.from(String(n))).toString('hex')}`, 4)]! += 1;
  for (const count of counts) expect(Math.abs(count - 1000)).toBeLessThan(120);
});

test('how far a reader has come is said and read back; what is none of ours is not read', () => {
  const reached = new Map([
    [0, 120],
    [1, 99],
  ]);
  expect(sayReached(reached)).toBe('0-120.1-99');
  expect(readReached(sayReached(reached))).toEqual(reached);
  for (const text of ['', '120', '0-', '-1', '0-1.', '0-1,1-2', '0-1e3', '0-99999999999999999999'])
    expect(readReached(text)).toBeNull();
  expect(reachedWith(reached, [{ tree: 1, seq: 98 }])).toEqual(new Map([...reached, [1, 98]]));
});

test('trees laid together keep the order of each', () => {
  const rows = [
    { tree: 0, seq: 1, recorded_at: '2026-01-01T00:00:00Z' },
    { tree: 0, seq: 2, recorded_at: '2026-01-03T00:00:00Z' },
    { tree: 1, seq: 1, recorded_at: '2026-01-02T00:00:00Z' },
    { tree: 1, seq: 2, recorded_at: '2026-01-03T00:00:00Z' },
  ];
  expect(rows.toReversed().toSorted(byRecord).map(placeKey)).toEqual(['0/1', '1/1', '0/2', '1/2']);
  expect(rows.map(sayPlace)).toEqual(['1', '2', '1/1', '1/2']);
});

test('another root, size or order of any tree is another ledger', () => {
  const heads = [0, 1, 2].map((tree) => ({ tree, size: tree + 5, root: hash(Buffer.of(tree)) }));
  const root = hex(heads);
  expect(hex(heads)).toBe(root);
  expect(hex(heads.slice(0, 2))).not.toBe(root);
  expect(hex(heads.toReversed())).not.toBe(root);
  for (const [i, head] of heads.entries()) {
    expect(hex(heads.with(i, { ...head, size: head.size + 1 }))).not.toBe(root);
    expect(hex(heads.with(i, { ...head, root: hash(head.root) }))).not.toBe(root);
  }
  function hex(of: typeof heads): string {
    return Buffer.from(ledgerRoot(hash, of)).toString('hex');
  }
});
