import { newPurpose } from '../src/core/purposes/purposes';
import { insertPurpose, insertWording, type PurposeWithWords, type Wording } from '../src/db/purposes/purposes';
import type { Context } from '../src/usecases/shared/context';

type Draft = Partial<PurposeWithWords> & Pick<PurposeWithWords, 'id' | 'kind' | 'title' | 'plain'>;

const PURPOSES: Draft[] = [
  {
    id: 'orders',
    kind: 'necessary',
    title: 'Orders and deliveries',
    plain: 'We use your name and address to deliver what you order.',
    categories: ['name and contact', 'what you bought'],
    recipients: ['our parcel carrier', 'our payment provider'],
    retention: 'three years after delivery',
    words: {
      da: { title: 'Ordrer og levering', plain: 'Vi bruger dit navn og din adresse til at levere det, du bestiller.' },
      de: {
        title: 'Bestellungen und Lieferungen',
        plain: 'Wir verwenden Ihren Namen und Ihre Adresse, um zu liefern, was Sie bestellen.',
      },
      nl: { title: 'Bestellingen en levering', plain: 'We gebruiken uw naam en adres om te leveren wat u bestelt.' },
    },
  },
  {
    id: 'marketing',
    kind: 'legitimate-interest',
    title: 'Hearing from us',
    plain: 'We may tell customers about our own bicycles and tours, until you object.',
    categories: ['name and contact'],
    retention: 'as long as you are a customer',
    balancing:
      'Customers expect to hear of similar goods from the shop they bought from; it is rare, easy to stop, and no profile is made. Weighed on 4 May by the privacy office.',
    words: {
      da: {
        title: 'At høre fra os',
        plain: 'Vi må fortælle kunder om vores egne cykler og ture, indtil du gør indsigelse.',
      },
      de: {
        title: 'Von uns hören',
        plain: 'Wir dürfen Kunden von unseren Rädern und Touren erzählen, bis Sie widersprechen.',
      },
      nl: {
        title: 'Van ons horen',
        plain: 'We mogen klanten over onze eigen fietsen en tochten vertellen, totdat u bezwaar maakt.',
      },
    },
  },
  {
    id: 'newsletter',
    kind: 'consent',
    parent: 'marketing',
    title: 'Newsletter by e-mail',
    plain: 'A mail every second week with rides and offers.',
    shelfLifeDays: 1095,
    askAgainAfterDays: 180,
    categories: ['name and e-mail', 'what you opened'],
    recipients: ['our newsletter service, as processor'],
    retention: 'until you unsubscribe, then thirty days',
    channels: ['email'],
    words: {
      da: { title: 'Nyhedsbrev på e-mail', plain: 'En mail hver anden uge med ture og tilbud.' },
      de: { title: 'Newsletter per E-Mail', plain: 'Alle zwei Wochen eine Mail mit Touren und Angeboten.' },
      nl: { title: 'Nieuwsbrief per e-mail', plain: 'Om de week een mail met tochten en aanbiedingen.' },
    },
  },
  {
    id: 'tour-letter',
    kind: 'consent',
    parent: 'marketing',
    title: 'Tour letter',
    plain: 'A mail when booking opens for the guided tours. You confirm it once from your own mailbox.',
    confirmWithinHours: 48,
    confirmBy: 'bookend',
    shelfLifeDays: 730,
    categories: ['name and e-mail'],
    recipients: ['our newsletter service, as processor'],
    retention: 'until you unsubscribe',
    channels: ['email'],
    words: {
      da: {
        title: 'Turbrev',
        plain: 'En mail, når bestilling af de guidede ture åbner. Du bekræfter det én gang fra din egen postkasse.',
      },
      de: {
        title: 'Tourenbrief',
        plain:
          'Eine Mail, wenn die Buchung der geführten Touren öffnet. Sie bestätigen es einmal aus Ihrem eigenen Postfach.',
      },
      nl: {
        title: 'Tochtenbrief',
        plain:
          'Een mail wanneer de begeleide tochten te boeken zijn. U bevestigt het één keer vanuit uw eigen mailbox.',
      },
    },
  },
  {
    id: 'partner-offers',
    kind: 'consent',
    title: 'Offers from partners',
    plain: 'We pass your address to tour partners, who may write to you.',
    shelfLifeDays: 730,
    askAgainAfterDays: 365,
    categories: ['name and contact'],
    recipients: ['tour partners in the countries you ride in'],
    transfers: 'United Kingdom (adequacy decision)',
    retention: 'two years',
    channels: ['email', 'post'],
    words: {
      da: { title: 'Tilbud fra partnere', plain: 'Vi giver din adresse til turpartnere, som må skrive til dig.' },
      de: {
        title: 'Angebote von Partnern',
        plain: 'Wir geben Ihre Adresse an Tourenpartner weiter, die Ihnen schreiben dürfen.',
      },
      nl: { title: 'Aanbiedingen van partners', plain: 'We geven uw adres aan tochtpartners, die u mogen schrijven.' },
    },
  },
  {
    id: 'ad-partners',
    kind: 'consent',
    kinds: [
      { country: 'US-CA', from: '2020-01-01', kind: 'opt-out' },
      { country: 'US-CO', from: '2023-07-01', kind: 'opt-out' },
    ],
    isSale: true,
    title: 'Advertising on other sites',
    plain: 'We show you our bicycles on other sites you visit.',
    shelfLifeDays: 365,
    categories: ['device ids', 'pages you saw'],
    recipients: ['our advertising partner'],
    transfers: 'United States (standard clauses)',
    retention: 'one year',
    channels: ['web'],
    words: {
      da: { title: 'Reklamer på andre sider', plain: 'Vi viser dig vores cykler på andre sider, du besøger.' },
      de: {
        title: 'Werbung auf anderen Seiten',
        plain: 'Wir zeigen Ihnen unsere Räder auf anderen Seiten, die Sie besuchen.',
      },
      nl: { title: 'Reclame op andere sites', plain: 'We tonen u onze fietsen op andere sites die u bezoekt.' },
    },
  },
  {
    id: 'ad-matching',
    kind: 'consent',
    kinds: [
      { country: 'US-CA', from: '2020-01-01', kind: 'opt-out' },
      { country: 'US-CO', from: '2023-07-01', kind: 'opt-out' },
    ],
    isSale: true,
    parent: 'ad-partners',
    title: 'Matching your address with an advertising partner',
    plain: 'We hand your e-mail address to our advertising partner, who looks whether you have an account there.',
    categories: ['e-mail'],
    recipients: ['our advertising partner'],
    transfers: 'United States (standard clauses)',
    retention: 'thirty days',
    channels: ['web'],
    words: {
      da: {
        title: 'Sammenligning af din adresse hos en reklamepartner',
        plain: 'Vi giver din e-mail til vores reklamepartner, som ser efter, om du har en konto der.',
      },
      de: {
        title: 'Abgleich Ihrer Adresse bei einem Werbepartner',
        plain: 'Wir geben Ihre E-Mail-Adresse an unseren Werbepartner, der nachsieht, ob Sie dort ein Konto haben.',
      },
      nl: {
        title: 'Vergelijken van uw adres bij een advertentiepartner',
        plain: 'We geven uw e-mailadres aan onze advertentiepartner, die kijkt of u daar een account heeft.',
      },
    },
  },
  {
    id: 'ride-statistics',
    kind: 'consent',
    title: 'Ride statistics',
    plain: 'We count rides recorded in the app to plan our tours.',
    shelfLifeDays: 1095,
    askAgainOnMaterial: true,
    categories: ['rides and places'],
    retention: 'one year, then only totals',
    words: {
      da: { title: 'Turstatistik', plain: 'Vi tæller ture fra appen for at planlægge vores ture.' },
      de: {
        title: 'Fahrtenstatistik',
        plain: 'Wir zählen in der App aufgezeichnete Fahrten, um unsere Touren zu planen.',
      },
      nl: { title: 'Ritstatistieken', plain: 'We tellen ritten uit de app om onze tochten te plannen.' },
    },
  },
  {
    id: 'phone-calls',
    kind: 'consent',
    parent: 'marketing',
    title: 'Calls about tours',
    plain: 'We may call you when a tour near you has room.',
    askAgainAfterDays: 365,
    categories: ['name and phone'],
    retention: 'one year',
    channels: ['phone'],
    words: {
      da: { title: 'Opkald om ture', plain: 'Vi må ringe, når der er plads på en tur i nærheden.' },
      de: { title: 'Anrufe zu Touren', plain: 'Wir dürfen anrufen, wenn bei einer Tour in Ihrer Nähe Platz ist.' },
      nl: { title: 'Bellen over tochten', plain: 'We mogen bellen als er plaats is bij een tocht in uw buurt.' },
    },
  },
  {
    id: 'camp-photos',
    kind: 'consent',
    title: 'Photos from the riding camp',
    plain: 'We may show photos of the camp in our shops.',
    categories: ['photos of children'],
    retention: 'two years',
    words: {
      da: { title: 'Billeder fra cykellejren', plain: 'Vi må vise billeder fra lejren i vores butikker.' },
      de: { title: 'Fotos aus dem Fahrradlager', plain: 'Wir dürfen Fotos vom Lager in unseren Läden zeigen.' },
      nl: { title: 'Foto’s van het fietskamp', plain: 'We mogen foto’s van het kamp in onze winkels laten zien.' },
    },
  },
  {
    id: 'visits',
    kind: 'consent',
    title: 'Counting visits',
    plain: 'We count which pages of our sites are read, with a number that is made up for your browser.',
    shelfLifeDays: 365,
    askAgainAfterDays: 180,
    categories: ['a number of your browser', 'pages you opened'],
    recipients: ['our counting service, as processor'],
    retention: 'thirteen months',
    words: {
      da: {
        title: 'At tælle besøg',
        plain: 'Vi tæller, hvilke af vores sider der læses, med et nummer, der er lavet til din browser.',
      },
      de: {
        title: 'Besuche zählen',
        plain: 'Wir zählen, welche unserer Seiten gelesen werden, mit einer für Ihren Browser gemachten Nummer.',
      },
      nl: {
        title: 'Bezoeken tellen',
        plain: 'We tellen welke van onze pagina’s worden gelezen, met een nummer dat voor uw browser is gemaakt.',
      },
    },
  },
  {
    id: 'embedded',
    kind: 'consent',
    title: 'Videos and maps of others',
    plain: 'Videos and maps come from their makers, who then see that you look at them.',
    shelfLifeDays: 365,
    askAgainAfterDays: 180,
    categories: ['your address on the internet', 'the page you are on'],
    recipients: ['the makers of videos and maps'],
    retention: 'as their makers say',
    words: {
      da: {
        title: 'Videoer og kort fra andre',
        plain: 'Videoer og kort kommer fra dem, der laver dem; de ser, at du kigger på dem.',
      },
      de: {
        title: 'Videos und Karten anderer',
        plain: 'Videos und Karten kommen von denen, die sie machen; sie sehen dann, dass Sie sie ansehen.',
      },
      nl: {
        title: 'Video’s en kaarten van anderen',
        plain: 'Video’s en kaarten komen van hun makers, die dan zien dat u ze bekijkt.',
      },
    },
  },
];

type WordingDraft = Pick<Wording, 'kind' | 'id' | 'words'> & {
  place?: string;
  method?: string;
  purposes?: string[];
  /** Days before today from which each version holds; negative versions are material. */ versions: number[];
  material?: number[];
};

const WORDINGS: WordingDraft[] = [
  {
    kind: 'ask',
    id: 'shop-panel',
    method: 'panel',
    place: 'web shop',
    purposes: ['visits', 'embedded', 'ad-partners'],
    versions: [400, 120],
    words: {
      en: 'May we count which pages are read, show videos and maps of others, and tell advertising partners what you looked at? You can change your mind at any time.',
      da: 'Må vi tælle, hvilke sider der læses, vise videoer og kort fra andre og fortælle annoncepartnere, hvad du har set på? Du kan ændre mening når som helst.',
      de: 'Dürfen wir zählen, welche Seiten gelesen werden, Videos und Karten anderer zeigen und Werbepartnern sagen, was Sie angesehen haben? Sie können das jederzeit ändern.',
      nl: 'Mogen we tellen welke pagina’s worden gelezen, video’s en kaarten van anderen tonen en advertentiepartners vertellen wat u bekeek? U kunt dit altijd wijzigen.',
    },
  },
  {
    kind: 'ask',
    id: 'webshop-checkout',
    method: 'tick-box',
    place: 'web shop checkout',
    purposes: ['newsletter', 'tour-letter', 'ride-statistics', 'partner-offers'],
    versions: [1500, 900, 500, 90],
    words: {
      en: 'Tick what you would like: the newsletter every second week, the tour letter, ride statistics, offers of our partners. You can stop each of them at any time.',
      da: 'Sæt kryds ved det, du gerne vil have: nyhedsbrevet hver anden uge, turbrevet, turstatistik, tilbud fra vores partnere. Du kan stoppe hvert af dem når som helst.',
      de: 'Kreuzen Sie an, was Sie möchten: den Newsletter alle zwei Wochen, den Tourbrief, Fahrtstatistik, Angebote unserer Partner. Sie können jedes davon jederzeit abbestellen.',
      nl: 'Kruis aan wat u wilt: de nieuwsbrief om de week, de tochtbrief, ritstatistieken, aanbiedingen van onze partners. U kunt elk daarvan altijd stoppen.',
    },
  },
  {
    kind: 'ask',
    id: 'till-sign-up',
    method: 'spoken',
    place: 'at the till',
    purposes: ['newsletter', 'ride-statistics', 'partner-offers'],
    versions: [1500],
    words: {
      en: 'May we send you our newsletter every second week? You can say stop whenever you like, here or by any mail we send.',
      da: 'Må vi sende dig vores nyhedsbrev hver anden uge? Du kan sige stop når som helst, her eller fra enhver mail vi sender.',
      de: 'Dürfen wir Ihnen alle zwei Wochen unseren Newsletter schicken? Sie können jederzeit Stopp sagen, hier oder aus jeder Mail.',
      nl: 'Mogen wij u om de week onze nieuwsbrief sturen? U kunt altijd stop zeggen, hier of vanuit elke mail.',
    },
  },
  {
    kind: 'ask',
    id: 'phone-script',
    method: 'spoken',
    place: 'on the phone',
    purposes: ['newsletter', 'phone-calls', 'tour-letter'],
    versions: [700],
    words: {
      en: 'Before we end: may we call you when a tour near you has room? You can say no, and nothing else changes.',
      da: 'Inden vi slutter: må vi ringe, når der er plads på en tur i nærheden? Du kan sige nej, og intet andet ændrer sig.',
      de: 'Bevor wir auflegen: Dürfen wir Sie anrufen, wenn bei einer Tour in Ihrer Nähe Platz ist? Sie können Nein sagen, und sonst ändert sich nichts.',
      nl: 'Voor we ophangen: mogen we u bellen als er plaats is bij een tocht in uw buurt? U kunt nee zeggen, verder verandert er niets.',
    },
  },
  {
    kind: 'ask',
    id: 'choices-page',
    method: 'choices-page',
    place: 'choices page',
    purposes: [],
    versions: [1500],
    words: { en: 'What may we do?', da: 'Hvad må vi?', de: 'Was dürfen wir?', nl: 'Wat mogen wij?' },
  },
  {
    kind: 'ask',
    id: 'camp-form',
    method: 'paper form',
    place: 'riding camp',
    purposes: ['camp-photos'],
    versions: [800],
    words: {
      en: 'May we show photos in which your child can be recognised?',
      da: 'Må vi vise billeder, hvor dit barn kan genkendes?',
      de: 'Dürfen wir Fotos zeigen, auf denen Ihr Kind zu erkennen ist?',
      nl: 'Mogen we foto’s tonen waarop uw kind herkenbaar is?',
    },
  },
  {
    kind: 'ask',
    id: 'newsletter-service',
    method: 'link in a mail',
    place: 'newsletter',
    purposes: ['newsletter'],
    versions: [900],
    words: { en: 'Unsubscribe' },
  },
  {
    kind: 'notice',
    id: 'privacy',
    versions: [1500, 1200, 1000, 800, 600, 60],
    material: [6],
    words: {
      en: 'Privacy notice of Larkmere Cycles & Touring',
      da: 'Privatlivspolitik for Larkmere Cycles & Touring',
      de: 'Datenschutzhinweise von Larkmere Cycles & Touring',
      nl: 'Privacyverklaring van Larkmere Cycles & Touring',
    },
  },
];

/** The version of a wording in force so many days before today. */
export function versionOn(id: string, daysAgo: number): number {
  return WORDINGS.find((wording) => wording.id === id)!.versions.filter((from) => from >= daysAgo).length;
}

export async function addPurposes(ctx: Context, today: string): Promise<void> {
  const now = ctx.clock.now();
  const since = (days: number) => new Date(Date.parse(`${today}T06:00:00Z`) - days * 86_400_000).toISOString();
  await ctx.transaction(async (h) => {
    for (const [sortOrder, draft] of PURPOSES.entries())
      await insertPurpose(h, {
        ...newPurpose(draft),
        words: {},
        confirmBy: 'source',
        channels: [],
        categories: [],
        recipients: [],
        transfers: null,
        retention: null,
        balancing: null,
        ...draft,
        recordedAt: now,
        publishedBy: 'usr_mikkel',
        sortOrder,
      });
    for (const { versions, material, ...draft } of WORDINGS) {
      for (const [i, days] of versions.entries())
        await insertWording(h, {
          ...draft,
          version: i + 1,
          validFrom: since(days),
          recordedAt: since(days),
          isMaterial: material?.includes(i + 1) ?? false,
          method: draft.method ?? null,
          place: draft.place ?? null,
          purposes: draft.purposes ?? [],
        });
    }
  });
}
