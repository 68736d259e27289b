import type { Language } from '../../core/letters/mailings';

/** The words of the pages on which people see and change their choices, in their own language. */
export interface PageWords {
  title: string;
  lead: string;
  askTitle: string;
  askLead: string;
  email: string;
  send: string;
  sent: string;
  code: string;
  codeLead: string;
  open: string;
  yes: string;
  no: string;
  always: string;
  save: string;
  saved: string;
  nothing: string;
  mail: string;
  what: string;
  who: string;
  where: string;
  howLong: string;
  saidYes: string;
  saidNo: string;
  notAsked: string;
  unlessNo: string;
  waiting: string;
  child: string;
  signal: string;
  signalNot: string;
  history: string;
  receipt: string;
  rights: string;
  confirmTitle: string;
  confirmLead: string;
  confirm: string;
  confirmed: string;
  answers: Record<string, string>;
}

export const WORDS: Record<Language, PageWords> = {
  en: {
    title: 'Your choices',
    lead: 'What may we do? Yes and no are one click each. Nothing you say here changes what you have ordered.',
    askTitle: 'See and change your choices',
    askLead: 'Type your e-mail address. If we know it, a mail with a code is on its way; it works for one hour.',
    email: 'E-mail',
    send: 'Send me the code',
    sent: 'If we know this address, a mail is on its way.',
    code: 'Code of six digits',
    codeLead: 'Type the code from our mail.',
    open: 'Open my choices',
    yes: 'Yes',
    no: 'No',
    always: 'needed for what you asked us for',
    save: 'Save my choices',
    saved: 'Saved.',
    nothing: 'Nothing was changed.',
    mail: 'A confirmation is on its way by mail.',
    what: 'What',
    who: 'Who receives it',
    where: 'Other countries',
    howLong: 'How long',
    saidYes: 'You said yes',
    saidNo: 'You said no',
    notAsked: 'You have not been asked',
    unlessNo: 'We do this unless you say no',
    waiting: 'Waits for your confirmation',
    child: 'Goes with',
    signal:
      'Your browser sends a Global Privacy Control signal. We honour it: your data is not sold, shared or used for targeted advertising.',
    signalNot:
      'Your browser sends a Global Privacy Control signal, but you told us yes yourself; what you told us holds. You can change it below.',
    history: 'What you said before',
    receipt: 'receipt',
    rights: 'Ask for your data, or for its erasure',
    confirmTitle: 'Please confirm',
    confirmLead: 'You said yes to “{title}”. If it was you, confirm it. If not, close this page; nothing changes.',
    confirm: 'Yes, it was me',
    confirmed: 'Thank you. It counts from now on.',
    answers: {
      grant: 'yes',
      confirm: 'confirmed',
      refuse: 'no',
      withdraw: 'took it back',
      object: 'objected',
      'opt-out': 'opted out',
      'opt-in': 'yes',
      'gpc-seen': 'browser signal',
      'guardian-confirm': 'confirmed by a guardian',
    },
  },
  da: {
    title: 'Dine valg',
    lead: 'Hvad må vi? Ja og nej er ét klik hver. Intet, du siger her, ændrer det, du har bestilt.',
    askTitle: 'Se og ændr dine valg',
    askLead: 'Skriv din e-mailadresse. Hvis vi kender den, er en mail med en kode på vej; den virker i en time.',
    email: 'E-mail',
    send: 'Send mig koden',
    sent: 'Hvis vi kender adressen, er en mail på vej.',
    code: 'Kode på seks cifre',
    codeLead: 'Skriv koden fra vores mail.',
    open: 'Åbn mine valg',
    yes: 'Ja',
    no: 'Nej',
    always: 'nødvendigt for det, du har bedt os om',
    save: 'Gem mine valg',
    saved: 'Gemt.',
    nothing: 'Intet blev ændret.',
    mail: 'En bekræftelse er på vej pr. mail.',
    what: 'Hvad',
    who: 'Hvem modtager det',
    where: 'Andre lande',
    howLong: 'Hvor længe',
    saidYes: 'Du sagde ja',
    saidNo: 'Du sagde nej',
    notAsked: 'Du er ikke blevet spurgt',
    unlessNo: 'Vi gør det, medmindre du siger nej',
    waiting: 'Venter på din bekræftelse',
    child: 'Hører til',
    signal:
      'Din browser sender et Global Privacy Control-signal. Vi respekterer det: dine data bliver ikke ' +
      'solgt, delt eller brugt til målrettet reklame.',
    signalNot:
      'Din browser sender et Global Privacy Control-signal, men du har selv sagt ja; det, du har sagt, gælder. Du kan ændre det nedenfor.',
    history: 'Hvad du sagde før',
    receipt: 'kvittering',
    rights: 'Bed om dine data eller om at få dem slettet',
    confirmTitle: 'Bekræft venligst',
    confirmLead: 'Du sagde ja til “{title}”. Var det dig, så bekræft. Hvis ikke, så luk siden; intet ændrer sig.',
    confirm: 'Ja, det var mig',
    confirmed: 'Tak. Det gælder fra nu af.',
    answers: {
      grant: 'ja',
      confirm: 'bekræftet',
      refuse: 'nej',
      withdraw: 'trak det tilbage',
      object: 'gjorde indsigelse',
      'opt-out': 'fravalgte',
      'opt-in': 'ja',
      'gpc-seen': 'browsersignal',
      'guardian-confirm': 'bekræftet af en værge',
    },
  },
  de: {
    title: 'Ihre Auswahl',
    lead: 'Was dürfen wir? Ja und Nein sind je ein Klick. Nichts, was Sie hier sagen, ändert Ihre Bestellungen.',
    askTitle: 'Ihre Auswahl ansehen und ändern',
    askLead:
      'Geben Sie Ihre E-Mail-Adresse ein. Wenn wir sie kennen, ist eine Mail mit einem Code unterwegs; er gilt eine Stunde.',
    email: 'E-Mail',
    send: 'Code schicken',
    sent: 'Wenn wir diese Adresse kennen, ist eine Mail unterwegs.',
    code: 'Code aus sechs Ziffern',
    codeLead: 'Geben Sie den Code aus unserer Mail ein.',
    open: 'Meine Auswahl öffnen',
    yes: 'Ja',
    no: 'Nein',
    always: 'nötig für das, worum Sie uns gebeten haben',
    save: 'Auswahl speichern',
    saved: 'Gespeichert.',
    nothing: 'Nichts wurde geändert.',
    mail: 'Eine Bestätigung ist per Mail unterwegs.',
    what: 'Was',
    who: 'Wer es bekommt',
    where: 'Andere Länder',
    howLong: 'Wie lange',
    saidYes: 'Sie haben Ja gesagt',
    saidNo: 'Sie haben Nein gesagt',
    notAsked: 'Sie wurden nicht gefragt',
    unlessNo: 'Wir tun das, bis Sie Nein sagen',
    waiting: 'Wartet auf Ihre Bestätigung',
    child: 'Gehört zu',
    signal:
      'Ihr Browser sendet ein Global-Privacy-Control-Signal. Wir beachten es: Ihre Daten werden nicht ' +
      'verkauft, nicht weitergegeben und nicht für gezielte Werbung verwendet.',
    signalNot:
      'Ihr Browser sendet ein Global-Privacy-Control-Signal, aber Sie haben selbst Ja gesagt; das gilt. Unten können Sie es ändern.',
    history: 'Was Sie bisher gesagt haben',
    receipt: 'Beleg',
    rights: 'Ihre Daten anfordern oder löschen lassen',
    confirmTitle: 'Bitte bestätigen',
    confirmLead:
      'Sie haben Ja zu „{title}“ gesagt. Waren Sie das, bestätigen Sie es. Wenn nicht, schließen Sie die Seite; es ändert sich nichts.',
    confirm: 'Ja, das war ich',
    confirmed: 'Danke. Es gilt ab jetzt.',
    answers: {
      grant: 'ja',
      confirm: 'bestätigt',
      refuse: 'nein',
      withdraw: 'zurückgenommen',
      object: 'widersprochen',
      'opt-out': 'abgewählt',
      'opt-in': 'ja',
      'gpc-seen': 'Browsersignal',
      'guardian-confirm': 'von Sorgeberechtigten bestätigt',
    },
  },
  nl: {
    title: 'Uw keuzes',
    lead: 'Wat mogen wij? Ja en nee zijn elk één klik. Niets wat u hier zegt verandert wat u heeft besteld.',
    askTitle: 'Uw keuzes bekijken en wijzigen',
    askLead: 'Typ uw e-mailadres. Als we het kennen, is er een mail met een code onderweg; die werkt een uur.',
    email: 'E-mail',
    send: 'Stuur mij de code',
    sent: 'Als we dit adres kennen, is er een mail onderweg.',
    code: 'Code van zes cijfers',
    codeLead: 'Typ de code uit onze mail.',
    open: 'Mijn keuzes openen',
    yes: 'Ja',
    no: 'Nee',
    always: 'nodig voor wat u ons heeft gevraagd',
    save: 'Mijn keuzes opslaan',
    saved: 'Opgeslagen.',
    nothing: 'Er is niets gewijzigd.',
    mail: 'Een bevestiging is onderweg per mail.',
    what: 'Wat',
    who: 'Wie het ontvangt',
    where: 'Andere landen',
    howLong: 'Hoe lang',
    saidYes: 'U zei ja',
    saidNo: 'U zei nee',
    notAsked: 'U bent niet gevraagd',
    unlessNo: 'We doen dit tenzij u nee zegt',
    waiting: 'Wacht op uw bevestiging',
    child: 'Hoort bij',
    signal:
      'Uw browser stuurt een Global Privacy Control-signaal. We houden ons eraan: uw gegevens worden niet ' +
      'verkocht, gedeeld of voor gerichte reclame gebruikt.',
    signalNot:
      'Uw browser stuurt een Global Privacy Control-signaal, maar u zei zelf ja; dat geldt. Hieronder kunt u het wijzigen.',
    history: 'Wat u eerder zei',
    receipt: 'bewijs',
    rights: 'Uw gegevens opvragen of laten wissen',
    confirmTitle: 'Bevestig alstublieft',
    confirmLead:
      'U zei ja tegen “{title}”. Was u het, bevestig het dan. Zo niet, sluit deze pagina; er verandert niets.',
    confirm: 'Ja, dat was ik',
    confirmed: 'Dank u. Het geldt vanaf nu.',
    answers: {
      grant: 'ja',
      confirm: 'bevestigd',
      refuse: 'nee',
      withdraw: 'teruggenomen',
      object: 'bezwaar gemaakt',
      'opt-out': 'afgemeld',
      'opt-in': 'ja',
      'gpc-seen': 'browsersignaal',
      'guardian-confirm': 'bevestigd door een voogd',
    },
  },
};
