import { holdsByName, plainFieldName, type Holds } from '../systems/fieldHolds';
import type { Language } from '../letters/mailings';
import { FIELDS_BY_MEANING, FIELD_TITLES } from '../words/sections';
import type { FieldTitles } from '../words/words';
import type { Phrasebook } from '../systems/phrasebook';

const title = (names: string, words: keyof FieldTitles): [RegExp, keyof FieldTitles] => [
  new RegExp(`^(${names})$`),
  words,
];

/** Names that systems commonly give their fields, as `plainFieldName` writes them. */
const BY_NAME: readonly [RegExp, keyof FieldTitles][] = [
  title('id|key|record_id|uuid', 'number'),
  title('(order|line|invoice|receipt|booking|ticket|case)_?(id|no|nr|number)|number|no|nr|reference|ref', 'reference'),
  title(
    'created(_at|_on)?|created_date|added(_at|_on)?|inserted_at|registered(_at|_on)?|since|joined(_at|_on)?',
    'created',
  ),
  title('updated(_at|_on)?|changed(_at|_on)?|modified(_at|_on)?|last_(changed|modified|updated)', 'lastChanged'),
  title('deleted(_at|_on)?|closed(_at|_on)?|cancelled(_at|_on)?', 'closed'),
  title('date|day|on|at|time|timestamp|occurred_at|when', 'when'),
  title('recorded_at', 'recorded'),
  title('received(_at|_on)?', 'received'),
  title('sent(_at|_on)?', 'sent'),
  title('opened(_at|_on)?|last_opened(_at|_on)?', 'opened'),
  title('paid(_at|_on)?', 'paid'),
  title('placed(_at|_on)?|ordered(_at|_on)?|order_date', 'ordered'),
  title('delivered(_at|_on)?|delivery_date', 'delivered'),
  title('issued(_at|_on)?|invoice_date', 'issued'),
  title('due(_at|_on|_date)?', 'due'),
  title('written(_at|_on)?', 'written'),
  title('signed(_at|_on)?', 'signed'),
  title('from|sender', 'from'),
  title('to|recipients', 'to'),
  title('cc', 'copyTo'),
  title('subject|title|heading', 'subject'),
  title('text|body|message|content|words', 'text'),
  title('notes?|remarks?|comments?|description|memo', 'note'),
  title('status|state', 'status'),
  title('stage|step', 'stage'),
  title('outcome|result', 'outcome'),
  title('kind|type', 'kind'),
  title('right', 'askedFor'),
  title('(total|amount|sum|price|gross|net|value|unit_price|pris|belob|preis|betrag|prijs|bedrag)(_cents)?', 'amount'),
  title('currency', 'currency'),
  title('quantity|qty|count|pieces', 'quantity'),
  title('product|item|article|product_name', 'product'),
  title('sku|product_(id|no|number)', 'productNumber'),
  title('rating|stars|score', 'rating'),
  title('language|locale|lang', 'language'),
  title('place|location|venue|shop|store|branch', 'place'),
  title('ship_to|(shipping|delivery)_address', 'deliveryAddress'),
  title('bill_to|billing_address', 'billingAddress'),
  title('billing_name', 'nameOnTheInvoice'),
  title('opens', 'timesOpened'),
  title('address|address_line', 'address'),
  title('system|source', 'source'),
  title('purpose', 'purpose'),
  title('answer', 'answer'),
  title('ask|question|wording', 'question'),
  title('method|channel', 'by'),
  title('form', 'form'),
  title('box', 'box'),
  title('evidence|proof', 'proof'),
  title('ip|ip_address|remote_addr', 'iPAddress'),
  title('user_agent|browser', 'browser'),
  title('device(_id)?', 'device'),
  title('session(_id)?', 'session'),
  title('latitude|lat', 'latitude'),
  title('longitude|lon|lng', 'longitude'),
  title('url|page|path', 'page'),
  title('file|file_name|filename', 'file'),
  title('sheet', 'sheet'),
  title('row|line', 'line'),
  title('newsletter(_flag)?|subscribed|marketing(_consent)?|opt_in', 'newsletter'),
  title('is_restricted|restricted', 'useRestricted'),
  title('gender|sex', 'gender'),
  title('salutation|title_of_address', 'formOfAddress'),
  title('age', 'age'),
  title('allerg(y|ies)|health(_notes?)?|diet', 'health'),
  title('parent|guardian', 'parent'),
  title('(external|source|foreign)_id', 'numberThere'),
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
  if (confirmed && confirmed !== 'free-text') return FIELDS_BY_MEANING[language][confirmed];
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
  if (known) return numbered(FIELD_TITLES[language][known]);
  const holds = holdsByName(bare);
  if (holds) return numbered(FIELDS_BY_MEANING[language][holds]);
  const words = field.replace(/_/g, ' ').trim();
  return language === 'en' ? words.charAt(0).toUpperCase() + words.slice(1) : `“${field}”`;
}
