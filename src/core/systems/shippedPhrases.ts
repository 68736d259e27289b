import type { Language } from '../letters/mailings';
import { said, type Said } from '../words/said';

/** Words that registers commonly use, in every language we speak: what an organisation need not translate itself. */
const PHRASES: readonly Said[] = [
  // What is held.
  said('name and contact', 'navn og kontaktoplysninger', 'Name und Kontaktdaten', 'naam en contactgegevens'),
  said('name and e-mail', 'navn og e-mail', 'Name und E-Mail-Adresse', 'naam en e-mailadres'),
  said('name and phone', 'navn og telefonnummer', 'Name und Telefonnummer', 'naam en telefoonnummer'),
  said('name and address', 'navn og adresse', 'Name und Anschrift', 'naam en adres'),
  said('name', 'navn', 'Name', 'naam'),
  said('contact details', 'kontaktoplysninger', 'Kontaktdaten', 'contactgegevens'),
  said('postal address', 'postadresse', 'Postanschrift', 'postadres'),
  said('date of birth', 'fødselsdato', 'Geburtsdatum', 'geboortedatum'),
  said('name and date of birth', 'navn og fødselsdato', 'Name und Geburtsdatum', 'naam en geboortedatum'),
  said('customer number', 'kundenummer', 'Kundennummer', 'klantnummer'),
  said('identity numbers', 'identitetsnumre', 'Ausweisnummern', 'identiteitsnummers'),
  said('national id', 'personnummer', 'Personenkennzahl', 'persoonsnummer'),
  said('bank details', 'bankoplysninger', 'Bankverbindung', 'bankgegevens'),
  said('payment details', 'betalingsoplysninger', 'Zahlungsdaten', 'betaalgegevens'),
  said('amounts', 'beløb', 'Beträge', 'bedragen'),
  said('messages', 'beskeder', 'Nachrichten', 'berichten'),
  said('free text', 'fri tekst', 'Freitext', 'vrije tekst'),
  said('photos', 'billeder', 'Fotos', 'foto’s'),
  said('IP address', 'IP-adresse', 'IP-Adresse', 'IP-adres'),
  said('device id', 'enheds-id', 'Gerätekennung', 'apparaat-id'),
  said('places', 'steder', 'Orte', 'plaatsen'),
  said('health data', 'helbredsoplysninger', 'Gesundheitsdaten', 'gezondheidsgegevens'),
  said(
    'health notes (special category)',
    'helbredsnotater (følsomme oplysninger)',
    'Gesundheitshinweise (besondere Kategorie)',
    'gezondheidsnotities (bijzondere categorie)',
  ),
  said(
    'choices and when they were made',
    'valg, og hvornår de blev truffet',
    'Ihre Auswahl und wann Sie sie getroffen haben',
    'keuzes en wanneer ze zijn gemaakt',
  ),
  // What it is for.
  said('book-keeping', 'bogføring', 'Buchhaltung', 'boekhouding'),
  said('accounting', 'regnskab', 'Buchführung', 'administratie'),
  said('customer service', 'kundeservice', 'Kundendienst', 'klantenservice'),
  said('answering your questions', 'at svare på dine spørgsmål', 'Beantwortung Ihrer Fragen', 'uw vragen beantwoorden'),
  said(
    'sending our newsletter',
    'at sende vores nyhedsbrev',
    'Versand unseres Newsletters',
    'onze nieuwsbrief versturen',
  ),
  said('marketing', 'markedsføring', 'Werbung', 'marketing'),
  said('statistics', 'statistik', 'Statistik', 'statistiek'),
  said('security', 'sikkerhed', 'Sicherheit', 'beveiliging'),
  said(
    'selling and delivering what you order',
    'at sælge og levere det, du bestiller',
    'Verkauf und Lieferung Ihrer Bestellungen',
    'verkopen en leveren wat u bestelt',
  ),
  said(
    'delivering what you order',
    'at levere det, du bestiller',
    'Lieferung Ihrer Bestellungen',
    'leveren wat u bestelt',
  ),
  said(
    'keeping proof of your choices',
    'at kunne dokumentere dine valg',
    'Nachweis Ihrer Auswahl',
    'uw keuzes kunnen aantonen',
  ),
  said(
    'answering requests about personal data',
    'at svare på anmodninger om persondata',
    'Beantwortung von Anfragen zu personenbezogenen Daten',
    'verzoeken over persoonsgegevens beantwoorden',
  ),
  // Who receives it.
  said('our accountant', 'vores revisor', 'unsere Steuerberatung', 'onze accountant'),
  said('our parcel carrier', 'vores pakkefirma', 'unser Paketdienst', 'onze pakketdienst'),
  said('our payment provider', 'vores betalingsudbyder', 'unser Zahlungsdienstleister', 'onze betaaldienst'),
  said(
    'our hosting provider, as processor',
    'vores hostingudbyder, som databehandler',
    'unser Hosting-Anbieter, als Auftragsverarbeiter',
    'onze hostingaanbieder, als verwerker',
  ),
  said(
    'our newsletter service, as processor',
    'vores nyhedsbrevstjeneste, som databehandler',
    'unser Newsletter-Dienst, als Auftragsverarbeiter',
    'onze nieuwsbriefdienst, als verwerker',
  ),
  said(
    'the tax authority on request',
    'skattemyndigheden på forlangende',
    'das Finanzamt auf Verlangen',
    'de belastingdienst op verzoek',
  ),
  said(
    'our insurer, after an accident',
    'vores forsikringsselskab, efter en ulykke',
    'unsere Versicherung, nach einem Unfall',
    'onze verzekeraar, na een ongeval',
  ),
  // Where it comes from.
  said('you', 'dig selv', 'Sie selbst', 'uzelf'),
  said('you, when you ordered', 'dig selv, da du bestilte', 'Sie selbst, bei der Bestellung', 'uzelf, toen u bestelde'),
  said(
    'you, when you signed up',
    'dig selv, da du tilmeldte dig',
    'Sie selbst, bei der Anmeldung',
    'uzelf, toen u zich aanmeldde',
  ),
  said(
    'you, when you wrote to us',
    'dig selv, da du skrev til os',
    'Sie selbst, als Sie uns schrieben',
    'uzelf, toen u ons schreef',
  ),
  said('you, at the counter', 'dig selv, ved skranken', 'Sie selbst, am Schalter', 'uzelf, aan de balie'),
  said('our office', 'vores kontor', 'unser Büro', 'ons kantoor'),
  // What Bookend itself keeps.
  said('Bookend', 'Bookend', 'Bookend', 'Bookend'),
  said('your identifiers', 'dine kendetegn', 'Ihre Kennungen', 'uw kenmerken'),
  said('your choices', 'dine valg', 'Ihre Auswahl', 'uw keuzes'),
  said(
    'what you wrote to us about your data',
    'hvad du har skrevet til os om dine data',
    'was Sie uns zu Ihren Daten geschrieben haben',
    'wat u ons over uw gegevens schreef',
  ),
  said(
    'notes on your requests',
    'notater om dine anmodninger',
    'Notizen zu Ihren Anfragen',
    'notities bij uw verzoeken',
  ),
  said('your requests', 'dine anmodninger', 'Ihre Anfragen', 'uw verzoeken'),
  said(
    'keeping your choices and answering your requests',
    'at gemme dine valg og svare på dine anmodninger',
    'Aufbewahrung Ihrer Auswahl und Beantwortung Ihrer Anfragen',
    'uw keuzes bewaren en uw verzoeken beantwoorden',
  ),
  said(
    'proving what you agreed to (GDPR art. 7(1))',
    'at dokumentere, hvad du har sagt ja til (databeskyttelsesforordningens art. 7, stk. 1)',
    'Nachweis Ihrer Einwilligungen (Art. 7 Abs. 1 DSGVO)',
    'aantonen waarmee u heeft ingestemd (AVG art. 7 lid 1)',
  ),
  said(
    'answering your requests in time',
    'at svare på dine anmodninger til tiden',
    'fristgerechte Beantwortung Ihrer Anfragen',
    'uw verzoeken op tijd beantwoorden',
  ),
  said(
    'your answers, when, where and under which wording',
    'dine svar, hvornår, hvor og med hvilken ordlyd',
    'Ihre Antworten, wann, wo und mit welchem Wortlaut',
    'uw antwoorden, wanneer, waar en met welke tekst',
  ),
  said('what you wrote', 'hvad du har skrevet', 'was Sie geschrieben haben', 'wat u schreef'),
  said('what was written', 'hvad der er skrevet', 'was geschrieben wurde', 'wat er geschreven is'),
  said(
    'what colleagues noted',
    'hvad kolleger har noteret',
    'was Mitarbeitende notiert haben',
    'wat medewerkers hebben genoteerd',
  ),
  said(
    'what you asked and what we answered',
    'hvad du spurgte om, og hvad vi svarede',
    'was Sie gefragt und wir geantwortet haben',
    'wat u vroeg en wat wij antwoordden',
  ),
  said('until erased', 'indtil de slettes', 'bis zur Löschung', 'tot ze worden gewist'),
  said(
    'the sealed proof stays; after an erasure nobody can read whose it was',
    'det forseglede bevis bliver; efter en sletning kan ingen læse, hvis det var',
    'der versiegelte Nachweis bleibt; nach einer Löschung kann niemand lesen, wessen er war',
    'het verzegelde bewijs blijft; na wissing kan niemand lezen van wie het was',
  ),
  said(
    'until a colleague has opened it as a request',
    'indtil en kollega har åbnet det som en anmodning',
    'bis jemand von uns eine Anfrage daraus angelegt hat',
    'tot een medewerker er een verzoek van heeft gemaakt',
  ),
  said('with the request', 'sammen med anmodningen', 'zusammen mit der Anfrage', 'samen met het verzoek'),
  said(
    'three years after the answer',
    'tre år efter svaret',
    'drei Jahre nach der Antwort',
    'drie jaar na het antwoord',
  ),
  said(
    'the forms, shops and systems that you used',
    'de formularer, butikker og systemer, du har brugt',
    'die Formulare, Geschäfte und Systeme, die Sie genutzt haben',
    'de formulieren, winkels en systemen die u heeft gebruikt',
  ),
  said('our colleagues', 'vores kolleger', 'unsere Mitarbeitenden', 'onze medewerkers'),
  said('you, when you asked', 'dig selv, da du spurgte', 'Sie selbst, als Sie fragten', 'uzelf, toen u het vroeg'),
  // Until when.
  said('as long as you are a customer', 'så længe du er kunde', 'solange Sie Kunde sind', 'zolang u klant bent'),
  said(
    'as long as you are a customer, then two years',
    'så længe du er kunde, derefter to år',
    'solange Sie Kunde sind, danach zwei Jahre',
    'zolang u klant bent, daarna twee jaar',
  ),
  said('until you unsubscribe', 'indtil du afmelder dig', 'bis Sie sich abmelden', 'tot u zich afmeldt'),
  said(
    'until you unsubscribe, then thirty days',
    'indtil du afmelder dig, derefter tredive dage',
    'bis Sie sich abmelden, danach dreißig Tage',
    'tot u zich afmeldt, daarna dertig dagen',
  ),
  said('until you delete it', 'indtil du sletter det', 'bis Sie es löschen', 'tot u het verwijdert'),
];

const NUMBERS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  fourteen: 14,
  thirty: 30,
  sixty: 60,
  ninety: 90,
};
const UNITS: Readonly<Record<'day' | 'month' | 'year', Said>> = {
  day: said('days', 'dage', 'Tage', 'dagen'),
  month: said('months', 'måneder', 'Monate', 'maanden'),
  year: said('years', 'år', 'Jahre', 'jaar'),
};
const ONE: Readonly<Record<'day' | 'month' | 'year', Said>> = {
  day: said('one day', 'en dag', 'ein Tag', 'een dag'),
  month: said('one month', 'en måned', 'ein Monat', 'een maand'),
  year: said('one year', 'et år', 'ein Jahr', 'een jaar'),
};

/** A bare period. @example sayPeriod('five years', 'da') // '5 år' */
function sayPeriod(text: string, language: Language): string | null {
  const [, count, unit] = /^(\d{1,3}|[a-z]+) (day|month|year)s?$/i.exec(text.trim()) ?? [];
  if (!count || !unit) return null;
  const [n, kind] = [
    /^\d+$/.test(count) ? Number(count) : NUMBERS[count.toLowerCase()],
    unit.toLowerCase() as keyof typeof UNITS,
  ];
  if (!n) return null;
  return n === 1 ? ONE[kind][language] : `${n} ${UNITS[kind][language]}`;
}

const SHIPPED = new Map(PHRASES.map((one) => [one.en.toLowerCase(), one]));

/** What a usual phrase is called, or null where it is none of them. */
export function shippedPhrase(text: string, language: Language): string | null {
  return SHIPPED.get(text.trim().toLowerCase())?.[language] ?? sayPeriod(text, language);
}
