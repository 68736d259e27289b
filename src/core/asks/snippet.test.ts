import { SPOKEN_WORDS } from '../words/spoken';
import { callOf, FORM_SCRIPT, htmlOf, paperOf } from './snippet';
import type { WordingShown } from './views';

const ASK: WordingShown = {
  id: 'checkout-newsletter',
  version: 3,
  validFrom: '2026-01-01T00:00:00Z',
  isMaterial: false,
  place: 'checkout',
  method: 'tick-box',
  purposes: ['newsletter'],
  words: { en: 'The newsletter? <b>"Now"</b> & then.', da: 'Nyhedsbrevet?' },
};
const ONE = [{ id: 'newsletter', title: 'Newsletter' }];

test('a box is never ticked nor required, and hostile words stay words', () => {
  const html = htmlOf(ASK, 'en', ONE);
  expect(html).not.toMatch(/\bchecked\b|\brequired\b|<b>/);
  expect(html).toContain('The newsletter? &lt;b&gt;&quot;Now&quot;&lt;/b&gt; &amp; then.');
  expect(html).toContain('name="askVersion" value="3"');
  expect(FORM_SCRIPT).toContain('box.defaultChecked = false');
});

test('several purposes have a box each', () => {
  const html = htmlOf(ASK, 'da', [...ONE, { id: 'sms', title: 'SMS' }]);
  expect(html.match(/type="checkbox"/g)).toHaveLength(2);
  expect(html).toContain('<legend>Nyhedsbrevet?</legend>');
});

test('the call names what was shown', () => {
  expect(JSON.parse(callOf(ASK, 'newsletter', 'da').split('\n').slice(1).join('\n'))).toMatchObject({
    ask: 'checkout-newsletter',
    askVersion: 3,
    language: 'da',
    purpose: 'newsletter',
  });
});

test('on paper it has an empty box for yes and for no, and is found again by its version', () => {
  const text = paperOf(ASK, 'da', ONE, SPOKEN_WORDS.da, 'Larkmere');
  expect(text).toContain('“Nyhedsbrevet?”');
  expect(text).toContain('[   ] ja        [   ] nej');
  expect(text).toContain('checkout-newsletter, 3, da');
});
