import { isNecessary, type TrackerWords } from './trackerWords';
import { KEPT_KINDS, WATCHED_KINDS, type Phase, type Sighting } from './trackers';

export type FindingCode =
  'before-answer' | 'after-no' | 'not-described' | 'lives-longer' | 'sale-not-tied' | 'reads-forms';

export interface Finding {
  code: FindingCode;
  /** What it means and what to do. */
  about: string;
}

export interface Seen extends Sighting {
  phases: readonly Phase[];
}

/** What a site holds back by address, with the purposes that let it through. */
export interface Tied {
  held: readonly { part: string; purposes: readonly string[] }[];
  /** Purposes by which data is sold or shared. */
  sale: readonly string[];
}

const ABOUT: Readonly<Record<FindingCode, string>> = {
  'before-answer':
    'It is there before anybody has answered. Hold it back by its mark-up (data-needs) or by its address (ePrivacy Directive art. 5(3)).',
  'after-no':
    'It is there although the answer was no. Hold it back, or take it off the pages (ePrivacy Directive art. 5(3)).',
  'not-described':
    'Nobody has said whose it is and what for, so that nobody can agree to it (GDPR art. 13; art. 4(11)).',
  'lives-longer':
    'It stays longer than is said of it (GDPR art. 13(2)(a)). Shorten it, or say how long it really stays.',
  'sale-not-tied':
    'It sells or shares, and an opt-out does not stop it. Hold its address back for a purpose of sale (Cal. Civ. Code 1798.120).',
  'reads-forms':
    'A script of somebody else reads what visitors do or type. No choice on a panel stops a script that is there: take it off these pages.',
};

const WATCHED = new Set<string>(WATCHED_KINDS);
const KEPT = new Set<string>(KEPT_KINDS);

/**
 * What is wrong about something that a scan saw, the worst first. What is necessary may be there before an answer; what reads forms
 * never counts as that.
 *
 * @param words what is known of it; null: nothing
 */
export function findingsOf(seen: Seen, words: TrackerWords | null, { held, sale }: Tied): Finding[] {
  const codes: FindingCode[] = [];
  const watches = WATCHED.has(seen.kind);
  if (watches) codes.push('reads-forms');
  const isFree = words !== null && isNecessary(words.use) && !watches;
  if (!isFree && seen.phases.includes('before')) codes.push('before-answer');
  if (!isFree && seen.phases.includes('no')) codes.push('after-no');
  const isTied = held.some(
    ({ part, purposes }) => part.includes(seen.host) && purposes.some((purpose) => sale.includes(purpose)),
  );
  if (words?.isSale && !isTied && (seen.phases.includes('before') || seen.phases.includes('no')))
    codes.push('sale-not-tied');
  if (!words) codes.push('not-described');
  if (words?.keepsDays != null && KEPT.has(seen.kind) && (seen.livesDays ?? 0) > words.keepsDays)
    codes.push('lives-longer');
  return codes.map((code) => ({ code, about: ABOUT[code] }));
}
