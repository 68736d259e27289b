import type { Organisation } from './letter';

export const LANGUAGES = ['en', 'da', 'de', 'nl'] as const;
export type Language = (typeof LANGUAGES)[number];

/** As colleagues call them. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = {
  en: 'English',
  da: 'Danish',
  de: 'German',
  nl: 'Dutch',
};

/** The language of a person's pages and mails: theirs where we speak it, else English. @example languageOf('de-AT') // 'de' */
export function languageOf(tag: unknown): Language {
  const short = typeof tag === 'string' ? tag.slice(0, 2).toLowerCase() : '';
  return LANGUAGES.find((known) => known === short) ?? 'en';
}

export interface Mailing {
  template: string;
  subject: string;
  text: string;
}

const CONFIRM: Record<
  Language,
  (title: string, organisation: string, link: string, hours: number) => { subject: string; text: string }
> = {
  en: (title, organisation, link, hours) => ({
    subject: `Please confirm: ${title}`,
    text: `Hello,\n\nsomebody, probably you, said yes to “${title}” from ${organisation} with this address.\n\nIf it was you, confirm it here within ${hours} hours:\n${link}\n\nIf it was not you, do nothing. Nothing changes and you will not hear from us about it again.\n\n${organisation}`,
  }),
  da: (title, organisation, link, hours) => ({
    subject: `Bekræft venligst: ${title}`,
    text: `Hej,\n\nnogen, sandsynligvis dig, har sagt ja til “${title}” fra ${organisation} med denne adresse.\n\nHvis det var dig, så bekræft det her inden ${hours} timer:\n${link}\n\nHvis det ikke var dig, så gør ingenting. Intet ændrer sig, og du hører ikke fra os om det igen.\n\n${organisation}`,
  }),
  de: (title, organisation, link, hours) => ({
    subject: `Bitte bestätigen: ${title}`,
    text: `Guten Tag,\n\njemand, wahrscheinlich Sie, hat mit dieser Adresse Ja zu „${title}“ von ${organisation} gesagt.\n\nWenn Sie das waren, bestätigen Sie es hier innerhalb von ${hours} Stunden:\n${link}\n\nWenn Sie es nicht waren, tun Sie nichts. Es ändert sich nichts, und Sie hören dazu nichts mehr von uns.\n\n${organisation}`,
  }),
  nl: (title, organisation, link, hours) => ({
    subject: `Bevestig alstublieft: ${title}`,
    text: `Hallo,\n\niemand, waarschijnlijk u, heeft met dit adres ja gezegd tegen “${title}” van ${organisation}.\n\nWas u het, bevestig het dan hier binnen ${hours} uur:\n${link}\n\nWas u het niet, doe dan niets. Er verandert niets en u hoort er niets meer over.\n\n${organisation}`,
  }),
};

/** The mail of a double opt-in. It says what doing nothing means, and carries no advertising. */
export function confirmMail(facts: {
  language: string | null;
  title: string;
  organisation: Pick<Organisation, 'name'>;
  link: string;
  hours: number;
}): Mailing {
  return {
    template: 'confirm-choice',
    ...CONFIRM[languageOf(facts.language)](facts.title, facts.organisation.name, facts.link, facts.hours),
  };
}

const CHANGED: Record<
  Language,
  (organisation: string, lines: string, link: string) => { subject: string; text: string }
> = {
  en: (organisation, lines, link) => ({
    subject: 'Your choices were changed',
    text: `Hello,\n\nyour choices with ${organisation} are now:\n\n${lines}\n\nWas this not you, or would you like to change it again? Here:\n${link}\n\n${organisation}`,
  }),
  da: (organisation, lines, link) => ({
    subject: 'Dine valg er ændret',
    text: `Hej,\n\ndine valg hos ${organisation} er nu:\n\n${lines}\n\nVar det ikke dig, eller vil du ændre det igen? Her:\n${link}\n\n${organisation}`,
  }),
  de: (organisation, lines, link) => ({
    subject: 'Ihre Auswahl wurde geändert',
    text: `Guten Tag,\n\nIhre Auswahl bei ${organisation} ist jetzt:\n\n${lines}\n\nWaren Sie das nicht, oder möchten Sie es wieder ändern? Hier:\n${link}\n\n${organisation}`,
  }),
  nl: (organisation, lines, link) => ({
    subject: 'Uw keuzes zijn gewijzigd',
    text: `Hallo,\n\nuw keuzes bij ${organisation} zijn nu:\n\n${lines}\n\nWas u dit niet, of wilt u het weer wijzigen? Hier:\n${link}\n\n${organisation}`,
  }),
};

/** Confirms a change that somebody made on their choices page. */
export function choicesChangedMail(facts: {
  language: string | null;
  organisation: Pick<Organisation, 'name'>;
  lines: readonly string[];
  link: string;
}): Mailing {
  return {
    template: 'choices-changed',
    ...CHANGED[languageOf(facts.language)](
      facts.organisation.name,
      facts.lines.map((line) => `  - ${line}`).join('\n'),
      facts.link,
    ),
  };
}

const PAGE: Record<Language, (organisation: string, link: string, code: string) => { subject: string; text: string }> =
  {
    en: (organisation, link, code) => ({
      subject: 'Your choices',
      text: `Hello,\n\nhere you see and change your choices with ${organisation}:\n${link}\n\nCode: ${code}\n\nIt works for one hour. If you did not ask for it, do nothing.\n\n${organisation}`,
    }),
    da: (organisation, link, code) => ({
      subject: 'Dine valg',
      text: `Hej,\n\nher ser og ændrer du dine valg hos ${organisation}:\n${link}\n\nKode: ${code}\n\nDen virker i en time. Har du ikke bedt om den, så gør ingenting.\n\n${organisation}`,
    }),
    de: (organisation, link, code) => ({
      subject: 'Ihre Auswahl',
      text: `Guten Tag,\n\nhier sehen und ändern Sie Ihre Auswahl bei ${organisation}:\n${link}\n\nCode: ${code}\n\nEr gilt eine Stunde. Wenn Sie nicht danach gefragt haben, tun Sie nichts.\n\n${organisation}`,
    }),
    nl: (organisation, link, code) => ({
      subject: 'Uw keuzes',
      text: `Hallo,\n\nhier ziet en wijzigt u uw keuzes bij ${organisation}:\n${link}\n\nCode: ${code}\n\nDeze werkt een uur. Heeft u er niet om gevraagd, doe dan niets.\n\n${organisation}`,
    }),
  };

/** The way to the choices page, with the code that opens it. */
export function choicesPageMail(facts: {
  language: string | null;
  organisation: Pick<Organisation, 'name'>;
  link: string;
  code: string;
}): Mailing {
  return {
    template: 'choices-page',
    ...PAGE[languageOf(facts.language)](facts.organisation.name, facts.link, facts.code),
  };
}
