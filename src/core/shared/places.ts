/** Whether a name is one of a time zone. @example isZone('Europe/Copenhagen') // true */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

/** Whether it is a country of ISO 3166-1, by its two letters. */
export function isCountry(country: string): boolean {
  return (
    /^[A-Z]{2}$/.test(country) &&
    new Intl.DisplayNames('en', { type: 'region', fallback: 'none' }).of(country) !== undefined
  );
}
