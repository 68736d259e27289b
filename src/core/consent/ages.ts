/**
 * From which age a child can consent to a service of the information society alone, by country and day.
 * Source: GDPR art. 8(1) with the national acts; COPPA (15 U.S.C. 6501) for the United States.
 */
const AGES: readonly { country: string; from: string; age: number; source: string }[] = [
  { country: 'DK', from: '2018-05-25', age: 13, source: 'databeskyttelsesloven § 6(2)' },
  { country: 'DK', from: '2024-01-01', age: 15, source: 'databeskyttelsesloven § 6(2), as amended' },
  { country: 'DE', from: '2018-05-25', age: 16, source: 'GDPR art. 8(1)' },
  { country: 'NL', from: '2018-05-25', age: 16, source: 'UAVG art. 5' },
  { country: 'IE', from: '2018-05-25', age: 16, source: 'Data Protection Act 2018, s. 31' },
  { country: 'GB', from: '2018-05-25', age: 13, source: 'Data Protection Act 2018, s. 9' },
  { country: 'AT', from: '2018-05-25', age: 14, source: 'DSG § 4(4)' },
  { country: 'BE', from: '2018-09-05', age: 13, source: 'Act of 30 July 2018, art. 7' },
  { country: 'ES', from: '2018-12-07', age: 14, source: 'LOPDGDD art. 7' },
  { country: 'FR', from: '2018-06-22', age: 15, source: 'Loi 78-17, art. 45' },
  { country: 'IT', from: '2018-09-19', age: 14, source: 'Codice privacy art. 2-quinquies' },
  { country: 'SE', from: '2018-05-25', age: 13, source: 'SFS 2018:218, 2 kap. 4 §' },
  { country: 'FI', from: '2019-01-01', age: 13, source: 'tietosuojalaki 5 §' },
  { country: 'US', from: '2000-04-21', age: 13, source: '15 U.S.C. 6501' },
];

/** Where nothing better is known: the highest age the regulation allows. */
const STRICTEST = { age: 16, source: 'GDPR art. 8(1)' };

/** The age of consent in a country on a day. @example ageOfConsent('DK', '2023-06-01').age // 13 */
export function ageOfConsent(country: string | null, day: string): { age: number; source: string } {
  const place = country?.slice(0, 2) ?? null;
  const rows = AGES.filter((row) => row.country === place && row.from <= day);
  return rows.at(-1) ?? STRICTEST;
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
