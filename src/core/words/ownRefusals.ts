import type { TooManyRefusal } from '../access/refusals';
import type { ChangeRefusal, PageRefusal } from '../choicesPage/refusals';
import type { ProveRefusal } from '../identity/refusals';
import type { ConfirmRefusal } from '../ledger/refusals';
import type { Language } from '../letters/mailings';
import type { LinkRefusal } from '../packs/refusals';
import { sayRefusal } from './refusals';

/** What a person can be refused on a page of theirs. */
export type OwnRefusal = ChangeRefusal | ConfirmRefusal | LinkRefusal | PageRefusal | ProveRefusal | TooManyRefusal;

const LOST: Record<Language, string> = {
  en: 'We could not be reached. What you chose is still here; try again.',
  da: 'Vi kunne ikke nås. Det, du valgte, er her stadig; prøv igen.',
  de: 'Wir waren nicht zu erreichen. Ihre Eingaben sind noch da; versuchen Sie es noch einmal.',
  nl: 'We waren niet te bereiken. Wat u koos staat er nog; probeer het opnieuw.',
};

const NOT_AN_ADDRESS: Record<Language, string> = {
  en: 'This does not look like an e-mail address, such as mette@mail.example.',
  da: 'Det ligner ikke en e-mailadresse, som mette@mail.example.',
  de: 'Das sieht nicht nach einer E-Mail-Adresse aus, wie mette@mail.example.',
  nl: 'Dit lijkt geen e-mailadres, zoals mette@mail.example.',
};

type Local = Exclude<Language, 'en'>;

/** English is said as everywhere; the other languages of people’s pages here. */
const WORDS: Record<OwnRefusal['code'], Record<Local, string>> = {
  'link-unknown': {
    da: 'Dette link er ikke et af vores, eller et nyere har taget dets plads.',
    de: 'Dieser Link ist keiner von uns, oder ein neuerer ist an seine Stelle getreten.',
    nl: 'Deze link is niet van ons, of er is een nieuwere voor in de plaats gekomen.',
  },
  'link-expired': {
    da: 'Dette link er udløbet. Skriv til os, så sender vi et nyt.',
    de: 'Dieser Link ist abgelaufen. Schreiben Sie uns, dann schicken wir einen neuen.',
    nl: 'Deze link is verlopen. Schrijf ons, dan sturen we een nieuwe.',
  },
  'link-used': {
    da: 'Dette link er brugt. Skriv til os, hvis du stadig mangler noget.',
    de: 'Dieser Link wurde schon benutzt. Schreiben Sie uns, wenn Sie noch etwas brauchen.',
    nl: 'Deze link is al gebruikt. Schrijf ons als u nog iets nodig heeft.',
  },
  'tries-used-up': {
    da: 'For mange forkerte forsøg. Siden er lukket; skriv til os, så hjælper vi dig på en anden måde.',
    de: 'Zu viele falsche Versuche. Die Seite ist geschlossen; schreiben Sie uns, wir helfen Ihnen anders.',
    nl: 'Te veel verkeerde pogingen. De pagina is gesloten; schrijf ons, dan helpen we u anders.',
  },
  'code-wrong': {
    da: 'Det er ikke koden. Forsøg tilbage: {left}.',
    de: 'Das ist nicht der Code. Versuche übrig: {left}.',
    nl: 'Dit is niet de code. Pogingen over: {left}.',
  },
  'secret-wrong': {
    da: 'Det er ikke ordet. Forsøg tilbage: {left}.',
    de: 'Das ist nicht das Wort. Versuche übrig: {left}.',
    nl: 'Dit is niet het woord. Pogingen over: {left}.',
  },
  'code-needed': {
    da: 'Skriv først koden fra mailen.',
    de: 'Geben Sie zuerst den Code aus der Mail ein.',
    nl: 'Typ eerst de code uit de mail.',
  },
  'purpose-not-open': {
    da: 'Dette kan ikke vælges: det er nødvendigt for det, du har bedt os om.',
    de: 'Das ist nicht wählbar: Es ist nötig für das, worum Sie uns gebeten haben.',
    nl: 'Dit is niet te kiezen: het is nodig voor wat u ons heeft gevraagd.',
  },
  'choice-held': {
    da: 'Vi kunne ikke se, hvis valg det er, fordi flere deler adressen. Intet blev ændret; skriv til os.',
    de: 'Wir konnten nicht erkennen, wessen Wahl das ist, weil mehrere die Adresse teilen. Nichts wurde geändert; schreiben Sie uns.',
    nl: 'We konden niet zien wiens keuze dit is, omdat meerdere mensen het adres delen. Er is niets gewijzigd; schrijf ons.',
  },
  'too-many': {
    da: 'For mange forsøg herfra. Vent et par minutter.',
    de: 'Zu viele Versuche von hier. Warten Sie ein paar Minuten.',
    nl: 'Te veel pogingen vanaf hier. Wacht een paar minuten.',
  },
};

/** The words for a refusal on a person’s own page, in their language. */
export function sayOwnRefusal(language: Language, refusal: OwnRefusal): string {
  if (language === 'en') return sayRefusal(refusal);
  return WORDS[refusal.code][language].replace('{left}', 'left' in refusal ? String(refusal.left) : '');
}

export const sayLost = (language: Language): string => LOST[language];
export const sayNotAnAddress = (language: Language): string => NOT_AN_ADDRESS[language];
