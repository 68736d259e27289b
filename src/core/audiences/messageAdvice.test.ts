import { adviseMessage, type MarkupFacts } from './messageAdvice';
import type { DraftMessage } from './messageCheck';

const FINE: DraftMessage = {
  headers: new Map([['content-type', 'multipart/alternative; boundary=x']]),
  from: { name: 'Larkmere', address: 'news@larkmere.example' },
  subject: 'Three rides in autumn',
  images: 1,
  text: 'Three rides along the lake, for the young and for those who were. '.repeat(4),
  links: [{ href: 'https://larkmere.example/rides', text: 'The three rides' }],
};
const MARKUP: MarkupFacts = {
  language: 'en',
  withoutAlternative: 0,
  colours: [{ text: '#1f2426', back: '#fffdf8', words: 'Three rides' }],
  smallest: 14,
};
const said = (message: Partial<DraftMessage>, markup: Partial<MarkupFacts> | null = {}) =>
  adviseMessage({ ...FINE, ...message }, markup && { ...MARKUP, ...markup }, 'privacy@larkmere.example').map(
    ({ about, text }) => `${about}: ${text}`,
  );

test('a mail that everybody can read gets no advice, with mark-up and without', () => {
  expect(said({})).toEqual([]);
  expect(said({ headers: new Map(), images: 0 }, null)).toEqual([]);
});

test.each<[string, Partial<DraftMessage>, Partial<MarkupFacts>, string]>([
  [
    'a link',
    { links: [{ href: 'https://larkmere.example', text: 'Klik her' }] },
    {},
    'everybody: A link says only “Klik her”.',
  ],
  [
    'a picture as a link',
    { links: [{ href: 'https://larkmere.example', text: ' ' }] },
    {},
    'everybody: 1 links have no words.',
  ],
  ['a language', {}, { language: null }, 'everybody: It does not say its language.'],
  ['pictures', {}, { withoutAlternative: 2 }, 'everybody: 2 pictures have no alternative text.'],
  [
    'colours',
    {},
    { colours: [{ text: '#999999', back: '#ffffff', words: 'Small print' }] },
    'everybody: “Small print” can hardly be read: #999999 on #ffffff is 2.8 : 1.',
  ],
  ['size', {}, { smallest: 9 }, 'everybody: Some words are 9 pixels high.'],
  ['shouting', { subject: 'BIG AUTUMN SALE' }, {}, 'filter: The subject shouts.'],
  ['marks', { subject: 'Now!! Come' }, {}, 'filter: The subject has several exclamation marks.'],
  ['an answer', { subject: 'Re: your wishes' }, {}, 'filter: The subject says that it is an answer, and it is none.'],
  [
    'another place',
    { links: [{ href: 'https://track.else.example/1', text: 'www.larkmere.example/rides' }] },
    {},
    'filter: A link shows “www.larkmere.example/rides” and leads to track.else.example.',
  ],
  [
    'a number',
    { links: [{ href: 'https://192.0.2.7/x', text: 'The rides' }] },
    {},
    'filter: A link leads to 192.0.2.7, which says nothing of whose it is.',
  ],
  [
    'no encryption',
    { links: [{ href: 'http://larkmere.example', text: 'The rides' }] },
    {},
    'filter: A link is not encrypted (http).',
  ],
  ['pictures alone', { images: 5, text: 'Sale' }, {}, 'filter: It is mostly pictures: 5 with 4 letters.'],
  [
    'another sender',
    { from: { name: 'L', address: 'news@post.else.example' } },
    {},
    'filter: It comes from post.else.example, not from larkmere.example.',
  ],
  [
    'no text',
    { headers: new Map([['content-type', 'text/html']]) },
    {},
    'filter: It has no plain text beside the HTML.',
  ],
])('%s', (_, message, markup, text) => {
  expect(said(message, markup)).toEqual([text]);
});

test('a real answer may say so', () => {
  expect(said({ subject: 'Re: your wishes', headers: new Map([...FINE.headers, ['in-reply-to', '<1@x>']]) })).toEqual(
    [],
  );
});
