/** What a field can hold of a person. `free-text` is running text that may speak of anybody; `contact` an address or a number, mixed. */
export const HOLDS = [
  'email',
  'phone',
  'contact',
  'customer-number',
  'given-name',
  'family-name',
  'full-name',
  'birth-date',
  'street',
  'postcode',
  'city',
  'country',
  'national-id',
  'tax-number',
  'bank-account',
  'payment-card',
  'vehicle',
  'free-text',
] as const;
export type Holds = (typeof HOLDS)[number];

/**
 * What a field seems to hold, from its name, in the languages people name fields in and in the words of vCard, LDAP and the usual registers of
 * customers. Names are compared in small letters with underscores: `givenName`, `Given Name` and `given-name` are one.
 */
const NAMES: readonly [RegExp, Holds][] = [
  [
    /^(e_?mail(_?(address|addr|adresse|1|home|work))?|(contact|person|billing|primary|customer|user|private)_e_?mail|mail|e_?post|correo(_electronico)?|courriel|rfc822_mailbox)$/,
    'email',
  ],
  [
    /^((home|work|mobile|cell|billing|contact|primary|other|daytime|private)_?)?(phone|telephone|mobile|tel|cell|fax|telefon|telefoon|tlf|mobil|handy|telefono|movil|gsm|portable)(_?(phone|number|no|nr|nummer|1|home|work))?$|^telephone_number$|^telefonnummer$|^telefoonnummer$/,
    'phone',
  ],
  [/^(contact|kontakt|contact_info|contact_details|reach|reachable_at)$/, 'contact'],
  [
    /^(customer_?(no|nr|number|id)|customer|kunde_?nr|kundenummer|kundennummer|klantnummer|client_no|loyalty_?(no|number|id)|member_?(no|number|id)|numero_client|numero_de_cliente)$/,
    'customer-number',
  ],
  [/^(first_?name|given_?name|fore_?name|fornavn|vorname|voornaam|prenom|nombre|gn|firstname)$/, 'given-name'],
  [
    /^(last_?name|family_?name|sur_?name|efternavn|nachname|familienname|achternaam|apellidos?|nom_de_famille|sn)$/,
    'family-name',
  ],
  [
    /^((full|display|customer|billing|shipping|contact|card_?holder|account|person|client)_?name|name|recipient|reviewer_name|navn|naam|nom|participant|child|rider|deltager|teilnehmer|deelnemer|fn|cn|real_?name|full_?name|display_?name)$/,
    'full-name',
  ],
  [
    /^(birth_?(date|day)|date_of_birth|born(_on)?|dob|bday|birth_?date|fodselsdato|fodt|geburtsdatum|geboren|geboortedatum|date_de_naissance|fecha_de_nacimiento|person_birthdate)$/,
    'birth-date',
  ],
  [
    /^(((billing|shipping|delivery|mailing|home|postal|other|street)_?)?(street|address|addr|adr)(_?(line|line_?1|1|street))?|street_address|adresse|vej|strasse|straat|adres|direccion|calle|rue|ship_to|bill_to|line_one|address_line_one|address_?1)$/,
    'street',
  ],
  [
    /^(((billing|shipping|delivery|mailing|home|other)_?)?(postcode|postal_?code|post_code|zip|zip_?code)|mail_?code|postnr|postnummer|plz|postleitzahl|code_postal|codigo_postal)$/,
    'postcode',
  ],
  [
    /^(((billing|shipping|delivery|mailing|home|other)_?)?(city|town|locality)|by|ort|stadt|plaats|stad|ville|ciudad|l)$/,
    'city',
  ],
  [
    /^(((billing|shipping|delivery|mailing|home|other)_?)?(country|country_code|country_name)|land|pays|pais|c|co)$/,
    'country',
  ],
  [
    /^(ssn|social_security(_?(no|number))?|cpr(_?(nr|no|nummer))?|bsn|national_id(_?number)?|identity_number|id_card(_?(no|number))?|passport(_?(no|nr|number))?|personnummer|nino|ni_number|pps(n)?|dni|nie|nir|pesel|codice_fiscale|drivers?_?licen[cs]e(_?(no|number))?|driving_licen[cs]e(_?(no|number))?|kor[ek]kort(_?nr)?|fuhrerschein(_?nr)?|rijbewijs(_?nr)?|military_id|alien_number|green_card(_?(no|number))?)$/,
    'national-id',
  ],
  [/^(tax_?(id|no|number|file_number)|tin|steuer_?(id|nr|nummer)|nif|vat_?(id|no|number))$/, 'tax-number'],
  [
    /^(iban|bank_?account(_?(no|number))?|account_?(no|number)|kontonr|kontonummer|reg_?nr|rekening(nummer)?|routing_?(no|number)|sort_code|bic|swift)$/,
    'bank-account',
  ],
  [
    /^((credit|debit|payment)_?card(_?(no|number))?|card_?(no|number|pan)|cc_?(no|num|number)|pan|cvv|cvc|kortnummer|kartennummer|kaartnummer)$/,
    'payment-card',
  ],
  [
    /^(licen[cs]e_?plate|number_?plate|plate|vin|registration_?(no|number)|nummerplade|kennzeichen|kenteken|frame_?(no|number)|stelnummer)$/,
    'vehicle',
  ],
];

/** A field's name as compared: in small letters, its words apart. @example plainFieldName('MailingPostalCode') // 'mailing_postal_code' */
export function plainFieldName(name: string): string {
  return name
    .trim()
    .replace(/([a-zæøå\d])([A-ZÆØÅ])/g, '$1_$2')
    .toLowerCase()
    .replace(/ø/g, 'o')
    .replace(/æ/g, 'ae')
    .replace(/å/g, 'a')
    .replace(/ß/g, 'ss')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z\d]+/g, '_')
    .replace(/^_+|_+$/g, '');
}

/** @example holdsByName('Fødselsdato') // 'birth-date' */
export function holdsByName(name: string): Holds | null {
  const plain = plainFieldName(name);
  return NAMES.find(([pattern]) => pattern.test(plain))?.[1] ?? null;
}
