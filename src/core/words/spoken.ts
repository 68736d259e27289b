import type { SpokenWords } from '../asks/snippet';
import type { Language } from '../letters/mailings';

/** What stands around an ask on paper, and is said with it at a counter. */
export const SPOKEN_WORDS: Readonly<Record<Language, SpokenWords>> = {
  en: {
    read: 'Read this out as it stands, or give this sheet to the person. Do not answer for them.',
    yes: 'yes',
    no: 'no',
    silence: 'Whoever says nothing, or hesitates, has said no. It can be changed at any time; tell them how.',
    name: 'Name',
    reach: 'E-mail or telephone',
    day: 'Day',
    reference: 'Ask, version, language',
  },
  da: {
    read: 'Læs dette højt, som det står, eller giv arket til personen. Svar ikke for dem.',
    yes: 'ja',
    no: 'nej',
    silence: 'Den, der ikke siger noget eller tøver, har sagt nej. Det kan altid ændres; fortæl hvordan.',
    name: 'Navn',
    reach: 'E-mail eller telefon',
    day: 'Dag',
    reference: 'Spørgsmål, version, sprog',
  },
  de: {
    read: 'Lesen Sie dies vor, wie es dasteht, oder geben Sie der Person dieses Blatt. Antworten Sie nicht für sie.',
    yes: 'ja',
    no: 'nein',
    silence: 'Wer nichts sagt oder zögert, hat Nein gesagt. Es kann jederzeit geändert werden; sagen Sie, wie.',
    name: 'Name',
    reach: 'E-Mail oder Telefon',
    day: 'Tag',
    reference: 'Frage, Version, Sprache',
  },
  nl: {
    read: 'Lees dit voor zoals het er staat, of geef dit blad aan de persoon. Antwoord niet voor hen.',
    yes: 'ja',
    no: 'nee',
    silence: 'Wie niets zegt of aarzelt, heeft nee gezegd. Het kan altijd worden veranderd; vertel hoe.',
    name: 'Naam',
    reach: 'E-mail of telefoon',
    day: 'Dag',
    reference: 'Vraag, versie, taal',
  },
};
