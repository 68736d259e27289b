import { holdsByName, plainFieldName, type Holds } from '../systems/fieldHolds';
import type { Language } from '../letters/mailings';
import { said, type Said } from '../words/said';
import type { Phrasebook } from '../systems/phrasebook';

const BY_HOLDS: Readonly<Record<Holds, Said>> = {
  email: said('E-mail', 'E-mail', 'E-Mail', 'E-mail'),
  phone: said('Telephone', 'Telefon', 'Telefon', 'Telefoon'),
  contact: said('Contact', 'Kontakt', 'Kontakt', 'Contact'),
  'customer-number': said('Customer number', 'Kundenummer', 'Kundennummer', 'Klantnummer'),
  'given-name': said('Given name', 'Fornavn', 'Vorname', 'Voornaam'),
  'family-name': said('Family name', 'Efternavn', 'Nachname', 'Achternaam'),
  'full-name': said('Name', 'Navn', 'Name', 'Naam'),
  'birth-date': said('Date of birth', 'Fødselsdato', 'Geburtsdatum', 'Geboortedatum'),
  street: said('Street', 'Vej', 'Straße', 'Straat'),
  postcode: said('Postcode', 'Postnummer', 'Postleitzahl', 'Postcode'),
  city: said('Town', 'By', 'Ort', 'Plaats'),
  country: said('Country', 'Land', 'Land', 'Land'),
  'national-id': said('National id', 'Personnummer', 'Personenkennzahl', 'Persoonsnummer'),
  'tax-number': said('Tax number', 'Skattenummer', 'Steuernummer', 'Belastingnummer'),
  'bank-account': said('Bank account', 'Bankkonto', 'Bankkonto', 'Bankrekening'),
  'payment-card': said('Payment card', 'Betalingskort', 'Zahlungskarte', 'Betaalkaart'),
  vehicle: said('Vehicle', 'Køretøj', 'Fahrzeug', 'Voertuig'),
  'free-text': said('Text', 'Tekst', 'Text', 'Tekst'),
};

const title = (names: string, ...words: Parameters<typeof said>): [RegExp, Said] => [
  new RegExp(`^(${names})$`),
  said(...words),
];

/** Names that systems commonly give their fields, as `plainFieldName` writes them. */
const BY_NAME: readonly [RegExp, Said][] = [
  title('id|key|record_id|uuid', 'Number', 'Nummer', 'Nummer', 'Nummer'),
  title(
    '(order|line|invoice|receipt|booking|ticket|case)_?(id|no|nr|number)|number|no|nr|reference|ref',
    'Reference',
    'Reference',
    'Referenz',
    'Referentie',
  ),
  title(
    'created(_at|_on)?|created_date|added(_at|_on)?|inserted_at|registered(_at|_on)?|since|joined(_at|_on)?',
    'Created',
    'Oprettet',
    'Angelegt',
    'Aangemaakt',
  ),
  title(
    'updated(_at|_on)?|changed(_at|_on)?|modified(_at|_on)?|last_(changed|modified|updated)',
    'Last changed',
    'Sidst ændret',
    'Zuletzt geändert',
    'Laatst gewijzigd',
  ),
  title('deleted(_at|_on)?|closed(_at|_on)?|cancelled(_at|_on)?', 'Closed', 'Afsluttet', 'Beendet', 'Afgesloten'),
  title('date|day|on|at|time|timestamp|occurred_at|when', 'When', 'Hvornår', 'Wann', 'Wanneer'),
  title('recorded_at', 'Recorded', 'Registreret', 'Erfasst', 'Vastgelegd'),
  title('received(_at|_on)?', 'Received', 'Modtaget', 'Eingegangen', 'Ontvangen'),
  title('sent(_at|_on)?', 'Sent', 'Sendt', 'Gesendet', 'Verzonden'),
  title('opened(_at|_on)?|last_opened(_at|_on)?', 'Opened', 'Åbnet', 'Geöffnet', 'Geopend'),
  title('paid(_at|_on)?', 'Paid', 'Betalt', 'Bezahlt', 'Betaald'),
  title('placed(_at|_on)?|ordered(_at|_on)?|order_date', 'Ordered', 'Bestilt', 'Bestellt', 'Besteld'),
  title('delivered(_at|_on)?|delivery_date', 'Delivered', 'Leveret', 'Geliefert', 'Geleverd'),
  title('issued(_at|_on)?|invoice_date', 'Issued', 'Udstedt', 'Ausgestellt', 'Uitgegeven'),
  title('due(_at|_on|_date)?', 'Due', 'Forfalder', 'Fällig', 'Vervalt'),
  title('written(_at|_on)?', 'Written', 'Skrevet', 'Geschrieben', 'Geschreven'),
  title('signed(_at|_on)?', 'Signed', 'Underskrevet', 'Unterschrieben', 'Ondertekend'),
  title('from|sender', 'From', 'Fra', 'Von', 'Van'),
  title('to|recipients', 'To', 'Til', 'An', 'Aan'),
  title('cc', 'Copy to', 'Kopi til', 'Kopie an', 'Kopie aan'),
  title('subject|title|heading', 'Subject', 'Emne', 'Betreff', 'Onderwerp'),
  title('text|body|message|content|words', 'Text', 'Tekst', 'Text', 'Tekst'),
  title('notes?|remarks?|comments?|description|memo', 'Note', 'Bemærkning', 'Bemerkung', 'Opmerking'),
  title('status|state', 'Status', 'Status', 'Status', 'Status'),
  title('stage|step', 'Stage', 'Trin', 'Schritt', 'Stap'),
  title('outcome|result', 'Outcome', 'Udfald', 'Ergebnis', 'Uitkomst'),
  title('kind|type', 'Kind', 'Art', 'Art', 'Soort'),
  title('right', 'Asked for', 'Anmodet om', 'Angefragt', 'Gevraagd'),
  title(
    '(total|amount|sum|price|gross|net|value|unit_price|pris|belob|preis|betrag|prijs|bedrag)(_cents)?',
    'Amount',
    'Beløb',
    'Betrag',
    'Bedrag',
  ),
  title('currency', 'Currency', 'Valuta', 'Währung', 'Valuta'),
  title('quantity|qty|count|pieces', 'Quantity', 'Antal', 'Menge', 'Aantal'),
  title('product|item|article|product_name', 'Product', 'Vare', 'Artikel', 'Product'),
  title('sku|product_(id|no|number)', 'Product number', 'Varenummer', 'Artikelnummer', 'Artikelnummer'),
  title('rating|stars|score', 'Rating', 'Bedømmelse', 'Bewertung', 'Waardering'),
  title('language|locale|lang', 'Language', 'Sprog', 'Sprache', 'Taal'),
  title('place|location|venue|shop|store|branch', 'Place', 'Sted', 'Ort', 'Plaats'),
  title(
    'ship_to|(shipping|delivery)_address',
    'Delivery address',
    'Leveringsadresse',
    'Lieferanschrift',
    'Afleveradres',
  ),
  title('bill_to|billing_address', 'Billing address', 'Fakturaadresse', 'Rechnungsanschrift', 'Factuuradres'),
  title('billing_name', 'Name on the invoice', 'Navn på fakturaen', 'Name auf der Rechnung', 'Naam op de factuur'),
  title('opens', 'Times opened', 'Antal åbninger', 'Öffnungen', 'Aantal keer geopend'),
  title('address|address_line', 'Address', 'Adresse', 'Adresse', 'Adres'),
  title('system|source', 'Source', 'Kilde', 'Quelle', 'Bron'),
  title('purpose', 'Purpose', 'Formål', 'Zweck', 'Doel'),
  title('answer', 'Answer', 'Svar', 'Antwort', 'Antwoord'),
  title('ask|question|wording', 'Question', 'Spørgsmål', 'Frage', 'Vraag'),
  title('method|channel', 'By', 'Hvordan', 'Weg', 'Wijze'),
  title('form', 'Form', 'Formular', 'Formular', 'Formulier'),
  title('box', 'Box', 'Felt', 'Kästchen', 'Vakje'),
  title('evidence|proof', 'Proof', 'Dokumentation', 'Nachweis', 'Bewijs'),
  title('ip|ip_address|remote_addr', 'IP address', 'IP-adresse', 'IP-Adresse', 'IP-adres'),
  title('user_agent|browser', 'Browser', 'Browser', 'Browser', 'Browser'),
  title('device(_id)?', 'Device', 'Enhed', 'Gerät', 'Apparaat'),
  title('session(_id)?', 'Session', 'Session', 'Sitzung', 'Sessie'),
  title('latitude|lat', 'Latitude', 'Breddegrad', 'Breitengrad', 'Breedtegraad'),
  title('longitude|lon|lng', 'Longitude', 'Længdegrad', 'Längengrad', 'Lengtegraad'),
  title('url|page|path', 'Page', 'Side', 'Seite', 'Pagina'),
  title('file|file_name|filename', 'File', 'Fil', 'Datei', 'Bestand'),
  title('sheet', 'Sheet', 'Ark', 'Tabellenblatt', 'Werkblad'),
  title('row|line', 'Line', 'Linje', 'Zeile', 'Regel'),
  title(
    'newsletter(_flag)?|subscribed|marketing(_consent)?|opt_in',
    'Newsletter',
    'Nyhedsbrev',
    'Newsletter',
    'Nieuwsbrief',
  ),
  title('is_restricted|restricted', 'Use restricted', 'Brug begrænset', 'Nutzung eingeschränkt', 'Gebruik beperkt'),
  title('gender|sex', 'Gender', 'Køn', 'Geschlecht', 'Geslacht'),
  title('salutation|title_of_address', 'Form of address', 'Tiltale', 'Anrede', 'Aanhef'),
  title('age', 'Age', 'Alder', 'Alter', 'Leeftijd'),
  title('allerg(y|ies)|health(_notes?)?|diet', 'Health', 'Helbred', 'Gesundheit', 'Gezondheid'),
  title('parent|guardian', 'Parent', 'Forælder', 'Elternteil', 'Ouder'),
  title('(external|source|foreign)_id', 'Number there', 'Nummer dér', 'Nummer dort', 'Nummer daar'),
];

/** Fields that only say which other record a record hangs on: the report shows that by where it stands. */
export const isLink = (field: string): boolean =>
  /_id$/.test(plainFieldName(field)) && !/^(device|session|external|source|foreign)_id$/.test(plainFieldName(field));

/**
 * What a field is called in words a person knows: the organisation's own, then what people have confirmed that it
 * holds, then its usual name. A field whose name says nothing in the reader's language stands with its own name, as a
 * name.
 *
 * @param field a path into a record has its parts apart by dots
 * @example fieldTitle('birth_date', 'da', null, say) // 'Fødselsdato'
 */
export function fieldTitle(field: string, language: Language, confirmed: Holds | null, say: Phrasebook): string {
  const own = language === 'en' ? null : say(field);
  if (own !== null) return own;
  if (confirmed && confirmed !== 'free-text') return BY_HOLDS[confirmed][language];
  const parts = field.split('.').filter((part) => part.trim() !== '');
  // One of several has its place among them, counted as people count.
  const last = parts.at(-1)!;
  if (parts.length > 1 && /^\d{1,3}$/.test(last))
    return `${fieldTitle(parts.slice(0, -1).join('.'), language, null, say)} ${Number(last) + 1}`;
  // What a thing is called is told as the thing.
  if (parts.length === 2 && parts[1] === 'name') return fieldTitle(parts[0]!, language, null, say);
  if (parts.length > 1 && parts.length < 6)
    return parts.map((part) => fieldTitle(part, language, null, say)).join(': ');
  const [, bare = field, n] = /^(.*?)[ _]?(\d{1,2})?$/.exec(field) ?? [];
  const numbered = (words: string) => (n && Number(n) > 1 ? `${words} ${n}` : words);
  const plain = plainFieldName(bare);
  const known = BY_NAME.find(([pattern]) => pattern.test(plain))?.[1];
  if (known) return numbered(known[language]);
  const holds = holdsByName(bare);
  if (holds) return numbered(BY_HOLDS[holds][language]);
  const words = field.replace(/_/g, ' ').trim();
  return language === 'en' ? words.charAt(0).toUpperCase() + words.slice(1) : `“${field}”`;
}
