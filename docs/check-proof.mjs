// Checks what Bookend gives out as a proof, with nothing of Bookend's: node check-proof.mjs proof.json
import { createHash, verify } from 'node:crypto';
import { readFileSync } from 'node:fs';
const hash = (...parts) => createHash('sha256').update(Buffer.concat(parts)).digest();
const hex = (text) => Buffer.from(text, 'hex');
const need = (holds, what) => {
  if (!holds) {
    console.error(`does not hold: ${what}`);
    process.exit(1);
  }
};
// RFC 9162, 2.1.3.2 and 2.1.4.2: up the tree with the hashes beside the way; gives the older and the newer root.
function climb(start, fn, sn, path) {
  let [older, newer] = [start, start];
  for (const beside of path.map(hex)) {
    if (fn % 2 === 1 || fn === sn) {
      [older, newer] = [hash(Buffer.of(1), beside, older), hash(Buffer.of(1), beside, newer)];
      while (fn % 2 === 0 && fn !== 0) [fn, sn] = [fn >> 1, sn >> 1];
    } else newer = hash(Buffer.of(1), newer, beside);
    [fn, sn] = [fn >> 1, sn >> 1];
  }
  return sn === 0 ? [older.toString('hex'), newer.toString('hex')] : [];
}
const signed = ({ tree, size, root, signedAt, signature, publicKey }, schema = 'bookend-head-1') =>
  verify(
    null,
    Buffer.from(JSON.stringify({ root, schema, signedAt, size, ...(tree > 0 ? { tree } : {}) })),
    publicKey,
    Buffer.from(signature, 'base64'),
  );
// RFC 9162, 2.1.1: the root over leaves.
const rootOf = (leaves) => {
  if (leaves.length === 1) return leaves[0];
  const half = 2 ** Math.ceil(Math.log2(leaves.length) - 1);
  return hash(Buffer.of(1), rootOf(leaves.slice(0, half)), rootOf(leaves.slice(half)));
};
const file = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const { publicPart, sealedHash, folio, tree, trees, head, from, to, path } = file;
if (trees) {
  // The head over the heads of all trees, as it is deposited.
  const leaves = trees.map(({ root, size, tree: number }) =>
    hash(Buffer.of(0), Buffer.from(JSON.stringify({ root, size, tree: number }))),
  );
  need(rootOf(leaves).toString('hex') === file.root && trees.every((one) => signed(one)), 'a tree is not in this head');
  need(signed(file, 'bookend-ledger-head-1'), 'the head is not signed by this key');
  console.log(`holds: the ledger of ${file.size} folios signed ${file.signedAt}`);
} else if (publicPart) {
  const leaf = hash(Buffer.of(0), Buffer.from(publicPart), hex(sealedHash));
  need(climb(leaf, folio.leafIndex, folio.size - 1, folio.path)[1] === folio.root, 'the choice is not in its folio');
  need(
    climb(hash(Buffer.of(0), hex(folio.root)), tree.index, tree.size - 1, tree.path)[1] === head.root,
    'the folio is not in the ledger',
  );
  need(signed(head), 'the head is not signed by this key');
  console.log(
    `holds: choice ${JSON.parse(publicPart).id} is in the ledger of ${head.size} folios signed ${head.signedAt}`,
  );
} else {
  const whole = [...(Number.isInteger(Math.log2(from.size)) ? [from.root] : []), ...path];
  let [fn, sn] = [from.size - 1, to.size - 1];
  while (fn % 2 === 1) [fn, sn] = [fn >> 1, sn >> 1];
  const roots = from.size === to.size ? [to.root, from.root] : climb(hex(whole[0]), fn, sn, whole.slice(1));
  need(
    roots[0] === from.root && roots[1] === to.root && signed(from) && signed(to),
    'the older ledger is not the beginning of the newer one',
  );
  console.log(`holds: the ledger of ${from.size} folios is the beginning of that of ${to.size}`);
}
