import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { canonicalBytes, choiceLeaf, isSame, type PublicPart } from './leaf';

const text = fc.string({ unit: 'grapheme' });
const perhaps = fc.option(text, { nil: null });
const number = fc.option(fc.nat(), { nil: null });
const part: fc.Arbitrary<PublicPart> = fc.record(
  {
    id: text,
    seq: fc.nat(),
    person: text,
    system: text,
    purpose: text,
    answer: text,
    occurredAt: text,
    recordedAt: text,
    confirms: perhaps,
    ask: perhaps,
    askVersion: number,
    notice: perhaps,
    noticeVersion: number,
    method: perhaps,
    country: perhaps,
    language: perhaps,
    channel: perhaps,
    told: fc.constant(true as const),
  },
  {
    requiredKeys: [
      'id',
      'seq',
      'person',
      'system',
      'purpose',
      'answer',
      'occurredAt',
      'recordedAt',
      'confirms',
      'ask',
      'askVersion',
      'notice',
      'noticeVersion',
      'method',
      'country',
      'language',
      'channel',
    ],
  },
);

test('a leaf is the hash of 0x00, the RFC 8785 bytes of the public part and the sealed hash, whatever the words and however long', () => {
  const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();
  const long = part.map((one) => ({ ...one, ask: 'ø'.repeat(9000) }));
  fc.assert(
    fc.property(
      fc.oneof({ weight: 9, arbitrary: part }, long),
      fc.uint8Array({ minLength: 32, maxLength: 32 }),
      (one, sealedHash) =>
        isSame(choiceLeaf(hash, one, sealedHash), hash(Buffer.concat([Buffer.of(0), canonicalBytes(one), sealedHash]))),
    ),
  );
});

test('two byte strings are the same only when every byte is', () => {
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 1 }), fc.nat(), (bytes, at) => {
      const other = bytes.slice();
      other[at % bytes.length]! ^= 1;
      return isSame(bytes, bytes.slice()) && !isSame(bytes, other) && !isSame(bytes, bytes.subarray(1));
    }),
  );
});
