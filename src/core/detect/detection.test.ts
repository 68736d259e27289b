import { decoys } from '../../../test/detection/decoys';
import { flagged, measureDetection } from '../../../test/detection/measure';
import { texts, type Part } from '../../../test/detection/texts';
import { detect } from './detect';

const KINDS = ['person-name', 'phone', 'address', 'birth-date', 'email', 'payment-card', 'iban'];

// The detectors were written on the part “tune”; see docs/detection.md for the others.
test.each<Part>(['report', 'fresh'])('on texts of the part “%s” each kind reaches an F1 of 0.90', (part) => {
  for (const { kind, f1, labelled } of measureDetection(texts(part, 5, 300), KINDS)) {
    expect(labelled).toBeGreaterThan(50);
    expect({ kind, isReached: f1 >= 0.9, f1 }).toMatchObject({ kind, isReached: true });
  }
});

test('of numbers that are nobody’s at most two of a hundred are taken for somebody’s', () => {
  const all = decoys(77, 1200);
  const wrong = flagged(all);
  expect({
    share: wrong.length / all.length,
    isFew: wrong.length <= all.length * 0.02,
    wrong: wrong.slice(0, 3),
  }).toMatchObject({ isFew: true });
});

const found = (text: string) => detect(text).map(({ kind, start, end }) => `${kind} ${text.slice(start, end)}`);

test.each([
  ['Yesterday Rebecca Fairbairn called', ['person-name Rebecca Fairbairn']],
  ['spoke with Rasmussen, Mette about it', ['person-name Rasmussen, Mette']],
  ['Regards\nUlrike Engelhardt-Weiß', ['person-name Ulrike Engelhardt-Weiß']],
  ['Peter Hansen A/S sent it', []],
  ['on Anna Jensens Vej 4, 8000 Aarhus', ['address Anna Jensens Vej 4, 8000 Aarhus']],
  ['Guten Tag, Ihre Rechnung und Bestellung sind da.', []],
  ['Thank You For Your Order', []],
  ['call +45\u00A020\u202F12\u00A034\u00A056 now', ['phone +45\u00A020\u202F12\u00A034\u00A056']],
  ['tel. 20\u201112\u201134\u201156', ['phone 20\u201112\u201134\u201156']],
  ['order number 20123456, tel. unknown', []],
  ['my iban is be68 5390 0754 7034 of course', ['iban be68 5390 0754 7034']],
  ['BE69 5390 0754 7034', []],
  ['IBAN DE00 2230 4237 3200 9817 53', []],
  ['diners 3056 930902 5904', ['payment-card 3056 930902 5904']],
  ['card 4222222222222', ['payment-card 4222222222222']],
  ['dni 54362315k', ['national-id 54362315k']],
  ['CURP BOXW310820HNERXN09', ['national-id BOXW310820HNERXN09']],
  ['OIB 33392005961', ['national-id 33392005961']],
  ['CNP 1630615123457', ['national-id 1630615123457']],
  ['née le 14 mars 1987', ['birth-date 14 mars 1987']],
  ['nacida el 2 de mayo de 1965', ['birth-date 2 de mayo de 1965']],
  ['12 rue de la Paix, 75002 Paris', ['address 12 rue de la Paix, 75002 Paris']],
  ['C/ Serrano 105, 28006 Madrid', ['address C/ Serrano 105, 28006 Madrid']],
  ['born in spring; the case was closed on 2026-03-14 by somebody', []],
])('%s', (text, expected) => expect(found(text)).toEqual(expected));
