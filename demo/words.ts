import type { Language } from '../src/core/letters/mailings';
import { setRegisterWord } from '../src/db/systems/words';
import type { Context } from '../src/usecases/shared/context';

type Others = Exclude<Language, 'en'>;

/** What Larkmere's register says, in the languages of its customers; what is usual ships with Bookend. */
export const REGISTER_WORDS: readonly (readonly [phrase: string, words: Readonly<Record<Others, string>>])[] = [
  ['Web shop', { da: 'Webbutik', de: 'Webshop', nl: 'Webwinkel' }],
  ['Newsletter service', { da: 'Nyhedsbrevstjeneste', de: 'Newsletter-Dienst', nl: 'Nieuwsbriefdienst' }],
  ['Support mailbox', { da: 'Kundeservice-postkasse', de: 'Kundendienst-Postfach', nl: 'Klantenservice-postbus' }],
  ['Shop tills', { da: 'Butikkernes kasser', de: 'Ladenkassen', nl: 'Winkelkassa’s' }],
  ['Office files', { da: 'Kontorets filer', de: 'Bürodateien', nl: 'Kantoorbestanden' }],
  ['Ride app log', { da: 'Cykelappens log', de: 'Protokoll der Fahrrad-App', nl: 'Logboek van de fietsapp' }],
  ['Workshop cards', { da: 'Værkstedskort', de: 'Werkstattkarten', nl: 'Werkplaatskaarten' }],
  ['Riding camp', { da: 'Cykellejr', de: 'Fahrradcamp', nl: 'Fietskamp' }],
  ['Web shop · customers', { da: 'Webbutik · kunder', de: 'Webshop · Kunden', nl: 'Webwinkel · klanten' }],
  ['Web shop · addresses', { da: 'Webbutik · adresser', de: 'Webshop · Anschriften', nl: 'Webwinkel · adressen' }],
  ['Web shop · orders', { da: 'Webbutik · ordrer', de: 'Webshop · Bestellungen', nl: 'Webwinkel · bestellingen' }],
  [
    'Web shop · order lines',
    { da: 'Webbutik · ordrelinjer', de: 'Webshop · Bestellpositionen', nl: 'Webwinkel · bestelregels' },
  ],
  ['Web shop · invoices', { da: 'Webbutik · fakturaer', de: 'Webshop · Rechnungen', nl: 'Webwinkel · facturen' }],
  [
    'Web shop · reviews',
    { da: 'Webbutik · anmeldelser', de: 'Webshop · Bewertungen', nl: 'Webwinkel · beoordelingen' },
  ],
  [
    'Web shop · wish lists',
    { da: 'Webbutik · ønskelister', de: 'Webshop · Wunschlisten', nl: 'Webwinkel · verlanglijsten' },
  ],
  [
    'Newsletter service · contacts',
    { da: 'Nyhedsbrevstjeneste · kontakter', de: 'Newsletter-Dienst · Kontakte', nl: 'Nieuwsbriefdienst · contacten' },
  ],
  [
    'Support mailbox · messages',
    {
      da: 'Kundeservice-postkasse · beskeder',
      de: 'Kundendienst-Postfach · Nachrichten',
      nl: 'Klantenservice-postbus · berichten',
    },
  ],
  [
    'Office files · camp registrations',
    {
      da: 'Kontorets filer · tilmeldinger til lejren',
      de: 'Bürodateien · Campanmeldungen',
      nl: 'Kantoorbestanden · aanmeldingen voor het kamp',
    },
  ],
  [
    'Office files · letters',
    { da: 'Kontorets filer · breve', de: 'Bürodateien · Briefe', nl: 'Kantoorbestanden · brieven' },
  ],
  [
    'Office files · waivers',
    {
      da: 'Kontorets filer · ansvarsfraskrivelser',
      de: 'Bürodateien · Haftungserklärungen',
      nl: 'Kantoorbestanden · verklaringen',
    },
  ],
  [
    'Office files · price quotes',
    { da: 'Kontorets filer · tilbud', de: 'Bürodateien · Angebote', nl: 'Kantoorbestanden · offertes' },
  ],
  [
    'what you bought and when',
    { da: 'hvad du har købt og hvornår', de: 'was Sie wann gekauft haben', nl: 'wat u kocht en wanneer' },
  ],
  [
    'three years after delivery',
    { da: 'tre år efter levering', de: 'drei Jahre nach der Lieferung', nl: 'drie jaar na levering' },
  ],
  [
    'five years after issue (bookkeeping law)',
    {
      da: 'fem år efter udstedelsen (bogføringsloven)',
      de: 'fünf Jahre nach der Ausstellung (Buchführungsgesetz)',
      nl: 'vijf jaar na uitgifte (boekhoudwet)',
    },
  ],
  [
    'showing reviews to other customers',
    {
      da: 'at vise anmeldelser til andre kunder',
      de: 'um anderen Kunden Bewertungen zu zeigen',
      nl: 'beoordelingen aan andere klanten tonen',
    },
  ],
  ['visitors of the shop', { da: 'besøgende i butikken', de: 'Besucher des Shops', nl: 'bezoekers van de winkel' }],
  [
    'you, when you wrote it',
    { da: 'dig selv, da du skrev den', de: 'Sie selbst, als Sie sie schrieben', nl: 'uzelf, toen u haar schreef' },
  ],
  [
    'remembering what you like',
    { da: 'at huske, hvad du kan lide', de: 'um zu merken, was Ihnen gefällt', nl: 'onthouden wat u mooi vindt' },
  ],
  [
    'products you marked',
    { da: 'varer, du har markeret', de: 'Artikel, die Sie gemerkt haben', nl: 'producten die u markeerde' },
  ],
  [
    'you, when you marked it',
    { da: 'dig selv, da du markerede den', de: 'Sie selbst, als Sie ihn merkten', nl: 'uzelf, toen u het markeerde' },
  ],
  ['what you opened', { da: 'hvad du har åbnet', de: 'was Sie geöffnet haben', nl: 'wat u opende' }],
  ['name and e-mail', { da: 'navn og e-mail', de: 'Name und E-Mail-Adresse', nl: 'naam en e-mailadres' }],
  [
    'what you wrote to us and we to you',
    {
      da: 'hvad du skrev til os og vi til dig',
      de: 'was Sie uns und wir Ihnen geschrieben haben',
      nl: 'wat u ons en wij u schreven',
    },
  ],
  [
    'three years after the last message',
    {
      da: 'tre år efter den sidste besked',
      de: 'drei Jahre nach der letzten Nachricht',
      nl: 'drie jaar na het laatste bericht',
    },
  ],
  [
    'running the riding camp',
    { da: 'at holde cykellejren', de: 'Durchführung des Fahrradcamps', nl: 'het fietskamp organiseren' },
  ],
  [
    'until the camp is over, then one year',
    {
      da: 'indtil lejren er slut, derefter et år',
      de: 'bis zum Ende des Camps, danach ein Jahr',
      nl: 'tot het kamp voorbij is, daarna een jaar',
    },
  ],
  [
    'you, when you signed your child up',
    {
      da: 'dig selv, da du tilmeldte dit barn',
      de: 'Sie selbst, als Sie Ihr Kind angemeldet haben',
      nl: 'uzelf, toen u uw kind aanmeldde',
    },
  ],
  [
    'what we wrote to you',
    { da: 'hvad vi skrev til dig', de: 'was wir Ihnen geschrieben haben', nl: 'wat wij u schreven' },
  ],
  [
    'showing what was agreed before a tour',
    {
      da: 'at vise, hvad der blev aftalt før en tur',
      de: 'Nachweis dessen, was vor einer Tour vereinbart wurde',
      nl: 'aantonen wat voor een tocht is afgesproken',
    },
  ],
  [
    'three years after the tour',
    { da: 'tre år efter turen', de: 'drei Jahre nach der Tour', nl: 'drie jaar na de tocht' },
  ],
  [
    'you, when you signed it',
    { da: 'dig selv, da du skrev under', de: 'Sie selbst, als Sie unterschrieben haben', nl: 'uzelf, toen u tekende' },
  ],
  [
    'making you an offer',
    { da: 'at give dig et tilbud', de: 'um Ihnen ein Angebot zu machen', nl: 'u een aanbod doen' },
  ],
  ['what you asked for', { da: 'hvad du bad om', de: 'worum Sie gebeten haben', nl: 'wat u vroeg' }],
  ['keeping the app running', { da: 'at holde appen kørende', de: 'Betrieb der App', nl: 'de app draaiend houden' }],
  ['ride statistics', { da: 'statistik over cykelture', de: 'Fahrtstatistik', nl: 'ritstatistieken' }],
  [
    'your phone, while you ride',
    { da: 'din telefon, mens du cykler', de: 'Ihr Telefon, während Sie fahren', nl: 'uw telefoon, terwijl u fietst' },
  ],
  ['repairing your bicycle', { da: 'at reparere din cykel', de: 'Reparatur Ihres Fahrrads', nl: 'uw fiets repareren' }],
  ['what was repaired', { da: 'hvad der blev repareret', de: 'was repariert wurde', nl: 'wat er is gerepareerd' }],
  ['web shop checkout', { da: 'webbutikkens kasse', de: 'Kasse des Webshops', nl: 'kassa van de webwinkel' }],
  ['at the till', { da: 'ved kassen', de: 'an der Ladenkasse', nl: 'aan de kassa' }],
  ['on the phone', { da: 'i telefonen', de: 'am Telefon', nl: 'aan de telefoon' }],
  ['choices page', { da: 'siden med dine valg', de: 'Seite mit Ihrer Auswahl', nl: 'pagina met uw keuzes' }],
  ['riding camp', { da: 'cykellejren', de: 'Fahrradcamp vor Ort', nl: 'het fietskamp' }],
  ['newsletter', { da: 'nyhedsbrevet', de: 'im Newsletter', nl: 'de nieuwsbrief' }],
  ['line_id', { da: 'Linje', de: 'Zeile', nl: 'Regel' }],
  ['account', { da: 'Konto', de: 'Nutzerkonto', nl: 'Gebruikersaccount' }],
  ['event', { da: 'Hændelse', de: 'Ereignis', nl: 'Gebeurtenis' }],
  ['at_place', { da: 'Position', de: 'Standort', nl: 'Locatie' }],
  ['tilbud', { da: 'Tilbudsnummer', de: 'Angebotsnummer', nl: 'Offertenummer' }],
  ['vare', { da: 'Vare', de: 'Artikel', nl: 'Product' }],
  ['bike', { da: 'Cykel', de: 'Fahrrad', nl: 'Fiets' }],
  ['loyalty_no', { da: 'Fordelsnummer', de: 'Kundenkartennummer', nl: 'Klantenkaartnummer' }],
];

export async function sayInLanguages(ctx: Context): Promise<void> {
  await ctx.transaction(async (h) => {
    for (const [phrase, words] of REGISTER_WORDS) {
      for (const [language, said] of Object.entries(words) as [Others, string][])
        await setRegisterWord(h, { phrase, language, words: said, said_by: ctx.actor.id, said_at: ctx.clock.now() });
    }
  });
}
