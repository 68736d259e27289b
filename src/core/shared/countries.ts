/** ISO 3166-1 alpha-2. */
const COUNTRIES = (
  'AD AE AF AG AI AL AM AO AQ AR AS AT AU AW AX AZ BA BB BD BE BF BG BH BI BJ BL BM BN BO BQ BR BS BT BV BW BY BZ CA CC ' +
  'CD CF CG CH CI CK CL CM CN CO CR CU CV CW CX CY CZ DE DJ DK DM DO DZ EC EE EG EH ER ES ET FI FJ FK FM FO FR GA GB GD ' +
  'GE GF GG GH GI GL GM GN GP GQ GR GS GT GU GW GY HK HM HN HR HT HU ID IE IL IM IN IO IQ IR IS IT JE JM JO JP KE KG KH ' +
  'KI KM KN KP KR KW KY KZ LA LB LC LI LK LR LS LT LU LV LY MA MC MD ME MF MG MH MK ML MM MN MO MP MQ MR MS MT MU MV MW ' +
  'MX MY MZ NA NC NE NF NG NI NL NO NP NR NU NZ OM PA PE PF PG PH PK PL PM PN PR PS PT PW PY QA RE RO RS RU RW SA SB SC ' +
  'SD SE SG SH SI SJ SK SL SM SN SO SR SS ST SV SX SY SZ TC TD TF TG TH TJ TK TL TM TN TO TR TT TV TW TZ UA UG UM US UY ' +
  'UZ VA VC VE VG VI VN VU WF WS YE YT ZA ZM ZW'
).split(' ');

/** ISO 3166-2, of the countries whose states have laws of their own. */
const STATES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  US: {
    AL: 'Alabama',
    AK: 'Alaska',
    AZ: 'Arizona',
    AR: 'Arkansas',
    CA: 'California',
    CO: 'Colorado',
    CT: 'Connecticut',
    DE: 'Delaware',
    DC: 'District of Columbia',
    FL: 'Florida',
    GA: 'Georgia',
    HI: 'Hawaii',
    ID: 'Idaho',
    IL: 'Illinois',
    IN: 'Indiana',
    IA: 'Iowa',
    KS: 'Kansas',
    KY: 'Kentucky',
    LA: 'Louisiana',
    ME: 'Maine',
    MD: 'Maryland',
    MA: 'Massachusetts',
    MI: 'Michigan',
    MN: 'Minnesota',
    MS: 'Mississippi',
    MO: 'Missouri',
    MT: 'Montana',
    NE: 'Nebraska',
    NV: 'Nevada',
    NH: 'New Hampshire',
    NJ: 'New Jersey',
    NM: 'New Mexico',
    NY: 'New York',
    NC: 'North Carolina',
    ND: 'North Dakota',
    OH: 'Ohio',
    OK: 'Oklahoma',
    OR: 'Oregon',
    PA: 'Pennsylvania',
    RI: 'Rhode Island',
    SC: 'South Carolina',
    SD: 'South Dakota',
    TN: 'Tennessee',
    TX: 'Texas',
    UT: 'Utah',
    VT: 'Vermont',
    VA: 'Virginia',
    WA: 'Washington',
    WV: 'West Virginia',
    WI: 'Wisconsin',
    WY: 'Wyoming',
  },
  CA: {
    AB: 'Alberta',
    BC: 'British Columbia',
    MB: 'Manitoba',
    NB: 'New Brunswick',
    NL: 'Newfoundland and Labrador',
    NS: 'Nova Scotia',
    NT: 'Northwest Territories',
    NU: 'Nunavut',
    ON: 'Ontario',
    PE: 'Prince Edward Island',
    QC: 'Québec',
    SK: 'Saskatchewan',
    YT: 'Yukon',
  },
};

export interface Named {
  code: string;
  name: string;
}

const known = new Map<string, Named[]>();

/** Every country by its name in a language, in that language's order. */
export function countriesIn(language: string): readonly Named[] {
  let list = known.get(language);
  if (!list) {
    const names = new Intl.DisplayNames([language], { type: 'region' });
    const { compare } = new Intl.Collator(language);
    list = COUNTRIES.map((code) => ({ code, name: names.of(code) ?? code })).sort((a, b) => compare(a.name, b.name));
    known.set(language, list);
  }
  return list;
}

/** The states of a country where the state decides which law binds; none elsewhere. */
export function statesOf(country: string): readonly Named[] {
  return Object.entries(STATES[country] ?? {}).map(([code, name]) => ({ code, name }));
}

/** A place by its name in English. @example sayPlace('US-CA') // 'California' */
export function sayPlace(code: string): string {
  const [country, state] = code.split('-') as [string, string?];
  const named = countriesIn('en').find((one) => one.code === country)?.name ?? country;
  return state ? (STATES[country]?.[state] ?? code) : named;
}

/** The country that a browser's first language names, or null. @param accepted RFC 9110, 12.5.4 */
export function countryOf(accepted: string | null): string | null {
  const code = /^\s*[a-z]{2,3}-([A-Z]{2})\b/.exec(accepted ?? '')?.[1];
  return code && COUNTRIES.includes(code) ? code : null;
}

const NAMED_IN = ['en', 'da', 'de', 'nl'];
let codes: Map<string, string> | null = null;

/**
 * A country by its code, its code with a state's, or its name in one of our languages; null where it is none.
 *
 * @example countryNamed('Danmark') // { country: 'DK', region: null }
 * @example countryNamed('US-CA') // { country: 'US', region: 'CA' }
 */
export function countryNamed(text: string): { country: string; region: string | null } | null {
  const [, code, region] = /^([A-Z]{2})(?:-([A-Z0-9]{1,3}))?$/.exec(text.trim().toUpperCase()) ?? [];
  if (code && COUNTRIES.includes(code)) return { country: code, region: region ?? null };
  codes ??= new Map(
    NAMED_IN.flatMap((language) =>
      countriesIn(language).map(({ name, code: one }): [string, string] => [name.toLowerCase(), one]),
    ),
  );
  const named = codes.get(text.trim().toLowerCase());
  return named ? { country: named, region: null } : null;
}
