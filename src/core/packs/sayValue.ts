import { plainFieldName } from '../systems/fieldHolds';
import { wordsOf } from '../letters/frame';
import type { Language } from '../letters/mailings';
import { fieldTitle } from './fieldTitles';
import { said, type Said } from '../words/said';
import type { Phrasebook } from '../systems/phrasebook';

const [YES, NO] = [said('yes', 'ja', 'ja', 'ja'), said('no', 'nej', 'nein', 'nee')];

/** States that systems commonly have, as they are written in them. */
const STATES: Readonly<Record<string, Said>> = {
  open: said('open', 'åben', 'offen', 'open'),
  closed: said('closed', 'lukket', 'geschlossen', 'gesloten'),
  paid: said('paid', 'betalt', 'bezahlt', 'betaald'),
  unpaid: said('unpaid', 'ubetalt', 'unbezahlt', 'onbetaald'),
  packed: said('packed', 'pakket', 'verpackt', 'ingepakt'),
  'on its way': said('on its way', 'på vej', 'unterwegs', 'onderweg'),
  sent: said('sent', 'sendt', 'gesendet', 'verzonden'),
  delivered: said('delivered', 'leveret', 'geliefert', 'geleverd'),
  returned: said('returned', 'returneret', 'zurückgeschickt', 'geretourneerd'),
  cancelled: said('cancelled', 'annulleret', 'storniert', 'geannuleerd'),
  active: said('active', 'aktiv', 'aktiv', 'actief'),
  inactive: said('inactive', 'inaktiv', 'inaktiv', 'inactief'),
  subscribed: said('subscribed', 'tilmeldt', 'angemeldet', 'aangemeld'),
  unsubscribed: said('unsubscribed', 'afmeldt', 'abgemeldet', 'afgemeld'),
  pending: said('pending', 'afventer', 'ausstehend', 'in behandeling'),
  grant: said('yes', 'ja', 'ja', 'ja'),
  confirm: said('confirmed', 'bekræftet', 'bestätigt', 'bevestigd'),
  refuse: said('no', 'nej', 'nein', 'nee'),
  withdraw: said('withdrawn', 'trukket tilbage', 'widerrufen', 'ingetrokken'),
  object: said('objected', 'gjort indsigelse', 'widersprochen', 'bezwaar gemaakt'),
  'opt-out': said('opted out', 'fravalgt', 'abgewählt', 'afgemeld'),
  'opt-in': said('opted in', 'tilvalgt', 'gewählt', 'aangemeld'),
  'gpc-seen': said(
    'privacy signal of the browser',
    'browserens privatlivssignal',
    'Datenschutzsignal des Browsers',
    'privacysignaal van de browser',
  ),
  'guardian-confirm': said(
    'confirmed by a parent',
    'bekræftet af en forælder',
    'von einem Elternteil bestätigt',
    'bevestigd door een ouder',
  ),
  'unticked by default': said(
    'not ticked beforehand',
    'ikke afkrydset på forhånd',
    'nicht vorab angekreuzt',
    'niet vooraf aangekruist',
  ),
  'tick-box': said('tick box', 'afkrydsningsfelt', 'Kästchen zum Ankreuzen', 'aankruisvakje'),
  spoken: said('spoken', 'mundtligt', 'mündlich', 'mondeling'),
  'paper form': said('paper form', 'papirformular', 'Papierformular', 'papieren formulier'),
  'choices-page': said('choices page', 'siden med dine valg', 'Seite mit Ihrer Auswahl', 'pagina met uw keuzes'),
  'link in a mail': said('link in a mail', 'link i en mail', 'Link in einer Mail', 'link in een mail'),
  access: said('copy of your data', 'kopi af dine data', 'Kopie Ihrer Daten', 'kopie van uw gegevens'),
  portability: said(
    'data in a portable form',
    'data i en form, der kan flyttes',
    'Daten in übertragbarer Form',
    'gegevens in overdraagbare vorm',
  ),
  rectification: said('correction', 'rettelse', 'Berichtigung', 'rectificatie'),
  erasure: said('erasure', 'sletning', 'Löschung', 'wissing'),
  restriction: said('restriction', 'begrænsning', 'Einschränkung', 'beperking'),
  objection: said('objection', 'indsigelse', 'Widerspruch', 'bezwaar'),
  withdrawal: said('withdrawal', 'tilbagetrækning', 'Widerruf', 'intrekking'),
  limit: said('limit', 'begrænsning af brug', 'Begrenzung der Nutzung', 'beperking van gebruik'),
  information: said('information', 'oplysning', 'Auskunft', 'informatie'),
  intake: said('received', 'modtaget', 'eingegangen', 'ontvangen'),
  identity: said(
    'identity is checked',
    'identitet kontrolleres',
    'Identität wird geprüft',
    'identiteit wordt gecontroleerd',
  ),
  trace: said('data is searched for', 'data søges frem', 'Daten werden gesucht', 'gegevens worden gezocht'),
  decide: said('is being decided', 'afgøres', 'wird entschieden', 'wordt beslist'),
  'carry-out': said('is carried out', 'udføres', 'wird ausgeführt', 'wordt uitgevoerd'),
  appeal: said('appeal', 'klage', 'Beschwerde', 'beroep'),
  fulfilled: said('fulfilled', 'efterkommet', 'erfüllt', 'ingewilligd'),
  refused: said('refused', 'afvist', 'abgelehnt', 'geweigerd'),
};
const STATE_FIELDS = /^(status|state|stage|kind|type|answer|method|channel|right|outcome|purpose|place|box)$/;
const AMOUNT_FIELDS = /(^|_)(total|amount|sum|price|gross|net|fee|paid_amount|discount)(_|$)/;

/** How values are said in one language, to people of one place. */
export interface ValueFormat {
  language: Language;
  /** IANA zone in which moments are said. */
  zone: string;
  say: Phrasebook;
}

/** A day. @example sayDate('2026-11-03', { language: 'da', … }) // '3. november 2026' */
export function sayDate(day: string, { language }: Pick<ValueFormat, 'language'>): string {
  return new Intl.DateTimeFormat(wordsOf(language).locale, {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(Date.parse(`${day}T00:00:00Z`));
}

/** A moment, in the zone. */
export function sayMoment(instant: string, { language, zone }: Pick<ValueFormat, 'language' | 'zone'>): string {
  return new Intl.DateTimeFormat(wordsOf(language).locale, {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    timeZone: zone,
  }).format(Date.parse(instant));
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const MOMENT = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?( ?(Z|[+-]\d{2}(:?\d{2})?))?$/;

/**
 * The moment a value names, in milliseconds; null: it names none. What has no zone is read as UTC, as systems write it.
 */
export function momentOf(value: string): number | null {
  const text = value.trim();
  if (DAY.test(text)) return validMs(`${text}T00:00:00Z`);
  if (!MOMENT.test(text)) return null;
  const isZoned = /(Z|[+-]\d{2}(:?\d{2})?)$/.test(text.slice(11));
  return validMs(
    isZoned
      ? text
          .replace(' ', 'T')
          .replace(/ /g, '')
          .replace(/([+-]\d{2})$/, '$1:00')
      : `${text.replace(' ', 'T')}Z`,
  );
}

function validMs(text: string): number | null {
  const [ms, day] = [Date.parse(text), Date.parse(`${text.slice(0, 10)}T00:00:00Z`)];
  // A day that is none, such as 31 February, is not read as one of the next month.
  return Number.isNaN(ms) || Number.isNaN(day) || new Date(day).toISOString().slice(0, 10) !== text.slice(0, 10)
    ? null
    : ms;
}

/**
 * A value as a reader of the language reads it: days and moments in the zone, amounts with their currency, countries
 * by name, states in words. Everything else is a person's own data and stands as it is.
 *
 * @param record whose value it is: its currency is that of its amounts
 */
export function sayValue(
  field: string,
  value: string,
  record: Readonly<Record<string, string | null>>,
  format: ValueFormat,
): string {
  const { language, say } = format;
  const text = value.trim();
  const plain = plainFieldName(field.split('.').at(-1)!);
  const ms = momentOf(text);
  if (ms !== null) return DAY.test(text) ? sayDate(text, format) : sayMoment(new Date(ms).toISOString(), format);
  if (/^(true|t|yes|false|f)$/i.test(text) && (text.length > 1 || /^(is|has)_|flag|subscribed|active/.test(plain)))
    return (/^(true|t|yes)$/i.test(text) ? YES : NO)[language];
  if (/country/.test(plain) && /^[A-Z]{2}$/.test(text))
    return new Intl.DisplayNames([wordsOf(language).locale], { type: 'region', fallback: 'code' }).of(text) ?? text;
  if (/^(language|lang|locale)$/.test(plain) && /^[a-z]{2}(-[A-Z]{2})?$/.test(text))
    return new Intl.DisplayNames([wordsOf(language).locale], { type: 'language', fallback: 'code' }).of(text) ?? text;
  if (STATE_FIELDS.test(plain)) return STATES[text.toLowerCase()]?.[language] ?? say(text) ?? sayPart(text, language);
  if (/_cents$/.test(plain) && /^-?\d{1,15}$/.test(text)) return sayAmount(Number(text) / 100, record, language);
  if (AMOUNT_FIELDS.test(plain) && /^-?\d+(\.\d{1,4})?$/.test(text)) return sayAmount(Number(text), record, language);
  return text;
}

function sayAmount(amount: number, record: Readonly<Record<string, string | null>>, language: Language): string {
  const currency = Object.entries(record)
    .find(([name]) => plainFieldName(name) === 'currency')?.[1]
    ?.trim();
  const digits = { minimumFractionDigits: 2, maximumFractionDigits: 2 };
  return /^[A-Z]{3}$/.test(currency ?? '')
    ? new Intl.NumberFormat(wordsOf(language).locale, {
        style: 'currency',
        currency: currency!,
        currencyDisplay: 'code',
        ...digits,
      }).format(amount)
    : new Intl.NumberFormat(wordsOf(language).locale, digits).format(amount);
}

const PART: Readonly<Record<string, Said>> = {
  line: said('line', 'linje', 'Zeile', 'regel'),
  row: said('row', 'række', 'Zeile', 'rij'),
  page: said('page', 'side', 'Seite', 'pagina'),
};

/** Where in a file something stands. @example sayPart('line 12', 'da') // 'linje 12' */
export function sayPart(part: string, language: Language): string {
  const [, what, n] = /^(line|row|page) (\d+)$/.exec(part) ?? [];
  return what ? `${PART[what]![language]} ${n}` : part;
}

export interface SaidField {
  title: string;
  value: string;
}

const MOST_INNER = 40;

/** The fields of a record in words, without what is empty; what is nested in a value stands with its own titles. */
export function sayFields(
  fields: Readonly<Record<string, string | null>>,
  titleOf: (field: string) => string,
  format: ValueFormat,
): SaidField[] {
  return Object.entries(fields).flatMap(([name, value]) => {
    if (value === null || value.trim() === '') return [];
    const inner = nested(value);
    if (!inner) return [{ title: titleOf(name), value: sayValue(name, value, fields, format) }];
    return Object.entries(inner)
      .slice(0, MOST_INNER)
      .flatMap(([key, one]) =>
        one === null || one === ''
          ? []
          : [
              {
                title: `${titleOf(name)}: ${fieldTitle(key, format.language, null, format.say)}`,
                value: sayValue(key, one, inner, format),
              },
            ],
      );
  });
}

/** A JSON object that stands as a value, flat; null: it is none. */
function nested(value: string): Record<string, string | null> | null {
  if (!/^\s*\{/.test(value)) return null;
  try {
    const flat: Record<string, string | null> = {};
    const walk = (prefix: string, one: unknown): void => {
      if (one !== null && typeof one === 'object')
        for (const [key, inner] of Object.entries(one)) walk(prefix ? `${prefix}.${key}` : key, inner);
      else flat[prefix] = one === null ? null : String(one);
    };
    walk('', JSON.parse(value));
    return flat;
  } catch {
    return null;
  }
}
