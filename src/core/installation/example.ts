import { LANGUAGES } from '../letters/mailings';
import type { PurposeKind } from '../ledger/types';
import { EXAMPLE_WORDS } from '../words/sections';

export interface ExamplePurpose {
  id: string;
  kind: PurposeKind;
  title: string;
  plain: string;
  shelfLifeDays: number | null;
  categories: string[];
  recipients: string[];
  retention: string;
  channels: string[];
  words: Record<string, { title: string; plain: string }>;
}

export interface ExampleAsk {
  id: string;
  place: string;
  method: string;
  purposes: string[];
  words: Record<string, string>;
}

const others = LANGUAGES.filter((language) => language !== 'en');

const said = (name: 'orders' | 'newsletter' | 'usage') => ({
  title: EXAMPLE_WORDS.en[name].title,
  plain: EXAMPLE_WORDS.en[name].plain,
  words: Object.fromEntries(
    others.map((language) => {
      const { title, plain } = EXAMPLE_WORDS[language][name];
      return [language, { title, plain }];
    }),
  ),
});

/** Purposes with which a small shop may begin: one that needs no consent, and two that do. */
export const EXAMPLE_PURPOSES: readonly ExamplePurpose[] = [
  {
    id: 'orders',
    kind: 'necessary',
    ...said('orders'),
    shelfLifeDays: null,
    categories: ['name and contact', 'what you bought'],
    recipients: ['our parcel carrier', 'our payment provider'],
    retention: 'three years after delivery',
    channels: [],
  },
  {
    id: 'newsletter',
    kind: 'consent',
    ...said('newsletter'),
    shelfLifeDays: 1095,
    categories: ['name and e-mail'],
    recipients: [],
    retention: 'until you unsubscribe',
    channels: ['email'],
  },
  {
    id: 'usage',
    kind: 'consent',
    ...said('usage'),
    shelfLifeDays: 365,
    categories: ['how our pages are used'],
    recipients: [],
    retention: 'one year',
    channels: [],
  },
];

const ask = (id: string, purpose: 'newsletter' | 'usage', place: string): ExampleAsk => ({
  id,
  place,
  method: 'form-checkbox',
  purposes: [purpose],
  words: Object.fromEntries(LANGUAGES.map((language) => [language, EXAMPLE_WORDS[language][purpose].ask])),
});

/** How they are asked for; each for a box that nobody has ticked beforehand. */
export const EXAMPLE_ASKS: readonly ExampleAsk[] = [
  ask('checkout-newsletter', 'newsletter', 'checkout'),
  ask('account-usage', 'usage', 'account'),
];

/** A notice that fits these purposes, by language. */
export const exampleNotice = (of: { name: string; contact: string }): Record<string, string> =>
  Object.fromEntries(
    LANGUAGES.map((language) => [
      language,
      EXAMPLE_WORDS[language].notice.replaceAll('{name}', of.name).replaceAll('{contact}', of.contact),
    ]),
  );
