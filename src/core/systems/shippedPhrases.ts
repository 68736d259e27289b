import type { Language } from '../letters/mailings';

type Phrase = Readonly<Record<Language, string>>;
const phrase = (en: string, da: string, de: string, nl: string): Phrase => ({ en, da, de, nl });

/** Words that registers commonly use, in every language we speak: what an organisation need not translate itself. */
const PHRASES: readonly Phrase[] = [
  // What is held.
  phrase('name and contact', 'navn og kontaktoplysninger', 'Name und Kontaktdaten', 'naam en contactgegevens'),
  phrase('name and e-mail', 'navn og e-mail', 'Name und E-Mail-Adresse', 'naam en e-mailadres'),
  phrase('name and phone', 'navn og telefonnummer', 'Name und Telefonnummer', 'naam en telefoonnummer'),
  phrase('name and address', 'navn og adresse', 'Name und Anschrift', 'naam en adres'),
  phrase('name', 'navn', 'Name', 'naam'),
  phrase('contact details', 'kontaktoplysninger', 'Kontaktdaten', 'contactgegevens'),
  phrase('postal address', 'postadresse', 'Postanschrift', 'postadres'),
  phrase('date of birth', 'fødselsdato', 'Geburtsdatum', 'geboortedatum'),
  phrase('name and date of birth', 'navn og fødselsdato', 'Name und Geburtsdatum', 'naam en geboortedatum'),
  phrase('customer number', 'kundenummer', 'Kundennummer', 'klantnummer'),
  phrase('identity numbers', 'identitetsnumre', 'Ausweisnummern', 'identiteitsnummers'),
  phrase('national id', 'personnummer', 'Personenkennzahl', 'persoonsnummer'),
  phrase('bank details', 'bankoplysninger', 'Bankverbindung', 'bankgegevens'),
  phrase('payment details', 'betalingsoplysninger', 'Zahlungsdaten', 'betaalgegevens'),
  phrase('amounts', 'beløb', 'Beträge', 'bedragen'),
  phrase('messages', 'beskeder', 'Nachrichten', 'berichten'),
  phrase('free text', 'fri tekst', 'Freitext', 'vrije tekst'),
  phrase('photos', 'billeder', 'Fotos', 'foto’s'),
  phrase('IP address', 'IP-adresse', 'IP-Adresse', 'IP-adres'),
  phrase('device id', 'enheds-id', 'Gerätekennung', 'apparaat-id'),
  phrase('places', 'steder', 'Orte', 'plaatsen'),
  phrase('health data', 'helbredsoplysninger', 'Gesundheitsdaten', 'gezondheidsgegevens'),
  phrase('health notes (special category)', 'helbredsnotater (følsomme oplysninger)', 'Gesundheitshinweise (besondere Kategorie)', 'gezondheidsnotities (bijzondere categorie)'),
  phrase('choices and when they were made', 'valg, og hvornår de blev truffet', 'Ihre Auswahl und wann Sie sie getroffen haben', 'keuzes en wanneer ze zijn gemaakt'),
  // What it is for.
  phrase('book-keeping', 'bogføring', 'Buchhaltung', 'boekhouding'),
  phrase('accounting', 'regnskab', 'Buchführung', 'administratie'),
  phrase('customer service', 'kundeservice', 'Kundendienst', 'klantenservice'),
  phrase('answering your questions', 'at svare på dine spørgsmål', 'Beantwortung Ihrer Fragen', 'uw vragen beantwoorden'),
  phrase('sending our newsletter', 'at sende vores nyhedsbrev', 'Versand unseres Newsletters', 'onze nieuwsbrief versturen'),
  phrase('marketing', 'markedsføring', 'Werbung', 'marketing'),
  phrase('statistics', 'statistik', 'Statistik', 'statistiek'),
  phrase('security', 'sikkerhed', 'Sicherheit', 'beveiliging'),
  phrase('selling and delivering what you order', 'at sælge og levere det, du bestiller', 'Verkauf und Lieferung Ihrer Bestellungen', 'verkopen en leveren wat u bestelt'),
  phrase('delivering what you order', 'at levere det, du bestiller', 'Lieferung Ihrer Bestellungen', 'leveren wat u bestelt'),
  phrase('keeping proof of your choices', 'at kunne dokumentere dine valg', 'Nachweis Ihrer Auswahl', 'uw keuzes kunnen aantonen'),
  phrase('answering requests about personal data', 'at svare på anmodninger om persondata', 'Beantwortung von Anfragen zu personenbezogenen Daten', 'verzoeken over persoonsgegevens beantwoorden'),
  // Who receives it.
  phrase('our accountant', 'vores revisor', 'unsere Steuerberatung', 'onze accountant'),
  phrase('our parcel carrier', 'vores pakkefirma', 'unser Paketdienst', 'onze pakketdienst'),
  phrase('our payment provider', 'vores betalingsudbyder', 'unser Zahlungsdienstleister', 'onze betaaldienst'),
  phrase('our hosting provider, as processor', 'vores hostingudbyder, som databehandler', 'unser Hosting-Anbieter, als Auftragsverarbeiter', 'onze hostingaanbieder, als verwerker'),
  phrase('our newsletter service, as processor', 'vores nyhedsbrevstjeneste, som databehandler', 'unser Newsletter-Dienst, als Auftragsverarbeiter', 'onze nieuwsbriefdienst, als verwerker'),
  phrase('the tax authority on request', 'skattemyndigheden på forlangende', 'das Finanzamt auf Verlangen', 'de belastingdienst op verzoek'),
  phrase('our insurer, after an accident', 'vores forsikringsselskab, efter en ulykke', 'unsere Versicherung, nach einem Unfall', 'onze verzekeraar, na een ongeval'),
  // Where it comes from.
  phrase('you', 'dig selv', 'Sie selbst', 'uzelf'),
  phrase('you, when you ordered', 'dig selv, da du bestilte', 'Sie selbst, bei der Bestellung', 'uzelf, toen u bestelde'),
  phrase('you, when you signed up', 'dig selv, da du tilmeldte dig', 'Sie selbst, bei der Anmeldung', 'uzelf, toen u zich aanmeldde'),
  phrase('you, when you wrote to us', 'dig selv, da du skrev til os', 'Sie selbst, als Sie uns schrieben', 'uzelf, toen u ons schreef'),
  phrase('you, at the counter', 'dig selv, ved skranken', 'Sie selbst, am Schalter', 'uzelf, aan de balie'),
  phrase('our office', 'vores kontor', 'unser Büro', 'ons kantoor'),
  // What Bookend itself keeps.
  phrase('Bookend', 'Bookend', 'Bookend', 'Bookend'),
  phrase('your identifiers', 'dine kendetegn', 'Ihre Kennungen', 'uw kenmerken'),
  phrase('your choices', 'dine valg', 'Ihre Auswahl', 'uw keuzes'),
  phrase('what you wrote to us about your data', 'hvad du har skrevet til os om dine data', 'was Sie uns zu Ihren Daten geschrieben haben', 'wat u ons over uw gegevens schreef'),
  phrase('notes on your requests', 'notater om dine anmodninger', 'Notizen zu Ihren Anfragen', 'notities bij uw verzoeken'),
  phrase('your requests', 'dine anmodninger', 'Ihre Anfragen', 'uw verzoeken'),
  phrase('keeping your choices and answering your requests', 'at gemme dine valg og svare på dine anmodninger', 'Aufbewahrung Ihrer Auswahl und Beantwortung Ihrer Anfragen', 'uw keuzes bewaren en uw verzoeken beantwoorden'),
  phrase('proving what you agreed to (GDPR art. 7(1))', 'at dokumentere, hvad du har sagt ja til (databeskyttelsesforordningens art. 7, stk. 1)', 'Nachweis Ihrer Einwilligungen (Art. 7 Abs. 1 DSGVO)', 'aantonen waarmee u heeft ingestemd (AVG art. 7 lid 1)'),
  phrase('answering your requests in time', 'at svare på dine anmodninger til tiden', 'fristgerechte Beantwortung Ihrer Anfragen', 'uw verzoeken op tijd beantwoorden'),
  phrase('your answers, when, where and under which wording', 'dine svar, hvornår, hvor og med hvilken ordlyd', 'Ihre Antworten, wann, wo und mit welchem Wortlaut', 'uw antwoorden, wanneer, waar en met welke tekst'),
  phrase('what you wrote', 'hvad du har skrevet', 'was Sie geschrieben haben', 'wat u schreef'),
  phrase('what was written', 'hvad der er skrevet', 'was geschrieben wurde', 'wat er geschreven is'),
  phrase('what colleagues noted', 'hvad kolleger har noteret', 'was Mitarbeitende notiert haben', 'wat medewerkers hebben genoteerd'),
  phrase('what you asked and what we answered', 'hvad du spurgte om, og hvad vi svarede', 'was Sie gefragt und wir geantwortet haben', 'wat u vroeg en wat wij antwoordden'),
  phrase('until erased', 'indtil de slettes', 'bis zur Löschung', 'tot ze worden gewist'),
  phrase('the sealed proof stays; after an erasure nobody can read whose it was', 'det forseglede bevis bliver; efter en sletning kan ingen læse, hvis det var', 'der versiegelte Nachweis bleibt; nach einer Löschung kann niemand lesen, wessen er war', 'het verzegelde bewijs blijft; na wissing kan niemand lezen van wie het was'),
  phrase('until a colleague has opened it as a request', 'indtil en kollega har åbnet det som en anmodning', 'bis jemand von uns eine Anfrage daraus angelegt hat', 'tot een medewerker er een verzoek van heeft gemaakt'),
  phrase('with the request', 'sammen med anmodningen', 'zusammen mit der Anfrage', 'samen met het verzoek'),
  phrase('three years after the answer', 'tre år efter svaret', 'drei Jahre nach der Antwort', 'drie jaar na het antwoord'),
  phrase('the forms, shops and systems that you used', 'de formularer, butikker og systemer, du har brugt', 'die Formulare, Geschäfte und Systeme, die Sie genutzt haben', 'de formulieren, winkels en systemen die u heeft gebruikt'),
  phrase('our colleagues', 'vores kolleger', 'unsere Mitarbeitenden', 'onze medewerkers'),
  phrase('you, when you asked', 'dig selv, da du spurgte', 'Sie selbst, als Sie fragten', 'uzelf, toen u het vroeg'),
  // Until when.
  phrase('as long as you are a customer', 'så længe du er kunde', 'solange Sie Kunde sind', 'zolang u klant bent'),
  phrase('as long as you are a customer, then two years', 'så længe du er kunde, derefter to år', 'solange Sie Kunde sind, danach zwei Jahre', 'zolang u klant bent, daarna twee jaar'),
  phrase('until you unsubscribe', 'indtil du afmelder dig', 'bis Sie sich abmelden', 'tot u zich afmeldt'),
  phrase('until you unsubscribe, then thirty days', 'indtil du afmelder dig, derefter tredive dage', 'bis Sie sich abmelden, danach dreißig Tage', 'tot u zich afmeldt, daarna dertig dagen'),
  phrase('until you delete it', 'indtil du sletter det', 'bis Sie es löschen', 'tot u het verwijdert'),
];

const NUMBERS: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10, fourteen: 14, thirty: 30, sixty: 60, ninety: 90 };
const UNITS: Readonly<Record<'day' | 'month' | 'year', Phrase>> = {
  day: phrase('days', 'dage', 'Tage', 'dagen'),
  month: phrase('months', 'måneder', 'Monate', 'maanden'),
  year: phrase('years', 'år', 'Jahre', 'jaar'),
};
const ONE: Readonly<Record<'day' | 'month' | 'year', Phrase>> = {
  day: phrase('one day', 'en dag', 'ein Tag', 'een dag'),
  month: phrase('one month', 'en måned', 'ein Monat', 'een maand'),
  year: phrase('one year', 'et år', 'ein Jahr', 'een jaar'),
};

/** A bare period. @example sayPeriod('five years', 'da') // '5 år' */
function sayPeriod(text: string, language: Language): string | null {
  const [, count, unit] = /^(\d{1,3}|[a-z]+) (day|month|year)s?$/i.exec(text.trim()) ?? [];
  if (!count || !unit) return null;
  const [n, kind] = [/^\d+$/.test(count) ? Number(count) : NUMBERS[count.toLowerCase()], unit.toLowerCase() as keyof typeof UNITS];
  if (!n) return null;
  return n === 1 ? ONE[kind][language] : `${n} ${UNITS[kind][language]}`;
}

const SHIPPED = new Map(PHRASES.map((one) => [one.en.toLowerCase(), one]));

/** What a usual phrase is called, or null where it is none of them. */
export function shippedPhrase(text: string, language: Language): string | null {
  return SHIPPED.get(text.trim().toLowerCase())?.[language] ?? sayPeriod(text, language);
}
