import { regimeById, type Laws } from '../clock/regimes';
import { SHIPPED_LAWS } from '../clock/shippedLaws';
import type { Day } from '../shared/days';
import { wordsOf } from './frame';
import { languageOf } from './mailings';

/** What a person can still do, by the kind of the law. */
export type RemedyKind = 'uk' | 'uk-complaint' | 'california' | 'state' | 'state-appeal' | 'authority';

function kindOf(law: { id: string; place: { country: string }; appeal: unknown }): RemedyKind {
  const hasOwnAppeal = law.appeal !== null && law.appeal !== 'authority';
  if (law.id === 'us-ca') return 'california';
  if (law.place.country === 'US') return hasOwnAppeal ? 'state-appeal' : 'state';
  if (law.place.country === 'GB') return hasOwnAppeal ? 'uk-complaint' : 'uk';
  return 'authority';
}

/**
 * The remedies under every law that binds a request, each named once, in the language of the letter.
 *
 * @param authority of the organisation's own country, by name
 * @param on day of receipt
 */
export function remediesOf(
  facts: { language: string | null; regimes: readonly string[]; authority: string; on?: Day },
  laws: Laws = SHIPPED_LAWS,
): string {
  const words = wordsOf(facts.language);
  const said = facts.regimes.map((id) => {
    const law = id === 'eu-gdpr' ? null : regimeById(id, facts.on, laws);
    if (!law) return words.remedies(facts.authority);
    // In English the row's own words stand, which an organisation may have changed.
    return languageOf(facts.language) === 'en' ? law.remedies : words.remediesElsewhere[kindOf(law)];
  });
  return [...new Set(said)].join(' ');
}
