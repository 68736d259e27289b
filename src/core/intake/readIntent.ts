import type { Language } from '../letters/mailings';
import { reason } from '../shared/reason';
import type { Reason } from '../words/reasons';
import type { Right } from '../requests/rights';

export interface Intent {
  /** Null: nothing in it says that a right is exercised. */
  right: Right | null;
  language: Language;
  reasons: Reason[];
}

type Signs = Partial<Record<Language, readonly string[]>>;

// Ways in which people really put it; a piece of a word stands for its forms. The first right in this order wins a tie.
const SIGNS: readonly [Right, Signs][] = [
  [
    'erasure',
    {
      en: [
        'erase my',
        'delete my',
        'delete all',
        'forget me',
        'right to be forgotten',
        'remove my data',
        'remove all my',
        'close my account',
      ],
      da: [
        'slet mine',
        'slette mine',
        'slet min',
        'slettet mine',
        'glemme mig',
        'retten til at blive glemt',
        'fjern mine',
      ],
      de: [
        'löschen sie',
        'löschung meiner',
        'meine daten löschen',
        'daten zu löschen',
        'recht auf vergessen',
        'vergessen werden',
      ],
      nl: [
        'verwijder mijn',
        'gegevens verwijderen',
        'gegevens te verwijderen',
        'gegevens te wissen',
        'wis mijn',
        'vergeten te worden',
      ],
    },
  ],
  [
    'access',
    {
      en: [
        'copy of my data',
        'what data you',
        'what you have about me',
        'what do you hold',
        'access to my',
        'subject access',
        'information you hold',
        'data you have about me',
        'article 15',
      ],
      da: ['indsigt', 'hvilke oplysninger', 'kopi af mine', 'hvad i har om mig', 'hvad i ved om mig'],
      de: ['auskunft', 'kopie meiner', 'welche daten', 'was sie über mich'],
      nl: ['inzage', 'kopie van mijn', 'welke gegevens', 'wat u over mij'],
    },
  ],
  [
    'portability',
    {
      en: ['portab', 'machine-readable', 'machine readable', 'take my data', 'transfer my data'],
      da: ['dataportabilitet', 'maskinlæsbar'],
      de: ['datenübertragbarkeit', 'maschinenlesbar'],
      nl: ['overdraagbaarheid', 'machineleesbaar', 'overdragen van mijn'],
    },
  ],
  [
    'rectification',
    {
      en: ['correct my', 'is wrong', 'is misspelled', 'update my address', 'rectif'],
      da: ['ret mine', 'berigtig', 'er forkert', 'ret min'],
      de: ['berichtig', 'ist falsch', 'korrigieren'],
      nl: ['rectific', 'corrigeer', 'is onjuist', 'klopt niet'],
    },
  ],
  [
    'restriction',
    {
      en: ['restrict the use', 'restrict processing', 'restriction of processing', 'stop processing'],
      da: ['begræns'],
      de: ['einschränkung der verarbeitung', 'verarbeitung einschränken'],
      nl: ['beperking van de verwerking', 'beperk'],
    },
  ],
  [
    'opt-out',
    { en: ['do not sell', 'don’t sell', "don't sell", 'opt out of the sale', 'sharing my data', 'stop selling'] },
  ],
  ['limit', { en: ['limit the use of my sensitive', 'limit use of sensitive'] }],
  [
    'withdrawal',
    {
      en: ['withdraw my consent', 'withdraw consent', 'unsubscribe', 'take back my consent'],
      da: ['trækker mit samtykke', 'trække mit samtykke', 'tilbagetræk', 'afmeld'],
      de: ['widerrufe', 'einwilligung widerrufen', 'abmelden', 'abbestellen'],
      nl: ['toestemming intrekken', 'trek mijn toestemming', 'afmelden', 'uitschrijven'],
    },
  ],
  [
    'objection',
    {
      en: ['i object', 'object to', 'stop sending me advert', 'no more advertising', 'stop marketing'],
      da: ['indsigelse', 'ikke flere reklamer', 'gør indsigelse'],
      de: ['widerspreche', 'widerspruch', 'keine werbung'],
      nl: ['bezwaar', 'geen reclame'],
    },
  ],
  [
    'automated-decision',
    {
      en: ['automated decision', 'decided by a computer', 'human to look at'],
      da: ['automatisk afgørelse', 'automatiske afgørelser'],
      de: ['automatisierte entscheidung'],
      nl: ['geautomatiseerde besluit'],
    },
  ],
];

// Small words that a message of any length holds.
const COMMON: Readonly<Record<Language, readonly string[]>> = {
  en: ['the', 'and', 'you', 'my', 'please', 'have', 'would', 'with', 'about', 'dear'],
  da: ['jeg', 'og', 'ikke', 'mine', 'venligst', 'hej', 'kære', 'gerne', 'mig', 'har'],
  de: ['ich', 'und', 'nicht', 'bitte', 'meine', 'sehr', 'guten', 'sie', 'mich', 'habe'],
  nl: ['ik', 'en', 'niet', 'mijn', 'graag', 'geachte', 'van', 'een', 'heb', 'u'],
};

/** The language a text is most likely written in, by its small words; English where nothing speaks for another. */
export function guessLanguage(text: string): Language {
  const words = text.toLocaleLowerCase().match(/\p{L}+/gu) ?? [];
  let best: Language = 'en';
  let most = 0;
  for (const language of Object.keys(COMMON) as Language[]) {
    const count = words.filter((word) => COMMON[language].includes(word)).length;
    if (count > most) [best, most] = [language, count];
  }
  return best;
}

/** What the sender wrote, without the lines they quote. */
export function ownWords(text: string): string {
  const lines = text.split('\n');
  const quoteFrom = lines.findIndex(
    (line) =>
      /^(on|am|den|op) .{4,120}(wrote|schrieb|skrev|schreef).{0,80}:$/i.test(line.trim()) ||
      /^-{3,} ?(original|ursprüng|oprind|oorspronk)/i.test(line.trim()),
  );
  return lines
    .slice(0, quoteFrom < 0 ? undefined : quoteFrom)
    .filter((line) => !line.startsWith('>'))
    .join('\n')
    .trim();
}

/**
 * Which right a message exercises, proposed from how people put it in four languages. A proposal only: a colleague confirms.
 * Nobody has to name the right they exercise (EDPB Guidelines 01/2022 on access, no. 47).
 *
 * @example readIntent('Hej', 'Slet mine oplysninger, tak').right // 'erasure'
 */
export function readIntent(subject: string, text: string): Intent {
  const words = `${subject}\n${ownWords(text)}`.toLocaleLowerCase().replace(/\s+/g, ' ');
  const language = guessLanguage(words);
  let best: { right: Right; signs: string[] } | null = null;
  for (const [right, byLanguage] of SIGNS) {
    const signs = Object.values(byLanguage)
      .flat()
      .filter((sign) => words.includes(sign));
    if (signs.length > (best?.signs.length ?? 0)) best = { right, signs };
  }
  if (!best) return { right: null, language, reasons: [reason({ code: 'no-sign' })] };
  return {
    right: best.right,
    language,
    reasons: best.signs.map((sign) => reason({ code: 'sign', sign, right: best.right })),
  };
}
