import { EXAMPLE_ASKS, EXAMPLE_PURPOSES } from '../installation/example';
import { fairness, type Finding } from './fairness';
import { sayFinding } from './findings';

const NEWSLETTER = { id: 'newsletter', kind: 'consent' as const };
const judge = (language: string, text: string, more: Partial<Parameters<typeof fairness>[0]> = {}) =>
  fairness({ words: { [language]: text }, purposes: [NEWSLETTER], hasBoxes: true, languages: [language], ...more });
const codes = (list: readonly Finding[]) => list.map(({ code }) => code).sort();

// What a person would say of each, written before the rules were run on them.
const FAIR: [string, string][] = [
  ['en', 'Send me the newsletter by e-mail, about twice a month. I can stop it at any time.'],
  ['en', 'May we call you when a tour near you has room? You can say stop whenever you like.'],
  ['en', 'Show my photo from the camp on the club’s page. I can withdraw this by a line to the office.'],
  ['en', 'Measure which pages I open, with a number that is deleted after a year. I can switch it off below.'],
  [
    'en',
    'Tell Fern & Vale Insurance my name and address, so that it can send me an offer. I can stop this at any time.',
  ],
  ['en', 'Remember my size for the next visit. You can change your mind in your account.'],
  ['en', 'Send me an e-mail when my saddle is back in stock. One click in it will unsubscribe me.'],
  ['da', 'Send mig nyhedsbrevet på e-mail to gange om måneden. Jeg kan stoppe det når som helst.'],
  ['da', 'Må vi ringe, når der er plads på en tur? Du kan sige stop når som helst.'],
  ['da', 'Vis mit billede fra lejren på klubbens side. Jeg kan trække det tilbage.'],
  ['de', 'Schicken Sie mir den Newsletter zweimal im Monat per E-Mail. Ich kann ihn jederzeit abbestellen.'],
  ['de', 'Dürfen wir anrufen, wenn bei einer Tour Platz ist? Sie können das jederzeit widerrufen.'],
  [
    'de',
    'Messen, welche Seiten ich öffne; die Nummer wird nach einem Jahr gelöscht. Ich kann es jederzeit abbestellen.',
  ],
  ['nl', 'Stuur mij de nieuwsbrief twee keer per maand per e-mail. Ik kan altijd stoppen.'],
  ['nl', 'Mogen we u bellen als er plaats is bij een tocht? U kunt dit altijd wijzigen.'],
  // Panels of sites.
  ['en', 'May we count which pages are read? Nothing depends on it, and you can change your mind below at any time.'],
  ['en', 'Videos come from their makers, who then see your address. Show them? You can switch them off again.'],
  [
    'en',
    'We would like to remember your language for a month. Say no and the site works as before; you can change it later.',
  ],
  [
    'en',
    'May Ridge Adverts show you our bicycles on other sites for ninety days? You may say no, and stop it whenever you like.',
  ],
  ['da', 'Må vi tælle, hvilke sider der læses? Intet afhænger af det, og du kan ændre det når som helst.'],
  ['da', 'Vis kort fra kortmageren, som så ser din adresse. Du kan slå det fra igen når som helst.'],
  ['de', 'Dürfen wir zählen, welche Seiten gelesen werden? Nichts hängt davon ab; Sie können es jederzeit ändern.'],
  ['de', 'Karten kommen vom Kartenverlag, der dann Ihre Adresse sieht. Anzeigen? Jederzeit widerrufbar.'],
  ['nl', 'Mogen we tellen welke pagina’s worden gelezen? Er hangt niets van af, en u kunt het altijd wijzigen.'],
  ['nl', 'Toon kaarten van de kaartmaker, die dan uw adres ziet. U kunt dit op elk moment stoppen.'],
  // Forms and scripts that are read aloud.
  ['en', 'May the workshop text you when your bicycle is ready for collection? Reply STOP to stop it at any time.'],
  [
    'en',
    'Your order is placed either way. Would you also like our tour letter, four times a year? Unsubscribe in each of them.',
  ],
  [
    'da',
    'Din bestilling er gennemført uanset. Vil du også have turbrevet fire gange om året? Du kan afmelde det i hvert brev.',
  ],
  [
    'de',
    'Ihre Bestellung gilt so oder so. Möchten Sie auch den Tourenbrief, viermal im Jahr? Sie können ihn in jedem Brief abbestellen.',
  ],
  [
    'nl',
    'Uw bestelling gaat hoe dan ook door. Wilt u ook de tochtenbrief, vier keer per jaar? Afmelden kan in elke brief.',
  ],
];

test.each(FAIR)('fair in %s: %s', (language, text) =>
  expect(judge(language, text)).toEqual({ faults: [], doubts: [] }),
);

const UNFAIR: [string, string, Finding['code']][] = [
  ['en', 'By continuing to use this site you agree to our newsletter. You can stop at any time.', 'no-act'],
  ['en', 'By ordering you consent to receive offers; unsubscribe at any time.', 'no-act'],
  ['en', 'We will send you offers unless you tell us otherwise. You can stop at any time.', 'no-act'],
  ['en', 'Untick the box if you do not want our newsletter. You can stop at any time.', 'pre-ticked'],
  ['en', 'Tick here if you do not want to hear from us. You can stop at any time.', 'pre-ticked'],
  ['en', 'Your consent is required to continue with your order. You can withdraw it.', 'depends'],
  ['en', 'You cannot register without agreeing to our newsletter. You can stop at any time.', 'depends'],
  ['en', 'Get 10 % off in return for your consent. You can stop at any time.', 'depends'],
  ['en', 'Last chance: join the newsletter. You can stop at any time.', 'hurry'],
  ['da', 'Ved at fortsætte accepterer du vores nyhedsbrev. Du kan stoppe når som helst.', 'no-act'],
  ['da', 'Fjern krydset, hvis du ikke vil have nyhedsbrevet. Du kan stoppe når som helst.', 'pre-ticked'],
  ['da', 'Samtykke er nødvendigt for at bestille. Du kan trække det tilbage.', 'depends'],
  [
    'de',
    'Durch die weitere Nutzung der Seite stimmen Sie dem Newsletter zu. Sie können ihn jederzeit abbestellen.',
    'no-act',
  ],
  ['de', 'Entfernen Sie den Haken, wenn Sie keinen Newsletter wünschen. Jederzeit abbestellbar.', 'pre-ticked'],
  ['de', 'Ihre Einwilligung ist erforderlich, um zu bestellen. Sie können sie jederzeit widerrufen.', 'depends'],
  ['nl', 'Door verder te gaan gaat u akkoord met de nieuwsbrief. U kunt altijd stoppen.', 'no-act'],
  ['nl', 'Vink dit aan als u geen nieuwsbrief wilt. U kunt altijd stoppen.', 'pre-ticked'],
  ['nl', 'Uw toestemming is verplicht om te bestellen. U kunt die altijd intrekken.', 'depends'],
  ['en', 'By closing this notice you accept that we count your visit. You can change it at any time.', 'no-act'],
  ['da', 'Ved at bruge siden accepterer du, at vi følger dig. Du kan ændre det når som helst.', 'no-act'],
  ['de', 'Nur heute: 5 Euro für Ihre Anmeldung zum Newsletter. Jederzeit abbestellbar.', 'hurry'],
  ['nl', 'Tenzij u bezwaar maakt, sturen we u aanbiedingen. U kunt altijd stoppen.', 'no-act'],
];

test.each(UNFAIR)('unfair in %s: %s (%s)', (language, text, code) => {
  const { faults } = judge(language, text);
  expect(codes(faults)).toContain(code);
});

const DOUBTFUL: [string, string, Finding['code']][] = [
  ['en', 'Let us improve your experience. You can stop at any time.', 'vague'],
  ['en', 'Share my address with selected partners. I can stop this at any time.', 'vague'],
  ['en', 'Send me the newsletter about twice a month.', 'no-way-back'],
  ['en', 'I do not want you to stop sending offers to me. I can withdraw this.', 'double-negative'],
  ['da', 'Del min adresse med udvalgte partnere. Jeg kan stoppe det når som helst.', 'vague'],
  ['de', 'Meine Adresse an ausgewählten Partnern weitergeben. Jederzeit widerrufbar.', 'vague'],
  ['nl', 'Deel mijn adres met derden. Ik kan altijd stoppen.', 'vague'],
  ['da', 'Send mig nyhedsbrevet to gange om måneden.', 'no-way-back'],
];

test.each(DOUBTFUL)('doubtful in %s: %s (%s)', (language, text, code) => {
  const { faults, doubts } = judge(language, text);
  expect([codes(faults), codes(doubts)]).toEqual([[], expect.arrayContaining([code])]);
});

test('what it is about: purposes that need no yes, one answer for several, a language that is missing', () => {
  const text = FAIR[0]![1];
  expect(judge('en', text, { purposes: [{ id: 'orders', kind: 'necessary' }] }).faults).toMatchObject([
    { code: 'not-a-choice', purpose: 'orders' },
  ]);
  expect(judge('en', text, { purposes: [{ id: 'post', kind: 'legitimate-interest' }] }).faults).toHaveLength(1);
  const two = [NEWSLETTER, { id: 'usage', kind: 'consent' as const }];
  expect(judge('en', text, { purposes: two }).faults).toEqual([]);
  expect(judge('en', text, { purposes: two, hasBoxes: false }).faults).toEqual([
    { code: 'several-purposes', count: 2 },
  ]);
  expect(judge('en', text, { languages: ['en', 'da'] }).faults).toEqual([{ code: 'language-missing', language: 'da' }]);
  expect(codes(judge('en', `${'word '.repeat(95)} You can stop.`).doubts)).toEqual(['too-long']);
});

test('each finding says what is wrong, what would be better, and the law', () => {
  const all: Finding[] = [
    { code: 'no-act', language: 'en', words: 'x' },
    { code: 'pre-ticked', language: 'da', words: 'x' },
    { code: 'depends', language: 'de', words: 'x' },
    { code: 'hurry', language: 'nl', words: 'x' },
    { code: 'not-a-choice', purpose: 'orders', kind: 'necessary' },
    { code: 'several-purposes', count: 2 },
    { code: 'language-missing', language: 'da' },
    { code: 'vague', language: 'en', words: 'x' },
    { code: 'double-negative', language: 'en', words: 'x' },
    { code: 'no-way-back', language: 'en' },
    { code: 'too-long', language: 'en', words: 95 },
  ];
  for (const finding of all) {
    const { text, better, law } = sayFinding(finding);
    expect([text, better].every((words) => /[.”]$/.test(words) || words.endsWith('.'))).toBe(true);
    expect(law).toMatch(/art\.|recital|EDPB/);
  }
});

test('the questions that come with an installation are fair', () => {
  for (const { words, purposes } of EXAMPLE_ASKS)
    expect(
      fairness({
        words,
        purposes: purposes.map((id) => EXAMPLE_PURPOSES.find((purpose) => purpose.id === id)!),
        hasBoxes: true,
        languages: ['en', 'da', 'de', 'nl'],
      }),
    ).toEqual({ faults: [], doubts: [] });
});
