import { isAlsoWord, isFamilyName, isGivenName } from './gazetteer';
import type { Detector } from './types';

const WORD = String.raw`(?:\p{Lu}['’]?(?:\p{Ll}|\p{Lu}){1,24}(?:-\p{Lu}\p{L}{1,24})?)`;
const INITIAL = String.raw`\p{Lu}\.`;
const SMALL =
  String.raw`(?:van der|van den|van de|van|von der|von|vom|zu|de la|de las|de los|del|de|der|den|du|des` +
  String.raw`|af|ter|ten|di|da|dos|la|le|y)`;
const TITLE =
  /^(?:mr|mrs|ms|miss|dr|prof|sir|hr|fru|frk|herr|frau|dhr|mevr|mw|mme|mlle|monsieur|madame|sr|sra|srta|don|doña|señor|señora)\.?$/iu;

/** What follows a name and makes it one of a firm, a place or a thing. */
const NO_PERSON = new RegExp(
  String.raw`^(?:[ \t]+(?:&|og|und|en|et|and)[ \t]+(?:Co|Sons|Söhne|Sønner)\b|[ \t]+(?:A\/S|ApS|GmbH|AG|KG` +
    String.raw`|Ltd|Limited|Inc|LLC|B\.?V\.?|N\.?V\.?|S\.?A\.?|S\.?L\.?|SARL|Hospital|Skole|School|Schule` +
    String.raw`|University|Universität|Universitet|Institut|Stiftung|Fond|Gade|Vej|Allé|Straße|Strasse|Straat` +
    String.raw`|Street|Road|Avenue|Platz|Plads|Park|Stadium)\b)`,
  'u',
);
/** Words that stand capitalised beside a name and are none. */
const NOT_IN_NAME = new RegExp(
  String.raw`^(?:Dear|Hello|Hi|Hej|Kære|Hallo|Liebe|Lieber|Beste|Geachte|Bonjour|Chère|Cher|Hola|Estimad[oa]` +
    String.raw`|Querid[oa]|The|This|That|When|Where|Please|Thanks|Thank|Regards|From|To|Subject|Re|Monday` +
    String.raw`|Tuesday|Wednesday|Thursday|Friday|Saturday|Sunday|January|February|March|April|May|June|July` +
    String.raw`|August|September|October|November|December|Der|Die|Das|Ein|Eine|Wir|Ich|Sie|Er|Es|Und|Mit|Von` +
    String.raw`|Für|Auf|Den|Det|Vi|Jeg|Og|Men|Fra|Til|Med|Het|Een|Wij|Ik|Les|Le|La|Un|Une|Nous|Je|El|Los|Las` +
    String.raw`|Una|Con|Para|Our|Your|My|His|Her|In|On|At|By|For|And|But|If|It|We|You|They|He|She|Customer` +
    String.raw`|Kunde|Klant|Client|Cliente|Order|Team|Support|Service|Herr|Frau)$`,
  'u',
);
/** German nouns are written with capitals: these endings are no family names. */
const NOUN =
  /(?:ung|heit|keit|schaft|tion|tät|nummer|adresse|rechnung|bestellung|lieferung|konto|karte|termin|anfrage|vertrag)$/iu;

const words = (value: string) => value.split(/[\s,]+/).filter((word) => /^\p{Lu}/u.test(word));

/** A given name that people have, then a family name, known or not; what else is capitalised is no name. */
function isFullName(value: string): boolean {
  const all = words(value).filter((word) => !TITLE.test(word));
  if (all.length < 2 || all.some((word) => NOT_IN_NAME.test(word))) return false;
  const full = all.filter((word) => !/^\p{Lu}\.$/u.test(word));
  const [first, last] = [full[0]!, full.at(-1)!];
  if (full.length < 2) return !isAlsoWord(last) && isFamilyName(last);
  if (NOUN.test(last) && !isFamilyName(last)) return false;
  if (isGivenName(first)) return isFamilyName(last) || (!isAlsoWord(first) && !isAlsoWord(last));
  return isFamilyName(last) && !isAlsoWord(last) && !isAlsoWord(first) && isGivenName(full[1]!);
}

/** A line of its own, such as under a letter: a family name that people have is enough, whatever stands before it. */
function isNameOnALine(value: string): boolean {
  const all = words(value);
  return (
    isFullName(value) ||
    (all.length < 4 &&
      !all.some((word) => NOT_IN_NAME.test(word) || NOUN.test(word)) &&
      isFamilyName(all.at(-1)!) &&
      !isAlsoWord(all.at(-1)!) &&
      !isAlsoWord(all[0]!))
  );
}

function isCommaName(value: string): boolean {
  const [family, given] = value.split(/,\s*/) as [string, string];
  return (
    !NOT_IN_NAME.test(family) &&
    isFamilyName(family.split(' ').at(-1)!) &&
    isGivenName(given.split(' ')[0]!) &&
    !isAlsoWord(given)
  );
}

/** An unknown word before a known family name, in the midst of a sentence. */
function isUnknownGiven(value: string): boolean {
  const all = words(value);
  const last = all.at(-1)!;
  return (
    all.length === 2 &&
    !all.some((word) => NOT_IN_NAME.test(word)) &&
    isFamilyName(last) &&
    !isAlsoWord(last) &&
    !isAlsoWord(all[0]!) &&
    !NOUN.test(all[0]!) &&
    !isFamilyName(all[0]!)
  );
}

const NOT_AFTER = String.raw`(?<![\p{L}\d@/._-])`;
const END = String.raw`(?![\p{L}\d@_]|[-/.][\p{L}\d])`;

/** Names anywhere in a text, by who people are called. */
export const PEOPLE: readonly Detector[] = [
  {
    id: 'name-full',
    kind: 'person-name',
    score: 0.7,
    pattern: new RegExp(
      String.raw`${NOT_AFTER}${WORD}(?:[ \t](?:${INITIAL}|${WORD})){0,2}(?:[ \t]${SMALL}){0,1}[ \t]${WORD}${END}`,
      'gu',
    ),
    isValid: isFullName,
    isFollowed: NO_PERSON,
  },
  {
    id: 'name-initials',
    kind: 'person-name',
    score: 0.6,
    pattern: new RegExp(String.raw`${NOT_AFTER}(?:${INITIAL}[ \t]?){1,3}(?:${SMALL}[ \t])?${WORD}${END}`, 'gu'),
    isValid: (value) => isFamilyName(words(value).at(-1)!),
    isFollowed: NO_PERSON,
  },
  {
    id: 'name-line',
    kind: 'person-name',
    score: 0.6,
    pattern: new RegExp(
      String.raw`(?:^|\n)[> \t]{0,6}(?<value>${WORD}(?:[ \t](?:${INITIAL}|${WORD})){0,2}(?:[ \t]${SMALL})?[ \t]${WORD}` +
        String.raw`)(?=[ \t]{0,4},?(?:\r?\n|$))`,
      'gu',
    ),
    isValid: isNameOnALine,
  },
  {
    id: 'name-comma',
    kind: 'person-name',
    score: 0.65,
    pattern: new RegExp(String.raw`${NOT_AFTER}${WORD},[ \t]?${WORD}(?:[ \t](?:${INITIAL}|${WORD}))?${END}`, 'gu'),
    isValid: isCommaName,
    isFollowed: NO_PERSON,
  },
  {
    id: 'name-family',
    kind: 'person-name',
    score: 0.5,
    pattern: new RegExp(String.raw`(?<=[\p{Ll},;:][ \t])${WORD}(?:[ \t]${SMALL})?[ \t]${WORD}${END}`, 'gu'),
    isValid: isUnknownGiven,
    isFollowed: NO_PERSON,
  },
];
