import type { PurposeKind } from '../ledger/types';

// Whether a question is a fair one, from its words and from what it is about. What has to be measured on the page it is shown on
// (size, contrast, distance) is not here.

export type Finding =
  /** An answer is taken that nobody gave: by going on, by ordering, by a tick that was there. */
  | { code: 'no-act'; language: string; words: string }
  /** Whoever agrees has to take something away. */
  | { code: 'pre-ticked'; language: string; words: string }
  /** Something else depends on it. */
  | { code: 'depends'; language: string; words: string }
  /** It is not offered as a choice at all. */
  | { code: 'not-a-choice'; purpose: string; kind: PurposeKind }
  /** Words that say nothing of what is done. */
  | { code: 'vague'; language: string; words: string }
  | { code: 'double-negative'; language: string; words: string }
  | { code: 'no-way-back'; language: string }
  | { code: 'several-purposes'; count: number }
  | { code: 'language-missing'; language: string }
  | { code: 'too-long'; language: string; words: number }
  | { code: 'hurry'; language: string; words: string };

export interface Fairness {
  /** They block publishing. */
  faults: Finding[];
  /** They need a reason. */
  doubts: Finding[];
}

type Signs = Readonly<Record<string, readonly RegExp[]>>;

const NO_ACT: Signs = {
  en: [
    /by (continuing|using|visiting|ordering|scrolling|browsing|closing)[^.]*\b(agree|consent|accept)/i,
    /by (submitting|signing up|clicking (next|order|buy))[^.]*\b(agree|consent|accept)/i,
    /\b(agree|consent|accept)\w* by (continuing|using|ordering)/i,
    /unless you (object|tell us|opt out|say otherwise)/i,
  ],
  da: [
    /ved at (fortsætte|bruge|besøge|bestille|scrolle|tilmelde)[^.]*(accepter|samtykke|godkend)/i,
    /medmindre du (siger nej|giver besked|fravælger)/i,
  ],
  de: [
    /(durch|mit|indem)[^.]*(nutzung|fortsetzung|bestellung)[^.]*(zu\b|einverstanden|einwillig|akzeptier)/i,
    /(durch|mit|indem)[^.]*(weitersurfen|fortfahren|weiterhin)[^.]*(zu\b|einverstanden|einwillig|akzeptier)/i,
    /sofern sie nicht widersprechen/i,
  ],
  nl: [
    /door (verder te|gebruik|te bestellen|te bezoeken|door te)[^.]*(akkoord|toestemming|accepteer)/i,
    /tenzij u (bezwaar|laat weten)/i,
  ],
};
const PRE_TICKED: Signs = {
  en: [
    /\b(un-?tick|un-?check|clear|remove the tick|remove the check)\b/i,
    /tick (here |this box )?if you (do not|don.t|would rather not)/i,
  ],
  da: [/fjern (krydset|fluebenet|markeringen)/i, /sæt kryds,? hvis du ikke/i],
  de: [
    /(haken|häkchen|kreuz) (entfernen|weg)/i,
    /entfernen sie (den haken|das häkchen|das kreuz)/i,
    /ankreuzen,? wenn sie (keine|nicht)/i,
    /kreuzen sie (hier )?an,? wenn sie (keine|nicht)/i,
  ],
  nl: [/haal het vinkje weg/i, /vink (dit )?(uit|aan als u (geen|niet))/i],
};
const DEPENDS: Signs = {
  en: [
    /(required|necessary|needed|must (agree|accept|consent))[^.]*(order|continue|account|register|take part|use (the|this|our))/i,
    /(cannot|can.t|not possible to) (order|continue|register|take part|go on)[^.]*without/i,
    /in (exchange|return) for your (consent|data)/i,
  ],
  da: [
    /(nødvendigt|påkrævet|skal (acceptere|give samtykke))[^.]*(for at (bestille|fortsætte|oprette|deltage))/i,
    /kan ikke (bestille|fortsætte|deltage)[^.]*uden/i,
  ],
  de: [
    /(erforderlich|notwendig|müssen)[^.]*(um (zu bestellen|fortzufahren|teilzunehmen)|für die (bestellung|teilnahme))/i,
    /ohne (ihre )?(zustimmung|einwilligung)[^.]*(nicht möglich|nicht bestellen)/i,
  ],
  nl: [
    /(verplicht|noodzakelijk|moet)[^.]*(om te (bestellen|door te gaan)|voor uw bestelling)/i,
    /zonder (uw )?toestemming[^.]*(niet|geen)/i,
  ],
};
const VAGUE: Signs = {
  en: [
    /improve (your|the|our)( \w+)? experience/i,
    /(enhance|personali[sz]e) your experience/i,
    /(various|other|similar|business|marketing|certain) purposes/i,
    /(selected|trusted|carefully chosen|third)[ -](partners|parties)/i,
    /and (much )?more\b/i,
    /stay in touch/i,
  ],
  da: [
    /forbedre (din|vores) oplevelse/i,
    /(forskellige|andre|lignende) formål/i,
    /(udvalgte|betroede) (partnere|samarbejdspartnere)/i,
    /tredjeparter?/i,
    /og meget mere/i,
  ],
  de: [
    /(ihr|unser)( \w+)? (erlebnis|nutzererlebnis) (zu )?verbessern/i,
    /(verschiedene|andere|ähnliche|weitere) zwecke/i,
    /(ausgewählte|vertrauenswürdige) (n )?partner/i,
    /ausgewählten? partnern?/i,
    /dritte[nr]?\b/i,
    /und vieles mehr/i,
  ],
  nl: [
    /(uw|onze) ervaring (te )?verbeteren/i,
    /(diverse|andere|vergelijkbare) doeleinden/i,
    /(geselecteerde|vertrouwde) partners/i,
    /derden/i,
    /en nog veel meer/i,
  ],
};
const DOUBLE: Signs = {
  en: [/\b(do not|don.t|never|not)\b[^.?!]{0,60}\b(not|no longer|stop|without|opt out|refuse|decline)\b/i],
  da: [/\bikke\b[^.?!]{0,60}\b(ikke|uden|undlad|fravælg)/i],
  de: [/\b(nicht|keine?)\b[^.?!]{0,60}\b(nicht|ohne|ablehn|widersprech|verzicht)/i],
  nl: [/\b(niet|geen)\b[^.?!]{0,60}\b(niet|zonder|weiger|afmeld)/i],
};
const WAY_BACK: Signs = {
  en: [
    /\b(stop|withdraw|unsubscribe|change (your mind|it|this|that|them)|take (it|this) back)\b/i,
    /\b(at any time|whenever you (like|want)|switch (it|them) off|say no later)\b/i,
  ],
  da: [/stoppe|sig(e)? (stop|fra)|afmeld|trække|når som helst|fortryde|ændre/i],
  de: [/jederzeit|abbestell|widerruf|stopp|abmeld|zurücknehm|ändern/i],
  nl: [/altijd|stoppen|afmeld|intrekken|op elk moment|stop zeggen|wijzigen/i],
};
const HURRY: Signs = {
  en: [
    /\b(only today|last chance|don.t miss|hurry|before it.s too late|everyone else)\b/i,
    /no,? (thanks,? )?i (don.t|do not) (like|want|care)/i,
  ],
  da: [/kun i dag|sidste chance|gå ikke glip|skynd dig/i],
  de: [/nur heute|letzte chance|verpassen sie nicht|beeilen/i],
  nl: [/alleen vandaag|laatste kans|mis het niet|haast u/i],
};

/** A question that is longer than this is not read. */
const MOST_WORDS = 90;

function first(signs: Signs, language: string, text: string): string | null {
  for (const sign of signs[language] ?? []) {
    const found = sign.exec(text);
    if (found) return found[0].trim().slice(0, 80);
  }
  return null;
}

/** Kinds of purposes that nobody is asked for: they hold without a yes, or would be refused in vain. */
const NOT_ASKED: readonly PurposeKind[] = ['necessary', 'legitimate-interest'];

interface Question {
  words: Readonly<Record<string, string>>;
  purposes: readonly { id: string; kind: PurposeKind }[];
  /** Each purpose has a box of its own beside these words. */
  hasBoxes: boolean;
  /** Languages in which the organisation asks. */
  languages: readonly string[];
}

/**
 * Faults and doubts of a question.
 *
 * Source: GDPR art. 4(11), 7; EDPB Guidelines 05/2020 and 03/2022; ePrivacy directive art. 5(3). Each finding's law is in its words.
 */
export function fairness({ words, purposes, hasBoxes, languages }: Question): Fairness {
  const found: Fairness = { faults: [], doubts: [] };
  for (const { id, kind } of purposes)
    if (NOT_ASKED.includes(kind)) found.faults.push({ code: 'not-a-choice', purpose: id, kind });
  if (purposes.length > 1 && !hasBoxes) found.faults.push({ code: 'several-purposes', count: purposes.length });
  for (const language of languages)
    if (!words[language]?.trim()) found.faults.push({ code: 'language-missing', language });
  for (const [language, text] of Object.entries(words)) {
    if (!text.trim()) continue;
    ofText(found, language, text);
  }
  return found;
}

function ofText(found: Fairness, language: string, text: string): void {
  const say = (
    list: Finding[],
    signs: Signs,
    code: 'no-act' | 'pre-ticked' | 'depends' | 'vague' | 'double-negative' | 'hurry',
  ) => {
    const sign = first(signs, language, text);
    if (sign) list.push({ code, language, words: sign });
    return sign !== null;
  };
  const isUnticked = say(found.faults, PRE_TICKED, 'pre-ticked');
  say(found.faults, NO_ACT, 'no-act');
  say(found.faults, DEPENDS, 'depends');
  say(found.faults, HURRY, 'hurry');
  say(found.doubts, VAGUE, 'vague');
  // Whoever is to take a tick away was told so already; a way back is no denial.
  if (!isUnticked) doubleNegative(found, language, text);
  if (!(WAY_BACK[language] ?? []).some((sign) => sign.test(text))) found.doubts.push({ code: 'no-way-back', language });
  const count = text.trim().split(/\s+/).length;
  if (count > MOST_WORDS) found.doubts.push({ code: 'too-long', language, words: count });
}

/** Says that somebody is able to. */
const ABLE: Readonly<Record<string, RegExp>> = {
  en: /\b(can|may|any ?time|whenever)\b/i,
  da: /\bkan\b|når som helst/i,
  de: /\b(kann|können|jederzeit)\b/i,
  nl: /\b(kan|kunt|altijd)\b/i,
};

/** Within a sentence; the one that says that it can be stopped says no twice of necessity. */
function doubleNegative(found: Fairness, language: string, text: string): void {
  for (const sentence of text.split(/(?<=[.?!;:])\s+/)) {
    if (ABLE[language]?.test(sentence)) continue;
    const sign = first(DOUBLE, language, sentence);
    if (sign) return void found.doubts.push({ code: 'double-negative', language, words: sign });
  }
}
