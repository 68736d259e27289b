import type { Language } from '../../core/letters/mailings';
import type { Right } from '../../core/requests/rights';
import type { StatusView } from '../../core/requests/views';

/** The words of the pages on which people ask about their data and see how their request stands. */
export interface AskWords {
  title: string;
  lead: string;
  what: string;
  rights: Record<Right, string>;
  forWhom: string;
  self: string;
  agent: string;
  guardian: string;
  agentName: string;
  agentEmail: string;
  givenName: string;
  familyName: string;
  email: string;
  emailOfPerson: string;
  phone: string;
  customerNumber: string;
  birthDate: string;
  country: string;
  region: string;
  text: string;
  send: string;
  needs: Record<
    'right' | 'givenName' | 'familyName' | 'email' | 'birthDate' | 'agentName' | 'agentEmail' | 'country' | 'region',
    string
  >;
  emailLooks: string;
  wrong: string;
  lost: string;
  tooMany: string;
  thanks: string;
  thanksMore: string;
  statusTitle: string;
  statusLead: string;
  ref: string;
  word: string;
  look: string;
  unknown: string;
  steps: Record<StatusView['step'], string>;
  received: string;
  due: string;
  extended: string;
}

export const ASK_WORDS: Record<Language, AskWords> = {
  en: {
    title: 'Your data, your rights',
    lead:
      'Ask what we hold about you, or ask us to correct or erase it. No account is needed. We answer ' +
      'within the time the law gives and may first make sure that it is you who asks.',
    what: 'What do you ask for?',
    rights: {
      access: 'A copy of my data',
      erasure: 'Erase my data',
      rectification: 'Correct my data',
      portability: 'My data in a form for machines',
      objection: 'Stop using my data for advertising',
      withdrawal: 'Withdraw my consent',
      restriction: 'Restrict the use of my data',
      'opt-out': 'Do not sell or share my data',
      limit: 'Limit the use of sensitive data',
      'automated-decision': 'Have a person look at a decision made by a machine',
      information: 'Tell me what you do with data',
    },
    forWhom: 'For whom do you ask?',
    self: 'For myself',
    agent: 'For somebody who has asked me to',
    guardian: 'For my child',
    agentName: 'Your name',
    agentEmail: 'Your e-mail, to which we answer',
    givenName: 'Given name',
    familyName: 'Family name',
    email: 'E-mail we may answer to',
    emailOfPerson: 'E-mail of the person',
    phone: 'Phone, if you like',
    customerNumber: 'Customer number, if you have one',
    birthDate: 'Date of birth, if you like, as 1987-03-14',
    country: 'Country, such as DK',
    region: 'State, in the USA or Canada',
    text: 'Anything that helps',
    send: 'Send my request',
    needs: {
      right: 'Choose what you ask for.',
      givenName: 'The given name helps us find the data.',
      familyName: 'The family name helps us find the data.',
      email: 'We need an address to answer to.',
      birthDate: 'Write the day as 1987-03-14.',
      agentName: 'Who asks for this person?',
      agentEmail: 'This does not look like an e-mail address.',
      country: 'Write the country as two letters, such as DK.',
      region: 'Write the state as two letters, such as CA.',
    },
    emailLooks: 'This does not look like an e-mail address, such as mette@mail.example.',
    wrong: 'Some fields need another look.',
    lost: 'We could not be reached. What you typed is still here; try again.',
    tooMany: 'Too many tries just now. Wait ten minutes; what you typed is still here.',
    thanks: 'We have your request',
    thanksMore:
      'A confirmation is on its way by mail. If we have to make sure that it is you, a code goes to an ' +
      'address that we already know. With the reference and this word you can see how it stands:',
    statusTitle: 'How your request stands',
    statusLead: 'The reference and the word are in the mail that confirmed your request.',
    ref: 'Reference, such as BK-2026-00042',
    word: 'Word',
    look: 'Look',
    unknown: 'Reference and word do not belong together. Look at the mail that confirmed your request.',
    steps: {
      received: 'We have it and are checking who asks.',
      'waits-for-you': 'We wait for you: a code went to an address we know. Open the page in that mail.',
      'worked-on': 'We are working on it.',
      answered: 'It is answered.',
      joined: 'It is answered together with an earlier request of yours, at the address given there.',
      appeal: 'We are looking at our answer again.',
    },
    received: 'Received',
    due: 'We answer by',
    extended: 'We needed more time and wrote to you why.',
  },
  da: {
    title: 'Dine data, dine rettigheder',
    lead:
      'Spørg, hvad vi har om dig, eller bed os om at rette eller slette det. Du behøver ingen konto. Vi ' +
      'svarer inden for lovens frist og kan først skulle sikre os, at det er dig, der spørger.',
    what: 'Hvad beder du om?',
    rights: {
      access: 'En kopi af mine data',
      erasure: 'Slet mine data',
      rectification: 'Ret mine data',
      portability: 'Mine data i en form til maskiner',
      objection: 'Brug ikke mine data til reklame',
      withdrawal: 'Træk mit samtykke tilbage',
      restriction: 'Begræns brugen af mine data',
      'opt-out': 'Sælg eller del ikke mine data',
      limit: 'Begræns brugen af følsomme data',
      'automated-decision': 'Lad et menneske se på en afgørelse truffet af en maskine',
      information: 'Fortæl mig, hvad I gør med data',
    },
    forWhom: 'Hvem spørger du for?',
    self: 'For mig selv',
    agent: 'For en, der har bedt mig om det',
    guardian: 'For mit barn',
    agentName: 'Dit navn',
    agentEmail: 'Din e-mail, som vi svarer til',
    givenName: 'Fornavn',
    familyName: 'Efternavn',
    email: 'E-mail, vi må svare til',
    emailOfPerson: 'Personens e-mail',
    phone: 'Telefon, hvis du vil',
    customerNumber: 'Kundenummer, hvis du har et',
    birthDate: 'Fødselsdato, hvis du vil, som 1987-03-14',
    country: 'Land, for eksempel DK',
    region: 'Stat, i USA eller Canada',
    text: 'Andet, der hjælper',
    send: 'Send min anmodning',
    needs: {
      right: 'Vælg, hvad du beder om.',
      givenName: 'Fornavnet hjælper os med at finde data.',
      familyName: 'Efternavnet hjælper os med at finde data.',
      email: 'Vi skal bruge en adresse at svare til.',
      birthDate: 'Skriv dagen som 1987-03-14.',
      agentName: 'Hvem spørger for personen?',
      agentEmail: 'Det ligner ikke en e-mailadresse.',
      country: 'Skriv landet med to bogstaver, for eksempel DK.',
      region: 'Skriv staten med to bogstaver, for eksempel CA.',
    },
    emailLooks: 'Det ligner ikke en e-mailadresse som mette@mail.example.',
    wrong: 'Nogle felter skal ses efter.',
    lost: 'Vi kunne ikke nås. Det, du skrev, er her endnu; prøv igen.',
    tooMany: 'For mange forsøg lige nu. Vent ti minutter; det, du skrev, er her endnu.',
    thanks: 'Vi har din anmodning',
    thanksMore:
      'En bekræftelse er på vej med mail. Hvis vi skal sikre os, at det er dig, sender vi en kode til en ' +
      'adresse, vi allerede kender. Med referencen og dette ord kan du se, hvordan det står til:',
    statusTitle: 'Sådan står det til med din anmodning',
    statusLead: 'Referencen og ordet står i den mail, der bekræftede din anmodning.',
    ref: 'Reference, for eksempel BK-2026-00042',
    word: 'Ord',
    look: 'Se',
    unknown: 'Reference og ord hører ikke sammen. Se i den mail, der bekræftede din anmodning.',
    steps: {
      received: 'Vi har den og undersøger, hvem der spørger.',
      'waits-for-you': 'Vi venter på dig: en kode er sendt til en adresse, vi kender. Åbn siden i den mail.',
      'worked-on': 'Vi arbejder på den.',
      answered: 'Den er besvaret.',
      joined: 'Den besvares sammen med en tidligere anmodning fra dig, på den adresse, der er angivet dér.',
      appeal: 'Vi ser på vores svar igen.',
    },
    received: 'Modtaget',
    due: 'Vi svarer senest',
    extended: 'Vi havde brug for mere tid og skrev til dig hvorfor.',
  },
  de: {
    title: 'Ihre Daten, Ihre Rechte',
    lead:
      'Fragen Sie, was wir über Sie gespeichert haben, oder bitten Sie uns, es zu berichtigen oder zu ' +
      'löschen. Ein Konto ist nicht nötig. Wir antworten in der gesetzlichen Frist und müssen uns ' +
      'vielleicht erst vergewissern, dass Sie es sind.',
    what: 'Worum bitten Sie?',
    rights: {
      access: 'Eine Kopie meiner Daten',
      erasure: 'Meine Daten löschen',
      rectification: 'Meine Daten berichtigen',
      portability: 'Meine Daten in maschinenlesbarer Form',
      objection: 'Meine Daten nicht für Werbung nutzen',
      withdrawal: 'Meine Einwilligung widerrufen',
      restriction: 'Die Nutzung meiner Daten einschränken',
      'opt-out': 'Meine Daten nicht verkaufen oder teilen',
      limit: 'Die Nutzung sensibler Daten begrenzen',
      'automated-decision': 'Einen Menschen auf eine maschinelle Entscheidung sehen lassen',
      information: 'Sagen Sie mir, was Sie mit Daten tun',
    },
    forWhom: 'Für wen fragen Sie?',
    self: 'Für mich selbst',
    agent: 'Für jemanden, der mich darum gebeten hat',
    guardian: 'Für mein Kind',
    agentName: 'Ihr Name',
    agentEmail: 'Ihre E-Mail, an die wir antworten',
    givenName: 'Vorname',
    familyName: 'Nachname',
    email: 'E-Mail, an die wir antworten dürfen',
    emailOfPerson: 'E-Mail der Person',
    phone: 'Telefon, wenn Sie möchten',
    customerNumber: 'Kundennummer, falls vorhanden',
    birthDate: 'Geburtsdatum, wenn Sie möchten, als 1987-03-14',
    country: 'Land, zum Beispiel DE',
    region: 'Bundesstaat, in den USA oder Kanada',
    text: 'Was sonst noch hilft',
    send: 'Anfrage senden',
    needs: {
      right: 'Wählen Sie, worum Sie bitten.',
      givenName: 'Der Vorname hilft uns, die Daten zu finden.',
      familyName: 'Der Nachname hilft uns, die Daten zu finden.',
      email: 'Wir brauchen eine Adresse für die Antwort.',
      birthDate: 'Schreiben Sie den Tag als 1987-03-14.',
      agentName: 'Wer fragt für diese Person?',
      agentEmail: 'Das sieht nicht wie eine E-Mail-Adresse aus.',
      country: 'Schreiben Sie das Land mit zwei Buchstaben, zum Beispiel DE.',
      region: 'Schreiben Sie den Staat mit zwei Buchstaben, zum Beispiel CA.',
    },
    emailLooks: 'Das sieht nicht wie eine E-Mail-Adresse aus, wie mette@mail.example.',
    wrong: 'Einige Felder brauchen noch einen Blick.',
    lost: 'Wir waren nicht erreichbar. Ihre Eingaben sind noch da; versuchen Sie es noch einmal.',
    tooMany: 'Gerade zu viele Versuche. Warten Sie zehn Minuten; Ihre Eingaben sind noch da.',
    thanks: 'Wir haben Ihre Anfrage',
    thanksMore:
      'Eine Bestätigung ist per Mail unterwegs. Wenn wir uns vergewissern müssen, dass Sie es sind, geht ' +
      'ein Code an eine Adresse, die wir schon kennen. Mit der Vorgangsnummer und diesem Wort sehen Sie ' +
      'den Stand:',
    statusTitle: 'Stand Ihrer Anfrage',
    statusLead: 'Vorgangsnummer und Wort stehen in der Mail, die Ihre Anfrage bestätigt hat.',
    ref: 'Vorgangsnummer, zum Beispiel BK-2026-00042',
    word: 'Wort',
    look: 'Ansehen',
    unknown: 'Vorgangsnummer und Wort gehören nicht zusammen. Sehen Sie in die Mail, die Ihre Anfrage bestätigt hat.',
    steps: {
      received: 'Wir haben sie und prüfen, wer fragt.',
      'waits-for-you':
        'Wir warten auf Sie: ein Code ging an eine Adresse, die wir kennen. Öffnen Sie die Seite in dieser Mail.',
      'worked-on': 'Wir arbeiten daran.',
      answered: 'Sie ist beantwortet.',
      joined: 'Sie wird zusammen mit einer früheren Anfrage von Ihnen beantwortet, an der dort angegebenen Adresse.',
      appeal: 'Wir sehen uns unsere Antwort noch einmal an.',
    },
    received: 'Eingegangen',
    due: 'Wir antworten bis',
    extended: 'Wir brauchten mehr Zeit und haben Ihnen geschrieben, warum.',
  },
  nl: {
    title: 'Uw gegevens, uw rechten',
    lead:
      'Vraag wat wij over u hebben, of vraag ons het te corrigeren of te wissen. Een account is niet ' +
      'nodig. Wij antwoorden binnen de wettelijke termijn en willen misschien eerst weten of u het bent.',
    what: 'Wat vraagt u?',
    rights: {
      access: 'Een kopie van mijn gegevens',
      erasure: 'Wis mijn gegevens',
      rectification: 'Corrigeer mijn gegevens',
      portability: 'Mijn gegevens in machineleesbare vorm',
      objection: 'Gebruik mijn gegevens niet voor reclame',
      withdrawal: 'Mijn toestemming intrekken',
      restriction: 'Beperk het gebruik van mijn gegevens',
      'opt-out': 'Verkoop of deel mijn gegevens niet',
      limit: 'Beperk het gebruik van gevoelige gegevens',
      'automated-decision': 'Laat een mens naar een besluit van een machine kijken',
      information: 'Vertel mij wat u met gegevens doet',
    },
    forWhom: 'Voor wie vraagt u dit?',
    self: 'Voor mijzelf',
    agent: 'Voor iemand die mij dat heeft gevraagd',
    guardian: 'Voor mijn kind',
    agentName: 'Uw naam',
    agentEmail: 'Uw e-mail, waarnaar wij antwoorden',
    givenName: 'Voornaam',
    familyName: 'Achternaam',
    email: 'E-mail waarnaar wij mogen antwoorden',
    emailOfPerson: 'E-mail van de persoon',
    phone: 'Telefoon, als u wilt',
    customerNumber: 'Klantnummer, als u er een heeft',
    birthDate: 'Geboortedatum, als u wilt, als 1987-03-14',
    country: 'Land, bijvoorbeeld NL',
    region: 'Staat, in de VS of Canada',
    text: 'Wat verder helpt',
    send: 'Verzoek versturen',
    needs: {
      right: 'Kies wat u vraagt.',
      givenName: 'De voornaam helpt ons de gegevens te vinden.',
      familyName: 'De achternaam helpt ons de gegevens te vinden.',
      email: 'Wij hebben een adres nodig om te antwoorden.',
      birthDate: 'Schrijf de dag als 1987-03-14.',
      agentName: 'Wie vraagt dit voor deze persoon?',
      agentEmail: 'Dit lijkt geen e-mailadres.',
      country: 'Schrijf het land met twee letters, bijvoorbeeld NL.',
      region: 'Schrijf de staat met twee letters, bijvoorbeeld CA.',
    },
    emailLooks: 'Dit lijkt geen e-mailadres zoals mette@mail.example.',
    wrong: 'Enkele velden vragen nog een blik.',
    lost: 'Wij waren niet bereikbaar. Wat u schreef staat er nog; probeer het opnieuw.',
    tooMany: 'Even te veel pogingen. Wacht tien minuten; wat u schreef staat er nog.',
    thanks: 'Wij hebben uw verzoek',
    thanksMore:
      'Een bevestiging is per mail onderweg. Als wij moeten weten of u het bent, gaat er een code naar een ' +
      'adres dat wij al kennen. Met het kenmerk en dit woord ziet u hoe het ervoor staat:',
    statusTitle: 'Hoe uw verzoek ervoor staat',
    statusLead: 'Kenmerk en woord staan in de mail die uw verzoek bevestigde.',
    ref: 'Kenmerk, bijvoorbeeld BK-2026-00042',
    word: 'Woord',
    look: 'Bekijken',
    unknown: 'Kenmerk en woord horen niet bij elkaar. Kijk in de mail die uw verzoek bevestigde.',
    steps: {
      received: 'Wij hebben het en gaan na wie het vraagt.',
      'waits-for-you': 'Wij wachten op u: een code ging naar een adres dat wij kennen. Open de pagina in die mail.',
      'worked-on': 'Wij werken eraan.',
      answered: 'Het is beantwoord.',
      joined: 'Het wordt samen met een eerder verzoek van u beantwoord, op het daar opgegeven adres.',
      appeal: 'Wij kijken opnieuw naar ons antwoord.',
    },
    received: 'Ontvangen',
    due: 'Wij antwoorden uiterlijk',
    extended: 'Wij hadden meer tijd nodig en schreven u waarom.',
  },
};
