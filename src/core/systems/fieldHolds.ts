/**
 * What a field can hold of a person. `free-text` is running text that may speak of anybody; `contact` an address or a
 * number, mixed.
 */
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
 * What a field seems to hold, from its name, in the languages people name fields in and in the words of vCard, LDAP
 * and the usual registers of customers. Names are compared in small letters with underscores: `givenName`, `Given
 * Name` and `given-name` are one.
 */
const NAMES: readonly [RegExp, Holds][] = [
  [
    new RegExp(
      String.raw`^(e_?mail(_?(address|addr|adresse|1|home|work))?|(contact|person|billing|primary|customer|user` +
        String.raw`|private)_e_?mail|mail|e_?post|correo(_electronico)?|courriel|rfc822_mailbox)$`,
    ),
    'email',
  ],
  [
    new RegExp(
      String.raw`^((home|work|mobile|cell|billing|contact|primary|other|daytime|private)_?)?(phone|telephone` +
        String.raw`|mobile|tel|cell|fax|telefon|telefoon|tlf|mobil|handy|telefono|movil|gsm|portable)(_?(phone` +
        String.raw`|number|no|nr|nummer|1|home|work))?$|^telephone_number$|^telefonnummer$|^telefoonnummer$`,
    ),
    'phone',
  ],
  [/^(contact|kontakt|contact_info|contact_details|reach|reachable_at)$/, 'contact'],
  [
    new RegExp(
      String.raw`^(customer_?(no|nr|number|id)|customer|kunde_?nr|kundenummer|kundennummer|klantnummer|client_no` +
        String.raw`|loyalty_?(no|number|id)|member_?(no|number|id)|numero_client|numero_de_cliente)$`,
    ),
    'customer-number',
  ],
  [/^(first_?name|given_?name|fore_?name|fornavn|vorname|voornaam|prenom|nombre|gn|firstname)$/, 'given-name'],
  [
    /^(last_?name|family_?name|sur_?name|efternavn|nachname|familienname|achternaam|apellidos?|nom_de_famille|sn)$/,
    'family-name',
  ],
  [
    new RegExp(
      String.raw`^((full|display|customer|billing|shipping|contact|card_?holder|account|person|client)_?name|name` +
        String.raw`|recipient|reviewer_name|navn|naam|nom|participant|child|rider|deltager|teilnehmer|deelnemer|fn` +
        String.raw`|cn|real_?name|full_?name|display_?name)$`,
    ),
    'full-name',
  ],
  [
    new RegExp(
      String.raw`^(birth_?(date|day)|date_of_birth|born(_on)?|dob|bday|birth_?date|fodselsdato|fodt|geburtsdatum` +
        String.raw`|geboren|geboortedatum|date_de_naissance|fecha_de_nacimiento|person_birthdate)$`,
    ),
    'birth-date',
  ],
  [
    new RegExp(
      String.raw`^(((billing|shipping|delivery|mailing|home|postal|other|street)_?)?(street|address|addr|adr)(_?` +
        String.raw`(line|line_?1|1|street))?|street_address|adresse|vej|strasse|straat|adres|direccion|calle|rue` +
        String.raw`|ship_to|bill_to|line_one|address_line_one|address_?1)$`,
    ),
    'street',
  ],
  [
    new RegExp(
      String.raw`^(((billing|shipping|delivery|mailing|home|other)_?)?(postcode|postal_?code|post_code|zip` +
        String.raw`|zip_?code)|mail_?code|postnr|postnummer|plz|postleitzahl|code_postal|codigo_postal)$`,
    ),
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
    new RegExp(
      String.raw`^(ssn|social_security(_?(no|number))?|cpr(_?(nr|no|nummer))?|bsn|national_id(_?number)?` +
        String.raw`|identity_number|id_card(_?(no|number))?|passport(_?(no|nr|number))?|personnummer|nino|ni_number` +
        String.raw`|pps(n)?|dni|nie|nir|pesel|codice_fiscale|drivers?_?licen[cs]e(_?(no|number))?` +
        String.raw`|driving_licen[cs]e(_?(no|number))?|kor[ek]kort(_?nr)?|fuhrerschein(_?nr)?|rijbewijs(_?nr)?` +
        String.raw`|military_id|alien_number|green_card(_?(no|number))?)$`,
    ),
    'national-id',
  ],
  [/^(tax_?(id|no|number|file_number)|tin|steuer_?(id|nr|nummer)|nif|vat_?(id|no|number))$/, 'tax-number'],
  [
    new RegExp(
      String.raw`^(iban|bank_?account(_?(no|number))?|account_?(no|number)|kontonr|kontonummer|reg_?nr|rekening` +
        String.raw`(nummer)?|routing_?(no|number)|sort_code|bic|swift)$`,
    ),
    'bank-account',
  ],
  [
    new RegExp(
      String.raw`^((credit|debit|payment)_?card(_?(no|number))?|card_?(no|number|pan)|cc_?(no|num|number)|pan|cvv` +
        String.raw`|cvc|kortnummer|kartennummer|kaartnummer)$`,
    ),
    'payment-card',
  ],
  [
    new RegExp(
      String.raw`^(licen[cs]e_?plate|number_?plate|plate|vin|registration_?(no|number)|nummerplade|kennzeichen` +
        String.raw`|kenteken|frame_?(no|number)|stelnummer)$`,
    ),
    'vehicle',
  ],
];

/**
 * A field's name as compared: in small letters, its words apart. @example plainFieldName('MailingPostalCode') //
 * 'mailing_postal_code'
 */
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
