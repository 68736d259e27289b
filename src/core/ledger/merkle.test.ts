import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { choiceLeaf, hex, type PublicPart } from './leaf';
import { append, leafHash, merkleRoot, nodeHash, rootOf, type Frontier } from './merkle';
import { addFolio, verifyFolio, verifyHead, type FolioToVerify } from './verify';

const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();
const text = (value: string) => new TextEncoder().encode(value);

/** RFC 9162 section 2.1.1 word for word. */
function mth(leaves: readonly Uint8Array[]): Uint8Array {
  if (leaves.length === 0) return hash(new Uint8Array());
  if (leaves.length === 1) return leaves[0]!;
  let k = 1;
  while (k * 2 < leaves.length) k *= 2;
  return nodeHash(hash, mth(leaves.slice(0, k)), mth(leaves.slice(k)));
}

describe('the growing tree', () => {
  test('of nothing: the hash of the empty string', () => {
    expect(hex(merkleRoot(hash, []))).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855');
  });
  test('one leaf: H(0x00 ‖ data)', () => {
    expect(hex(leafHash(hash, new Uint8Array()))).toBe(
      '6e340b9cffb37a989ca544e6bb780a2c78901d3fb33738768511a30617afa01d',
    );
  });
  test('kept leaf by leaf it equals the RFC’s recursive definition, and keeps O(log n) peaks', () => {
    fc.assert(
      fc.property(fc.array(fc.uint8Array({ maxLength: 8 }), { maxLength: 70 }), (data) => {
        const leaves = data.map((one) => leafHash(hash, one));
        let frontier: Frontier = { size: 0, peaks: [] };
        for (const leaf of leaves) frontier = append(hash, frontier, leaf);
        return (
          hex(rootOf(hash, frontier)) === hex(mth(leaves)) &&
          frontier.peaks.length <= Math.ceil(Math.log2(leaves.length + 1)) + 1
        );
      }),
      { seed: 3, numRuns: 150 },
    );
  });
});

const part = (id: string): PublicPart => ({
  id,
  seq: 1,
  person: 'per_1',
  system: 'sys_a',
  purpose: 'newsletter',
  answer: 'grant',
  occurredAt: '2026-01-01T00:00:00.000Z',
  recordedAt: '2026-01-01T00:00:00.000Z',
  confirms: null,
  ask: null,
  askVersion: null,
  notice: null,
  noticeVersion: null,
  method: null,
  country: 'DK',
  language: 'da',
  channel: null,
});

function sealed(ids: string[]): FolioToVerify {
  const choices = ids.map((id, leafIndex) => {
    const body = text(`sealed ${id}`);
    const sealedHash = hash(body);
    return {
      part: part(id),
      leafIndex,
      leaf: choiceLeaf(hash, part(id), sealedHash),
      sealedHash,
      sealed: body,
      numbersAgree: true,
    };
  });
  return {
    tree: 0,
    folio: 7,
    size: ids.length,
    root: merkleRoot(
      hash,
      choices.map(({ leaf }) => leaf),
    ),
    choices,
  };
}

describe('verification', () => {
  test('an untouched folio has no fault, also when a sealed part was removed', () => {
    const folio = sealed(['a', 'b', 'c']);
    expect(verifyFolio(hash, folio)).toEqual([]);
    folio.choices[1]!.sealed = null;
    expect(verifyFolio(hash, folio)).toEqual([]);
  });
  test('one altered answer is named by folio and leaf', () => {
    const folio = sealed(['a', 'b', 'c']);
    folio.choices[1]!.part = { ...folio.choices[1]!.part, answer: 'refuse' };
    expect(verifyFolio(hash, folio)).toEqual([
      { tree: 0, code: 'choice-altered', folio: 7, leaf: 1, choice: 'b' },
      { tree: 0, code: 'folio-root-wrong', folio: 7 },
    ]);
  });
  test('one altered byte of a sealed part is named', () => {
    const folio = sealed(['a', 'b', 'c']);
    folio.choices[2]!.sealed![0]! ^= 1;
    expect(verifyFolio(hash, folio)).toEqual([
      { tree: 0, code: 'sealed-part-altered', folio: 7, leaf: 2, choice: 'c' },
    ]);
  });
  test('numbers beside a choice that say something else are named', () => {
    const folio = sealed(['a', 'b', 'c']);
    folio.choices[1]!.numbersAgree = false;
    expect(verifyFolio(hash, folio)).toEqual([{ tree: 0, code: 'numbers-altered', folio: 7, leaf: 1, choice: 'b' }]);
  });

  test('a choice taken out is missed', () => {
    const folio = sealed(['a', 'b', 'c']);
    const short = { ...folio, choices: folio.choices.slice(0, -1) };
    expect(verifyFolio(hash, short).map(({ code }) => code)).toEqual(['choices-missing', 'folio-root-wrong']);
  });
  test('a chain rewritten from end to end does not lead to the signed head', () => {
    let [honest, rewritten]: Frontier[] = [
      { size: 0, peaks: [] },
      { size: 0, peaks: [] },
    ];
    for (const id of ['a', 'b', 'c']) {
      honest = addFolio(hash, honest!, sealed([id]).root);
      rewritten = addFolio(hash, rewritten!, sealed([`${id}'`]).root);
    }
    const head = { tree: 0, size: 3, root: rootOf(hash, honest!), signatureIsGood: true };
    expect(verifyHead(hash, honest!, head)).toEqual([]);
    expect(verifyHead(hash, rewritten!, head).map(({ code }) => code)).toEqual(['head-root-wrong']);
    expect(
      verifyHead(hash, rewritten!, { ...head, root: rootOf(hash, rewritten!), signatureIsGood: false }).map(
        ({ code }) => code,
      ),
    ).toEqual(['head-signature-wrong']);
  });
});
