import type { Language } from '../../core/letters/mailings';

/** What the pages behind the links of a letter say: the code that shows who asks, and the pack. */
export interface LinkWords {
  lost: string;
  identity: {
    title: string;
    lead: string;
    code: string;
    goOn: string;
    thanks: string;
    thanksText(ref: string): string;
  };
  handOver: {
    ready: string;
    closed: string;
    lead: string;
    word: string;
    open: string;
    begin(file: string): string;
    download: string;
    have: string;
    done: string;
    reach(contact: string): string;
  };
}

export const LINK_WORDS: Readonly<Record<Language, LinkWords>> = {
  en: {
    lost: 'We could not be reached. Try again.',
    identity: {
      title: 'Is it you who asked?',
      lead: 'Type the code from our mail. It shows that the request comes from you, and lets us go on.',
      code: 'Code of six digits',
      goOn: 'Go on',
      thanks: 'Thank you. We know now that it is you.',
      thanksText: (ref) => `Your request ${ref} goes on; you hear from us by mail.`,
    },
    handOver: {
      ready: 'Your data is ready',
      closed: 'This page is closed',
      lead: 'Type the second word that you got from us another way.',
      word: 'Second word',
      open: 'Open',
      begin: (file) => `The file is a ZIP: start with ${file}. If the download breaks off, start it again.`,
      download: 'Download my data',
      have: 'I have the file: close this page',
      done: 'Thank you. This link is used up now; nobody can open it again.',
      reach: (contact) => `You reach us at ${contact}.`,
    },
  },
  da: {
    lost: 'Vi kunne ikke nås. Prøv igen.',
    identity: {
      title: 'Er det dig, der har spurgt?',
      lead: 'Skriv koden fra vores mail. Den viser, at anmodningen kommer fra dig, så vi kan gå videre.',
      code: 'Kode på seks cifre',
      goOn: 'Videre',
      thanks: 'Tak. Nu ved vi, at det er dig.',
      thanksText: (ref) => `Din anmodning ${ref} går videre; du hører fra os med mail.`,
    },
    handOver: {
      ready: 'Dine data er klar',
      closed: 'Denne side er lukket',
      lead: 'Skriv det andet ord, som du har fået af os ad en anden vej.',
      word: 'Det andet ord',
      open: 'Åbn',
      begin: (file) => `Filen er en ZIP: begynd med ${file}. Afbrydes hentningen, så start den igen.`,
      download: 'Hent mine data',
      have: 'Jeg har filen: luk denne side',
      done: 'Tak. Linket er brugt nu; ingen kan åbne det igen.',
      reach: (contact) => `Du kan få fat i os på ${contact}.`,
    },
  },
  de: {
    lost: 'Wir waren nicht zu erreichen. Versuchen Sie es noch einmal.',
    identity: {
      title: 'Haben Sie gefragt?',
      lead: 'Geben Sie den Code aus unserer Mail ein. Er zeigt, dass die Anfrage von Ihnen kommt, und wir machen weiter.',
      code: 'Code mit sechs Ziffern',
      goOn: 'Weiter',
      thanks: 'Danke. Jetzt wissen wir, dass Sie es sind.',
      thanksText: (ref) => `Ihre Anfrage ${ref} geht weiter; Sie hören per Mail von uns.`,
    },
    handOver: {
      ready: 'Ihre Daten liegen bereit',
      closed: 'Diese Seite ist geschlossen',
      lead: 'Geben Sie das zweite Wort ein, das Sie auf anderem Weg von uns bekommen haben.',
      word: 'Zweites Wort',
      open: 'Öffnen',
      begin: (file) =>
        `Die Datei ist ein ZIP: Beginnen Sie mit ${file}. Bricht das Herunterladen ab, starten Sie es noch einmal.`,
      download: 'Meine Daten herunterladen',
      have: 'Ich habe die Datei: Seite schließen',
      done: 'Danke. Dieser Link ist jetzt verbraucht; niemand kann ihn noch einmal öffnen.',
      reach: (contact) => `Sie erreichen uns unter ${contact}.`,
    },
  },
  nl: {
    lost: 'We waren niet te bereiken. Probeer het opnieuw.',
    identity: {
      title: 'Heeft u het gevraagd?',
      lead: 'Typ de code uit onze mail. Die laat zien dat het verzoek van u komt, zodat wij verder kunnen.',
      code: 'Code van zes cijfers',
      goOn: 'Verder',
      thanks: 'Dank u. Wij weten nu dat u het bent.',
      thanksText: (ref) => `Uw verzoek ${ref} gaat verder; u hoort per mail van ons.`,
    },
    handOver: {
      ready: 'Uw gegevens staan klaar',
      closed: 'Deze pagina is gesloten',
      lead: 'Typ het tweede woord dat u op een andere manier van ons heeft gekregen.',
      word: 'Tweede woord',
      open: 'Openen',
      begin: (file) => `Het bestand is een ZIP: begin met ${file}. Breekt het downloaden af, begin dan opnieuw.`,
      download: 'Mijn gegevens downloaden',
      have: 'Ik heb het bestand: sluit deze pagina',
      done: 'Dank u. Deze link is nu gebruikt; niemand kan hem nog openen.',
      reach: (contact) => `U bereikt ons via ${contact}.`,
    },
  },
};
