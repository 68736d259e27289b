import fc from 'fast-check';
import { canonicalBytes, isSame, publicBytes, type PublicPart } from './leaf';

const text = fc.string({ unit: 'grapheme' });
const perhaps = fc.option(text, { nil: null });
const number = fc.option(fc.nat(), { nil: null });
const part: fc.Arbitrary<PublicPart> = fc.record(
  { id: text, seq: fc.nat(), person: text, system: text, purpose: text, answer: text, occurredAt: text, recordedAt: text, confirms: perhaps, ask: perhaps, askVersion: number, notice: perhaps, noticeVersion: number, method: perhaps, country: perhaps, language: perhaps, channel: perhaps, told: fc.constant(true as const) },
  { requiredKeys: ['id', 'seq', 'person', 'system', 'purpose', 'answer', 'occurredAt', 'recordedAt', 'confirms', 'ask', 'askVersion', 'notice', 'noticeVersion', 'method', 'country', 'language', 'channel'] },
);

test('the quick bytes of a public part are those of RFC 8785, whatever the words', () => {
  fc.assert(fc.property(part, (one) => isSame(publicBytes(one), canonicalBytes(one))));
});

test('two byte strings are the same only when every byte is', () => {
  fc.assert(fc.property(fc.uint8Array({ minLength: 1 }), fc.nat(), (bytes, at) => {
    const other = bytes.slice();
    other[at % bytes.length]! ^= 1;
    return isSame(bytes, bytes.slice()) && !isSame(bytes, other) && !isSame(bytes, bytes.subarray(1));
  }));
});
