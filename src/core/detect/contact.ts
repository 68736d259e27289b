import type { Detector } from './types';

const STREET = String.raw`[\p{Lu}][\p{L}.'’-]{1,30}(?: [\p{L}.'’-]{1,30}){0,3}`;

/** Words before a number that make it one of an order, a thing or a case. */
const NO_PHONE = new RegExp(
  String.raw`(?<!\p{L})(?:order|ordre|bestell\p{L}*|bestelling|commande|pedido|invoice|faktura\p{L}*` +
    String.raw`|factu\p{L}*|rechnung\p{L}*|part|article|artikel\p{L}*|item|vare\p{L}*|art[íi]culo|product\p{L}*` +
    String.raw`|produkt\p{L}*|serial|serie\p{L}*|numéro de série|sn|po|ticket|case|sag|zaak|vorgang|dossier` +
    String.raw`|caso|ref\p{L}*|tracking|booking|frame|stel|rahmen|cadre|cuadro|vat|cvr|kvk)(?: (?:number|nummer` +
    String.raw`|no|nr|id|is|n[ºo°]))?[.:#]? ?[A-Z]{0,3}[-# ]?$`,
  'iu',
);

export const CONTACT: readonly Detector[] = [
  {
    id: 'email',
    kind: 'email',
    score: 0.95,
    hint: /@/,
    pattern: /(?<![\w.+-])[\p{L}\d._%+'-]{1,64}@(?:[\p{L}\d-]{1,40}\.){1,4}\p{L}{2,20}(?![\p{L}\d])/gu,
  },
  {
    id: 'phone-international',
    kind: 'phone',
    score: 0.85,
    hint: /\+|00/,
    pattern: /(?<![\w@.+]|[A-Z]{2}\d{2} )(?:\+|00)[1-9]\d{0,2}(?:[ ./()-]{0,2}\d){6,12}(?![\w@])/g,
  },
  {
    id: 'phone-national',
    kind: 'phone',
    score: 0.35,
    needsContext: true,
    hint: /\d{2}/,
    context: new RegExp(
      String.raw`(?<!\p{L})(?:phone|tel|telefon|mobil|mobiel|handy|call|ring|tlf|reach me|bel |bellen|anruf` +
        String.raw`|erreich|ruf|gsm|téléphon|portable|appel|joindre|teléfono|móvil|llám|llama|whatsapp|sms|text me` +
        String.raw`|fax)`,
      'iu',
    ),
    pattern: /(?<![\w@.+:/-])\(?0?\d{2,5}\)?(?:[ ./-]?\d{2,4}){2,4}(?![\w@:-])/g,
    isValid: isNationalPhone,
    isPreceded: NO_PHONE,
  },
  {
    id: 'address-street-first',
    kind: 'address',
    score: 0.75,
    hint: /\d/,
    pattern: new RegExp(
      String.raw`${STREET} \d{1,4} ?[a-zA-Z]?(?:,? (?:[0-9]{1,2}\. ?(?:sal|tv|th` +
        String.raw`|mf)[.,]?))?,? ?\n? ?(?:[A-Z]{1,2}-)?\d{4,5}(?: ?[A-Z]{2})? [\p{Lu}][\p{L}'-]{2,30}`,
      'gu',
    ),
  },
  {
    id: 'address-number-first',
    kind: 'address',
    score: 0.7,
    hint: /\d/,
    pattern: new RegExp(
      String.raw`\d{1,5}[a-zA-Z]? ${STREET} (?:Street|St|Road|Rd|Lane|Avenue|Ave|Drive|Close|Court|Terrace|Way)\b,?[ \n]` +
        String.raw`(?:[\p{Lu}][\p{L}.'-]{2,30},? ?\n?){0,2}(?:[A-Z]{1,2}\d[\dA-Z]? ?\d[A-Z]{2}|[A-Z]{2} \d{5})?`,
      'gu',
    ),
  },
  {
    id: 'address-french',
    kind: 'address',
    score: 0.75,
    hint: /\d{5}/,
    pattern: new RegExp(
      String.raw`(?<![\p{L}\d])\d{1,4}(?: ?(?:bis|ter|[a-zA-Z]))?,? (?:rue|avenue|av\.|boulevard|bd|place|chemin` +
        String.raw`|allée|impasse|quai|route|cours|square)(?: (?:de la|de l['’]|des|du|de|d['’]|la|le` +
        String.raw`|les))? ?[\p{L}'’ .-]{2,40},?[ \n]{1,2}\d{5} \p{Lu}[\p{L}'’-]{2,30}`,
      'giu',
    ),
  },
  {
    id: 'address-spanish',
    kind: 'address',
    score: 0.75,
    hint: /\d{5}/,
    pattern: new RegExp(
      String.raw`(?<![\p{L}\d])(?:Calle|C\/|Avenida|Avda\.?|Plaza|Pza\.?|Paseo|Camino|Ronda|Carrer)(?: (?:de la` +
        String.raw`|de los|de las|del|de))? ?[\p{L}'’ .-]{2,40},? (?:n[ºo°]\.? ?)?\d{1,4}` +
        String.raw`(?:,? \d{1,2}[ºª°]? ?[A-Za-zº]{0,4})?,?[ \n]{1,2}\d{5} \p{Lu}[\p{L}'’-]{2,30}`,
      'gu',
    ),
  },
  {
    id: 'address-american',
    kind: 'address',
    score: 0.75,
    hint: /\d{5}/,
    pattern: new RegExp(
      String.raw`(?<![\p{L}\d])\d{1,5} ${STREET}(?: (?:St|Ave|Rd|Dr|Ln|Blvd|Ct)\.?)?(?:,? (?:Apt|Suite|Unit` +
        String.raw`|#) ?\w{1,5})?,[ \n]\p{Lu}[\p{L} .'-]{2,30}, [A-Z]{2} \d{5}(?:-\d{4})?(?!\d)`,
      'gu',
    ),
  },
  {
    id: 'address-lines',
    kind: 'address',
    score: 0.7,
    hint: /\d/,
    pattern: new RegExp(
      String.raw`(?<![\p{L}\d])\p{Lu}[\p{L}.'’-]{2,30}(?:(?:gade|vej|allé|stræde|boulevard|vænge|straße|strasse` +
        String.raw`|str\.|weg|platz|allee|gasse|ring|damm|straat|laan|plein|gracht|kade|dijk|steeg)|(?: (?:Straße` +
        String.raw`|Str\.|Weg|Allee|Platz|Gade|Vej|Allé|Straat|Laan|Plein|Boulevard))) \d{1,4} ?[a-zA-Z]?(?:,? ?` +
        String.raw`(?:\d{1,2}\. ?(?:sal|th|tv|mf)|st\.? ?(?:th|tv|mf)?|[IVX]{1,4}|bus \d{1,3})\.?)?,?[ \n]{1,2}` +
        String.raw`(?:[A-Z]{1,2}-)?\d{4,5}(?: ?[A-Z]{2})? \p{Lu}[\p{L}'’-]{2,30}(?: (?:an der|am|C|K|N|NV|S|SØ|SV|V` +
        String.raw`|Ø|Å|\p{Lu}\p{L}{2,20}))?`,
      'gu',
    ),
  },
  {
    id: 'street-and-number',
    kind: 'address',
    score: 0.45,
    context: /\b(?:address|adresse|adres|lives? (?:at|in)|wohn|bor |woon|deliver|levering)/iu,
    pattern: new RegExp(
      '[\\p{Lu}][\\p{L}-]{2,30}(?:gade|vej|allé|stræde|straße|strasse|weg|platz|straat|laan|plein|gracht)' +
        ' \\d{1,4} ?[a-zA-Z]?(?![\\p{L}\\d])',
      'gu',
    ),
  },
];

/** Eight digits or more, no date, no price, no order number that is all of a piece with a letter. */
function isNationalPhone(value: string): boolean {
  const digits = value.replace(/\D/g, '');
  return (
    digits.length >= 8 &&
    digits.length <= 12 &&
    !/^\d{4}[-./]\d{2}[-./]\d{2}/.test(value) &&
    !/^\d{1,2}[./-]\d{1,2}[./-]\d{4}$/.test(value) &&
    !/^(\d)\1+$/.test(digits)
  );
}
