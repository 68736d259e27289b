import type { Detector } from '../types';

const words = (...list: string[]) => new RegExp(String.raw`(?<![\p{L}])(?:${list.join('|')})(?![\p{L}])`, 'giu');

/** Words that say something of the special categories of GDPR art. 9, in four languages, and of legal privilege. A sign, no proof. */
export const SPECIAL: readonly Detector[] = [
  { id: 'health-words', kind: 'health', score: 0.6, pattern: words('allerg(?:y|ies|ic|i|isk|ie|isch|ien|ieën)', 'asthma', 'astma', 'diabet(?:es|ic|iker|isk)', 'epilep(?:sy|si|sie|tic)', 'diagnos(?:is|e|ed|en)', 'medication', 'medicin', 'medikament(?:e)?', 'medicatie', 'insulin', 'asthmaspray', 'inhaler', 'inhalator', 'hospital(?:ised|ized)?', 'krankenhaus', 'ziekenhuis', 'sygehus', 'surgery', 'injur(?:y|ies|ed)', 'concussion', 'fracture', 'brækket', 'gebrochen', 'pregnan(?:t|cy)', 'gravid', 'schwanger', 'zwanger', 'disabilit(?:y|ies)', 'handicap', 'behinderung', 'depression', 'anxiety', 'cancer', 'kræft', 'krebs', 'kanker', 'adhd', 'autis(?:m|tic|me)', 'sygdom', 'krankheit', 'ziekte') },
  { id: 'religion-words', kind: 'religion', score: 0.5, pattern: words('muslim', 'jewish', 'jøde', 'jude', 'joods', 'catholic', 'katolik', 'katholisch', 'katholiek', 'protestant', 'hindu', 'buddhis(?:t|me)', 'halal', 'kosher', 'koscher', 'ramadan', 'konfirmation', 'baptis(?:m|ed)', 'atheist') },
  { id: 'union-words', kind: 'union', score: 0.6, pattern: words('trade union', 'union member(?:ship)?', 'fagforening', 'tillidsrepræsentant', 'gewerkschaft(?:smitglied)?', 'betriebsrat', 'vakbond(?:slid)?') },
  { id: 'origin-words', kind: 'ethnic-origin', score: 0.5, pattern: words('ethnic(?:ity)?', 'etnisk', 'ethnische', 'etniciteit', 'race(?:s)? or origin', 'roma', 'sámi', 'samisk') },
  { id: 'political-words', kind: 'political-opinion', score: 0.5, pattern: words('party member(?:ship)?', 'partimedlem', 'parteimitglied', 'partijlid', 'voted for', 'stemte på') },
  { id: 'sexual-words', kind: 'sexual-life', score: 0.5, pattern: words('sexual orientation', 'seksuel orientering', 'sexuelle orientierung', 'homosexual', 'homoseksuel', 'homosexuell', 'homoseksueel', 'lesbian', 'lesbisk', 'bisexual', 'transgender') },
  { id: 'biometric-words', kind: 'biometric', score: 0.5, pattern: words('fingerprint', 'fingeraftryk', 'fingerabdruck', 'vingerafdruk', 'face recognition', 'ansigtsgenkendelse', 'gesichtserkennung', 'iris scan', 'dna (?:test|profile|profil)') },
  { id: 'privilege-words', kind: 'legal-advice', score: 0.6, pattern: words('legally privileged', 'attorney[- ]client', 'without prejudice', 'privileged and confidential', 'legal advice', 'our (?:solicitor|lawyer|attorney)', 'vores advokat', 'advokatkorrespondance', 'unser anwalt', 'anwaltskorrespondenz', 'onze advocaat') },
];

/** Names where letters name people: greeting, signature, author of a quotation. */
export const NAMES: readonly Detector[] = [
  { id: 'name-greeting', kind: 'person-name', score: 0.6, hint: /dear|hello|hi |hej|kære|hallo|liebe|sehr|beste|geachte/i, pattern: /(?:^|\n)[> ]{0,6}(?:Dear|Hello|Hi|Hej|Kære|Hallo|Liebe|Lieber|Sehr geehrter? (?:Frau|Herr)|Beste|Geachte (?:heer|mevrouw)) (?<value>\p{Lu}[\p{L}'’-]{1,30}(?: (?:(?:van|de|der|den|von|af|ter) ){0,2}\p{Lu}[\p{L}'’-]{1,30}){0,3})(?=[,!\n])/gu },
  { id: 'name-signature', kind: 'person-name', score: 0.65, hint: /regards|hilsen|grüße|gruß|groet|sincerely|cheers/i, pattern: /(?:regards|hilsen|grüßen|grüße|gruß|groeten|groet|sincerely|cheers),?\s{1,4}[> ]{0,6}(?<value>\p{Lu}[\p{L}'’-]{1,30}(?: (?:(?:van|de|der|den|von|af|ter) ){0,2}\p{Lu}[\p{L}'’-]{1,30}){1,3})(?=\s|$)/gu },
  { id: 'name-quoted', kind: 'person-name', score: 0.75, hint: /wrote|skrev|schrieb|schreef/, pattern: /(?:^|\n)[> ]{0,6}(?:On|Den|Am|Op)\s[^\n]{4,70}?(?:,|\s)\s?(?<value>\p{Lu}[\p{L}.'’-]{1,30}(?: [\p{Lu}\p{Ll}][\p{L}.'’-]{1,30}){1,3})(?=\s{0,2}(?:<[^>\n]{0,60}>)?\s{0,2}(?:wrote|skrev|schrieb|schreef)\s{0,2}:)/gu },
  { id: 'name-titled', kind: 'person-name', score: 0.55, hint: /mrs?|ms|herr|frau|fru|hr|dr|mevr/i, pattern: /(?<![\p{L}])(?:Mr|Mrs|Ms|Dr|Herr|Frau|Fru|Hr|Dhr|Mevr)\.? (?<value>\p{Lu}[\p{L}'’-]{1,30}(?: (?:(?:van|de|der|den|von|af|ter) ){0,2}\p{Lu}[\p{L}'’-]{1,30}){0,2})/gu },
];
