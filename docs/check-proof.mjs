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
const signed = ({ size, root, signedAt, signature, publicKey }) =>
  verify(
    null,
    Buffer.from(JSON.stringify({ root, schema: 'bookend-head-1', signedAt, size })),
    publicKey,
    Buffer.from(signature, 'base64'),
  );
const { publicPart, sealedHash, folio, tree, head, from, to, path } = JSON.parse(readFileSync(process.argv[2], 'utf8'));
if (publicPart) {
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
