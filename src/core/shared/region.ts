/** Regions whose order of a day's parts we know: BCP 47 tags, the plain language for those without one of their own. */
export const REGIONS = [
  'en-GB',
  'en-US',
  'en-CA',
  'en-AU',
  'en-IE',
  'cs',
  'da',
  'de',
  'es',
  'fi',
  'fr',
  'it',
  'nb',
  'nl',
  'pl',
  'pt',
  'sv',
] as const;
export type Region = (typeof REGIONS)[number];

const NORWEGIAN = /^n[on](-|$)/i;

/** The region one tag means: itself, its language's, or for English without a country the British one. */
function regionOfTag(tag: string): Region | null {
  const wanted = tag.trim().replace(NORWEGIAN, 'nb$1').toLowerCase();
  const [language] = wanted.split('-');
  return (
    REGIONS.find((region) => region.toLowerCase() === wanted) ??
    REGIONS.find((region) => region === language) ??
    (language === 'en' ? 'en-GB' : null)
  );
}

/**
 * In whose order a reader writes a day.
 *
 * @param accepted the header of what their browser accepts (RFC 9110, 12.5.4), best first or with weights
 * @param language of the page, where it has one: its names of months are kept even if the browser prefers another
 */
export function regionOf(accepted: string | null, language?: string): Region {
  const tags = (accepted ?? '')
    .split(',')
    .map((part) => {
      const [tag = '', ...parameters] = part.split(';');
      const weight = parameters.map((one) => /^\s*q=([\d.]+)\s*$/.exec(one)?.[1]).find(Boolean);
      return { tag, weight: weight === undefined ? 1 : Number(weight) };
    })
    .filter(({ tag, weight }) => tag.trim() !== '' && weight > 0)
    .sort((a, b) => b.weight - a.weight);
  const regions = tags.flatMap(({ tag }) => regionOfTag(tag) ?? []);
  if (language === undefined) return regions[0] ?? 'en-GB';
  return regions.find((region) => region.split('-')[0] === language) ?? regionOfTag(language) ?? 'en-GB';
}
