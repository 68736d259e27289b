import { checkMessage, type DraftMessage } from './messageCheck';

const LARKMERE = {
  name: 'Larkmere Cycles & Touring',
  address: 'Larkmere Cycles & Touring, Havnegade 4, 8000 Aarhus C, Denmark',
};
const WHOLE: DraftMessage = {
  headers: new Map([
    ['list-unsubscribe', '<https://news.larkmere.example/u/1>'],
    ['list-unsubscribe-post', 'List-Unsubscribe=One-Click'],
  ]),
  from: { name: 'Larkmere Cycles', address: 'news@larkmere.example' },
  subject: 'Autumn sale: 20 % off touring frames',
  images: 0,
  text: 'Discover our new models. Larkmere Cycles & Touring, Havnegade 4, 8000 Aarhus C. Unsubscribe',
  links: [{ href: 'https://news.larkmere.example/u/1', text: 'Unsubscribe' }],
};
const draft = (more: Partial<DraftMessage>): DraftMessage => ({ ...WHOLE, ...more });

describe('service or advertising', () => {
  test.each<[string, string, string, string]>([
    ['Your order O-100231 has been sent', 'The tracking number is 55.', 'service', 'order'],
    ['Faktura F-200118', 'Se vedhæftede faktura.', 'service', 'invoice'],
    ['Reset your password', 'Use the verification code 123456.', 'service', 'account'],
    ['Ihre Reparatur ist fertig', 'Ihr Rad steht bereit.', 'service', 'appointment'],
    ['Autumn sale', '20 % off everything. Shop now.', 'advertising', 'reduced-price'],
    ['Nyhedsbrev oktober', 'Oplev vores ture.', 'advertising', 'newsletter'],
    ['Neue Modelle', 'Entdecken Sie unsere Räder. Jetzt bestellen!', 'advertising', 'buy-now'],
    ['Nieuwe collectie', 'Ontdek onze fietsen met 10% korting', 'advertising', 'reduced-price'],
    ['Your order O-1', 'Your order has been shipped. And: 15 % off your next helmet, buy now!', 'advertising', 'both'],
    ['Hello', 'The weather is fine today.', 'advertising', 'nothing-of-a-service'],
  ])('%s', (subject, text, kind, code) => {
    const verdict = checkMessage(draft({ subject, text, headers: new Map(), links: [] }), LARKMERE);
    expect(verdict.kind).toBe(kind);
    expect(verdict.reasons.map((one) => one.code)).toContain(code);
    if (kind === 'service') expect(verdict).toMatchObject({ requirements: [], isFit: true });
  });
});

describe('what advertising has to have', () => {
  test('a whole one is fit to go', () =>
    expect(checkMessage(WHOLE, LARKMERE)).toMatchObject({ kind: 'advertising', isFit: true }));
  test.each<[string, Partial<DraftMessage>, string, RegExp]>([
    [
      'no header',
      { headers: new Map() },
      'one-click',
      /List-Unsubscribe: <https.* and the header List-Unsubscribe-Post/,
    ],
    [
      'a header that only mails',
      {
        headers: new Map([
          ['list-unsubscribe', '<mailto:stop@larkmere.example>'],
          ['list-unsubscribe-post', 'List-Unsubscribe=One-Click'],
        ]),
      },
      'one-click',
      /<https/,
    ],
    ['no one-click', { headers: new Map([['list-unsubscribe', '<https://x.example/u>']]) }, 'one-click', /One-Click/],
    [
      'no visible link',
      { links: [{ href: 'https://larkmere.example/', text: 'Shop' }] },
      'visible-way-out',
      /unsubscribe/,
    ],
    [
      'a link without words',
      { links: [{ href: 'https://x.example/unsubscribe', text: ' ' }] },
      'visible-way-out',
      /unsubscribe/,
    ],
    [
      'no name before the address',
      { from: { name: null, address: 'news@larkmere.example' } },
      'sender',
      /From address/,
    ],
    [
      'nobody named in the text',
      { text: '20 % off. Havnegade 4, 8000 Aarhus C. Unsubscribe' },
      'sender',
      /on whose behalf/,
    ],
    [
      'no postal address',
      { text: '20 % off. Larkmere Cycles & Touring. Unsubscribe' },
      'postal-address',
      /Havnegade 4/,
    ],
  ])('%s', (_, more, code, add) => {
    const verdict = checkMessage(draft(more), LARKMERE);
    expect(verdict.isFit).toBe(false);
    const missing = verdict.requirements.filter(({ isMet }) => !isMet);
    expect(missing.map((one) => one.code)).toEqual([code]);
    expect(missing[0]!.add).toMatch(add);
  });
  test.each([
    'Bahnhofstraße 12, 24937 Flensburg',
    'Dorpsstraat 3, 9711 AA Groningen',
    '12 Mill Lane, York YO1 0AA',
    '400 Church Street, San Francisco, CA 94100',
  ])('reads “%s” as a postal address', (address) => {
    expect(
      checkMessage(
        draft({ text: `20 % off. Larkmere Cycles & Touring, ${address}. Unsubscribe` }),
        LARKMERE,
      ).requirements.find(({ code }) => code === 'postal-address')!.isMet,
    ).toBe(true);
  });
});
