import { birthDates } from '../people/birthDates';
import { fullName, looseEmail, normaliseCustomerNumber, normaliseEmail, normalisePostcode } from '../people/normalise';
import doubleMetaphone from 'talisman/phonetics/double-metaphone';
import type { PersonRecord } from '../people/record';
import { nameOf } from './compare';

const PHONE_DIGITS = 8;
/** Letters of a word beside which the initial of another says something. */
const INITIAL = 2;

/**
 * What a record is filed under among many, so that only records of one block are compared (Fellegi and Sunter 1969,
 * section 3.4). Whatever `score` may hold for possible shares a block: an address without its sub-address, the end of
 * a number, a customer number, two of a name’s words or their sounds, a word with the initial of another, a birth
 * date, or a postcode with the first letter of one of the name’s words.
 */
export function blocksOf(person: PersonRecord): string[] {
  const name = nameOf(person);
  const words = [...new Set([...name.given, ...name.family].map(fullName))].sort();
  const sounds = [...new Set(words.filter(({ length }) => length > 1).map((word) => doubleMetaphone(word)[0]))]
    .filter(Boolean)
    .sort();
  const emails = (person.emails ?? []).map(normaliseEmail).filter((email) => email !== null);
  return [
    ...new Set([
      ...emails.map((email) => `e ${looseEmail(email)}`),
      ...(person.phones ?? [])
        .map((phone) => phone.replace(/\D/g, '').slice(-PHONE_DIGITS))
        .filter(({ length }) => length >= 6)
        .map((digits) => `p ${digits}`),
      ...(person.customerNumbers ?? []).map(({ system, value }) => `c ${system} ${normaliseCustomerNumber(value)}`),
      ...words.flatMap((word, i) => words.slice(i + 1).map((other) => `n ${word} ${other}`)),
      ...sounds.flatMap((sound, i) => sounds.slice(i + 1).map((other) => `s ${sound} ${other}`)),
      ...words
        .filter(({ length }) => length > INITIAL)
        .flatMap((word) =>
          words.filter((other) => other !== word).map((other) => `i ${doubleMetaphone(word)[0]} ${other[0]}`),
        ),
      ...(person.birthDate ? birthDates(person.birthDate) : []).map((day) => `d ${day}`),
      ...(person.postcode ? words.map((word) => `z ${normalisePostcode(person.postcode!)} ${word[0]}`) : []),
    ]),
  ];
}

/**
 * Pairs of a record of one list and one of another that may be the same person, each once, as places in the lists.
 * The cost grows with the pairs, not with the lists’ product.
 *
 * @example [...candidatePairs([{ emails: ['a@b.example'] }], [{ emails: ['c@b.example'] }, { emails: ['A@B.example']
 *   }])] // [[0, 1]]
 */
export function* candidatePairs(
  left: readonly PersonRecord[],
  right: readonly PersonRecord[],
): Generator<[left: number, right: number]> {
  const filed = new Map<string, number[]>();
  right.forEach((person, i) => {
    for (const block of blocksOf(person)) {
      const there = filed.get(block);
      if (there) there.push(i);
      else filed.set(block, [i]);
    }
  });
  const seenFor = new Int32Array(right.length).fill(-1);
  for (const [i, person] of left.entries()) {
    for (const block of blocksOf(person)) {
      for (const j of filed.get(block) ?? []) {
        if (seenFor[j] === i) continue;
        seenFor[j] = i;
        yield [i, j];
      }
    }
  }
}
