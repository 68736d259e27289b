/**
 * From which age a child can consent to a service of the information society alone, by country and day.
 * Source: GDPR art. 8(1) with the national acts; COPPA (15 U.S.C. 6501) for the United States.
 */
const AGES: readonly { country: string; from: string; age: number; source: string }[] = [
  { country: 'DK', from: '2018-05-25', age: 13, source: 'databeskyttelsesloven § 6(2)' },
  { country: 'DK', from: '2024-01-01', age: 15, source: 'databeskyttelsesloven § 6(2), as amended' },
  { country: 'AT', from: '2018-05-25', age: 14, source: 'DSG § 4(4)' },
  { country: 'BE', from: '2018-09-05', age: 13, source: 'Act of 30 July 2018, art. 7' },
  { country: 'BG', from: '2019-02-26', age: 14, source: 'Personal Data Protection Act, art. 25c' },
  { country: 'CY', from: '2018-07-31', age: 14, source: 'Law 125(I)/2018, s. 8' },
  { country: 'CZ', from: '2019-04-24', age: 15, source: 'Act 110/2019, § 7' },
  { country: 'DE', from: '2018-05-25', age: 16, source: 'GDPR art. 8(1)' },
  { country: 'EE', from: '2019-01-15', age: 13, source: 'Isikuandmete kaitse seadus § 8' },
  { country: 'FI', from: '2019-01-01', age: 13, source: 'tietosuojalaki 5 §' },
  { country: 'ES', from: '2018-12-07', age: 14, source: 'LOPDGDD art. 7' },
  { country: 'FR', from: '2018-06-22', age: 15, source: 'Loi 78-17, art. 45' },
  { country: 'GR', from: '2019-08-29', age: 15, source: 'Law 4624/2019, art. 21' },
  { country: 'HR', from: '2018-05-25', age: 16, source: 'Zakon o provedbi, čl. 19' },
  { country: 'HU', from: '2018-05-25', age: 16, source: 'GDPR art. 8(1)' },
  { country: 'IE', from: '2018-05-25', age: 16, source: 'Data Protection Act 2018, s. 31' },
  { country: 'IS', from: '2018-07-15', age: 13, source: 'Act 90/2018, art. 10' },
  { country: 'IT', from: '2018-09-19', age: 14, source: 'Codice privacy art. 2-quinquies' },
  { country: 'LT', from: '2018-07-16', age: 14, source: 'Asmens duomenų teisinės apsaugos įstatymas, art. 6' },
  { country: 'LU', from: '2018-05-25', age: 16, source: 'GDPR art. 8(1)' },
  { country: 'LV', from: '2018-07-05', age: 13, source: 'Fizisko personu datu apstrādes likums, art. 33' },
  { country: 'MT', from: '2018-05-28', age: 13, source: 'S.L. 586.11' },
  { country: 'NL', from: '2018-05-25', age: 16, source: 'UAVG art. 5' },
  { country: 'NO', from: '2018-07-20', age: 13, source: 'personopplysningsloven § 5' },
  { country: 'PL', from: '2018-05-25', age: 16, source: 'GDPR art. 8(1)' },
  { country: 'PT', from: '2019-08-08', age: 13, source: 'Lei 58/2019, art. 16' },
  { country: 'RO', from: '2018-05-25', age: 16, source: 'GDPR art. 8(1)' },
  { country: 'SE', from: '2018-05-25', age: 13, source: 'SFS 2018:218, 2 kap. 4 §' },
  { country: 'SI', from: '2023-01-26', age: 15, source: 'ZVOP-2, čl. 8' },
  { country: 'SK', from: '2018-05-25', age: 16, source: 'GDPR art. 8(1)' },
  { country: 'GB', from: '2018-05-25', age: 13, source: 'Data Protection Act 2018, s. 9' },
  { country: 'CA-QC', from: '2023-09-22', age: 14, source: 'P-39.1 s. 4.1' },
  { country: 'US', from: '2000-04-21', age: 13, source: '15 U.S.C. 6501' },
];

/** Where nothing better is known: the highest age the regulation allows. */
const STRICTEST = { age: 16, source: 'GDPR art. 8(1), as a default' };

/** The age of consent in a country on a day. @example ageOfConsent('DK', '2023-06-01').age // 13 */
export function ageOfConsent(country: string | null, day: string): { age: number; source: string } {
  const rowsOf = (place: string) => AGES.filter((row) => row.country === place && row.from <= day);
  const own = country ? [...rowsOf(country.slice(0, 2)), ...(country.length > 2 ? rowsOf(country) : [])] : [];
  return own.at(-1) ?? STRICTEST;
}

/**
 * The age somebody has for certain on a day, when only the year of birth is known: the birthday may still come.
 *
 * @example leastAge(2012, '2026-06-01') // 13
 */
export function leastAge(birthYear: number, day: string): number {
  return Number(day.slice(0, 4)) - birthYear - 1;
}

/** Below this age sale or sharing needs an opt-in in California; below 13 it has to come from a guardian. Source: Civ. Code 1798.120(c). */
export const SALE_OPT_IN_BELOW = 16;
export const SALE_GUARDIAN_BELOW = 13;

/** Places where nothing of a person known to be younger is sold, shared or used for targeted advertising, consent or not. */
const NEVER_BELOW: readonly { country: string; from: string; age: number; source: string }[] = [
  { country: 'US-CT', from: '2024-10-01', age: 18, source: 'Conn. Gen. Stat. 42-529a' },
  { country: 'US-DE', from: '2025-01-01', age: 18, source: '6 Del. C. 12D-106' },
  { country: 'US-MD', from: '2025-10-01', age: 18, source: 'Md. Code, Com. Law 14-4707' },
];

/** The age below which sale is closed whatever was said; null where an answer can open it. */
export function neverBelow(country: string | null, day: string): { age: number; source: string } | null {
  return NEVER_BELOW.find((row) => row.country === country && row.from <= day) ?? null;
}
