/** What a field can hold of a person. `free-text` is running text that may speak of anybody. */
export const HOLDS = ['email', 'phone', 'customer-number', 'given-name', 'family-name', 'full-name', 'birth-date', 'street', 'postcode', 'city', 'country', 'free-text'] as const;
export type Holds = (typeof HOLDS)[number];

/** What a field seems to hold, from its name, in the languages people name fields in. A person confirms it. */
const NAMES: readonly [RegExp, Holds][] = [
  [/^(e[-_ ]?mail|e[-_ ]?mail[-_ ]?address|email_address|contact_email|mail|e-?post)$/i, 'email'],
  [/^(phone|telephone|mobile|phone_number|phone_?no|tel|telefon|telefonnummer|mobil|handy|telefoon|tlf\.?)$/i, 'phone'],
  [/^(customer_?no|customer_number|customer|customer ?id|kunde_?nr|kundenummer|kundennummer|klantnummer|client_no|loyalty_?no)$/i, 'customer-number'],
  [/^(first_?name|first name|given_?name|given name|forename|fornavn|vorname|voornaam)$/i, 'given-name'],
  [/^(last_?name|last name|family_?name|family name|surname|efternavn|nachname|achternaam)$/i, 'family-name'],
  [/^(name|full_?name|customer_name|billing_name|recipient|reviewer_name|navn|naam|participant|child|rider|deltager|teilnehmer|deelnemer)$/i, 'full-name'],
  [/^(birth_?date|date_of_birth|date of birth|born_?on|born|dob|fødselsdato|født|geburtsdatum|geboren|geboortedatum)$/i, 'birth-date'],
  [/^(street|address|address_line|(billing|shipping|delivery)_address|ship_to|bill_to|adresse|vej|straße|strasse|straat|adres)$/i, 'street'],
  [/^(postcode|postal_code|zip|postnr\.?|postnummer|plz|postleitzahl)$/i, 'postcode'],
  [/^(city|town|by|ort|stadt|plaats|stad)$/i, 'city'],
  [/^(country|country_code|land)$/i, 'country'],
];

/** @example holdsByName('Fødselsdato') // 'birth-date' */
export function holdsByName(name: string): Holds | null {
  const plain = name.trim();
  return NAMES.find(([pattern]) => pattern.test(plain))?.[1] ?? null;
}
