import type { RegisterEntry } from '../src/core/packs/cover';
import type { RetentionRule } from '../src/core/erasure/types';
import type { Mapping } from '../src/core/imports/mapping';
import type { Context } from '../src/usecases/shared/context';
import { addMapping } from '../src/usecases/imports/mapImport';
import { insertOpenRule, insertRetentionRule } from '../src/db/erasure/plans';
import { registerSystem } from '../src/usecases/systems/readSystems';

type Entry = Omit<RegisterEntry, 'system'>;

const entry = (
  collection: string,
  title: string,
  purposes: string[],
  categories: string[],
  recipients: string[],
  retention: string,
  source = 'you, when you ordered',
): Entry => ({
  collection,
  title,
  purposes,
  categories,
  recipients,
  retention,
  source,
  transfers: null,
  automatedDecisions: null,
  isGiven: source.startsWith('you'),
  nothing: ['transfers', 'automatedDecisions', ...(recipients.length === 0 ? (['recipients'] as const) : [])],
});

const SHOP: Entry[] = [
  entry(
    'customers',
    'Web shop · customers',
    ['selling and delivering what you order'],
    ['name and contact', 'date of birth'],
    ['our parcel carrier'],
    'as long as you are a customer, then two years',
  ),
  entry(
    'addresses',
    'Web shop · addresses',
    ['delivering what you order'],
    ['postal address'],
    ['our parcel carrier'],
    'as long as you are a customer, then two years',
  ),
  entry(
    'orders',
    'Web shop · orders',
    ['selling and delivering what you order'],
    ['what you bought and when'],
    ['our parcel carrier', 'our payment provider'],
    'three years after delivery',
  ),
  entry(
    'order_lines',
    'Web shop · order lines',
    ['selling and delivering what you order'],
    ['what you bought and when'],
    [],
    'three years after delivery',
  ),
  entry(
    'invoices',
    'Web shop · invoices',
    ['book-keeping'],
    ['name and address', 'amounts'],
    ['our accountant', 'the tax authority on request'],
    'five years after issue (bookkeeping law)',
  ),
  entry(
    'reviews',
    'Web shop · reviews',
    ['showing reviews to other customers'],
    ['what you wrote'],
    ['visitors of the shop'],
    'until you delete it',
    'you, when you wrote it',
  ),
  entry(
    'wish_lists',
    'Web shop · wish lists',
    ['remembering what you like'],
    ['products you marked'],
    [],
    'two years',
    'you, when you marked it',
  ),
];

const NEWSLETTER: Entry[] = [
  entry(
    'contacts',
    'Newsletter service · contacts',
    ['sending our newsletter'],
    ['name and e-mail', 'what you opened'],
    ['our newsletter service, as processor'],
    'until you unsubscribe, then thirty days',
    'you, when you signed up',
  ),
];
const MAILBOX: Entry[] = [
  entry(
    'messages',
    'Support mailbox · messages',
    ['answering your questions'],
    ['what you wrote to us and we to you'],
    [],
    'three years after the last message',
    'you, when you wrote to us',
  ),
];
const OFFICE: Entry[] = [
  entry(
    'camp',
    'Office files · camp registrations',
    ['running the riding camp'],
    ['name and contact', 'health notes (special category)'],
    [],
    'until the camp is over, then one year',
    'you, when you signed your child up',
  ),
  entry(
    'letters',
    'Office files · letters',
    ['answering your questions'],
    ['name and contact', 'what we wrote to you'],
    [],
    'three years',
    'our office',
  ),
  entry(
    'waivers',
    'Office files · waivers',
    ['showing what was agreed before a tour'],
    ['name and date of birth'],
    ['our insurer, after an accident'],
    'three years after the tour',
    'you, when you signed it',
  ),
  entry(
    'quotes',
    'Office files · price quotes',
    ['making you an offer'],
    ['name and contact', 'what you asked for'],
    [],
    'one year',
    'you, when you asked',
  ),
];
const RIDES: Entry[] = [
  entry(
    'files',
    'Ride app log',
    ['keeping the app running', 'ride statistics'],
    ['device id', 'IP address', 'places'],
    ['our hosting provider, as processor'],
    'ninety days',
    'your phone, while you ride',
  ),
];
const CARDS: Entry[] = [
  entry(
    'uploads',
    'Workshop cards',
    ['repairing your bicycle'],
    ['name and phone', 'what was repaired'],
    [],
    'five years',
    'you, at the counter',
  ),
];

/** How long each country's book-keeping law keeps an invoice; the shop's invoices are Danish. */
const RETENTION: RetentionRule[] = [
  {
    id: 'ret-invoices-dk',
    system: 'sys_shop',
    collection: 'invoices',
    from: 'issued_on',
    anchor: 'financial-year',
    years: 5,
    law: 'Bogføringsloven § 12 (DK)',
  },
];

/** One consent tick a line; J and N as the tills write them, W a withdrawal at the counter. */
const TILL_MAPPING: Mapping = {
  columns: {
    externalId: 'line_id',
    occurredAt: 'signed_on',
    place: 'shop',
    customerNumber: 'loyalty_no',
    givenName: 'first_name',
    familyName: 'last_name',
    email: 'email',
    phone: 'phone',
    country: 'country',
    purpose: 'purpose',
    answer: 'tick',
  },
  answers: { J: 'grant', N: 'refuse', W: 'withdraw' },
  purposes: {},
  constants: { ask: 'till-sign-up', askVersion: '1', method: 'spoken' },
  addressFrom: null,
};

/** How the newsletter service hands out its contacts. */
const CONTACTS = {
  auth: { kind: 'bearer' },
  collections: [
    {
      name: 'contacts',
      list: '/contacts?limit=200',
      items: 'items',
      paging: { kind: 'cursor', parameter: 'cursor', next: 'next' },
      id: 'id',
      title: 'name',
      person: { email: 'email', 'full-name': 'name', phone: 'phone', country: 'country' },
      one: '/contacts/{id}',
      erase: { method: 'DELETE', path: '/contacts/{id}' },
      change: { method: 'PATCH', path: '/contacts/{id}' },
    },
  ],
};

/** The outside world of Larkmere as Bookend knows it. Connection settings come from the environment of the demo. */
export async function registerWorld(
  ctx: Context,
  settings: {
    shopUrl: string;
    signInUrl: string;
    signInSecret: string;
    newsletterUrl: string;
    newsletterToken: string;
    webhookSecret: string;
    mailboxPath: string;
    tills: string;
    office: string;
    rides: string;
  },
): Promise<void> {
  const country = 'DK';
  await registerSystem(ctx, {
    id: 'sys_shop',
    name: 'Web shop',
    kind: 'sql',
    country,
    owner: 'Mikkel Krogh',
    isTraced: true,
    connection: {
      url: settings.shopUrl,
      flag: 'customers.newsletter_flag=newsletter',
      restriction: 'customers.is_restricted',
      signInUrl: settings.signInUrl,
      signInSecret: settings.signInSecret,
    },
    collections: SHOP,
    order: 1,
  });
  await registerSystem(ctx, {
    id: 'sys_newsletter',
    name: 'Newsletter service',
    kind: 'rest',
    country,
    owner: 'Dorthe Lund',
    isTraced: true,
    connection: {
      url: settings.newsletterUrl,
      token: settings.newsletterToken,
      mapping: JSON.stringify(CONTACTS, null, 2),
      flagField: 'subscribed',
      flagPurpose: 'newsletter',
      webhookSecret: settings.webhookSecret,
      webhookAsk: 'newsletter-service',
    },
    collections: NEWSLETTER,
    order: 2,
  });
  await registerSystem(ctx, {
    id: 'sys_mailbox',
    name: 'Support mailbox',
    kind: 'mailbox',
    country,
    owner: 'Bo Iversen',
    isTraced: true,
    connection: { path: settings.mailboxPath, ownDomains: 'larkmere.example' },
    collections: MAILBOX,
    order: 3,
  });
  await registerSystem(ctx, {
    id: 'sys_tills',
    name: 'Shop tills',
    kind: 'tills',
    country,
    owner: 'Nanna Skov',
    isTraced: false,
    connection: { folder: settings.tills, drop: `${settings.tills}/drop`, flagPurpose: 'newsletter' },
    collections: [],
    order: 4,
  });
  await registerSystem(ctx, {
    id: 'sys_office',
    name: 'Office files',
    kind: 'files',
    country,
    owner: 'Bo Iversen',
    ownerEmail: 'bo@larkmere.example',
    isTraced: true,
    connection: { path: settings.office },
    collections: OFFICE,
    order: 6,
  });
  await registerSystem(ctx, {
    id: 'sys_rides',
    name: 'Ride app log',
    kind: 'logs',
    country,
    owner: 'Dorthe Lund',
    ownerEmail: 'dorthe@larkmere.example',
    isTraced: true,
    connection: { path: settings.rides },
    collections: RIDES,
    order: 7,
  });
  await registerSystem(ctx, {
    id: 'sys_cards',
    name: 'Workshop cards',
    kind: 'by-hand',
    country,
    owner: 'Kurt Palm',
    ownerEmail: 'kurt@larkmere.example',
    isTraced: true,
    connection: null,
    collections: CARDS,
    order: 8,
  });
  await registerSystem(ctx, {
    id: 'sys_camp',
    name: 'Riding camp',
    kind: 'import',
    country,
    owner: 'Bo Iversen',
    isTraced: false,
    connection: null,
    collections: [],
    order: 5,
  });
  await addMapping(ctx, { system_id: 'sys_tills', name: 'nightly file', mapping: TILL_MAPPING });
  await ctx.transaction(async (h) => {
    for (const rule of RETENTION) await insertRetentionRule(h, rule);
    await insertOpenRule(h, {
      system: 'sys_shop',
      collection: 'orders',
      field: 'status',
      openValues: ['paid', 'packed', 'on its way'],
    });
  });
}
