// Everything a person reads in this language. What is added to one of them is missed in the others until it is there.

import type * as of from './words';
import type { Holds } from '../systems/fieldHolds';

export const letters: of.LetterWords = {
  locale: 'da',
  dear: (name) => `Kære ${name}`,
  hello: 'Hej',
  regards: 'Med venlig hilsen',
  reference: 'Reference',
  records: (count) => `${count} ${count === 1 ? 'post' : 'poster'}`,
  nothing: 'Intet.',
  keptBecause: {
    hold: () =>
      'Vi har brug for det for at fastlægge, gøre gældende eller forsvare retskrav (GDPR art. 17, stk. 3, litra e).',
    retention: (until, law) =>
      `${law ?? 'En lov'} forpligter os til at gemme det (GDPR art. 17, stk. 3, litra b)${until ? `, til og med ${until}` : ''}.`,
    unclear: () =>
      'En lov kan forpligte os til at gemme det (GDPR art. 17, stk. 3, litra b); vi er ved at finde ud af hvor længe.',
    open: () => 'Det hører til noget, der ikke er afsluttet; vi har brug for det indtil da.',
    others: () => 'Det hører også til andre, som en adresse flere deler; det, der knyttede det til dig, er slettet.',
    'kept-apart': (until) =>
      `Dit navn er taget ud af det. Det holdes for sig selv, fordi en post, som vi skal gemme, hænger sammen med det${until ? `, til og med ${until}` : ''}.`,
  },
  restricted: 'Brugen er begrænset: det gemmes kun.',
  told: (recipient, day) => `${recipient}, ${day}`,
  notSearched: {
    system: (name) => name,
    unread: (count, name) => `${count} ${count === 1 ? 'del' : 'dele'} af ${name}, som ikke kunne læses`,
    inactive: (name) => `personer, der ikke længere er aktive i ${name}`,
    narrowed: 'alt uden for det, du spurgte om',
  },
  remedies: (authority) =>
    `Du kan altid skrive til os. Du kan også klage til en tilsynsmyndighed (GDPR art. 77), for os ${authority}, og gå til domstolene (art. 79).`,
  remediesElsewhere: {
    uk: 'Du kan klage til Information Commissioner i Storbritannien og gå til domstolene.',
    'uk-complaint': 'Du kan klage til os, til Information Commissioner i Storbritannien, og gå til domstolene.',
    california: 'Du kan henvende dig til California Privacy Protection Agency eller til Californiens Attorney General.',
    state: 'Du kan henvende dig til delstatens Attorney General.',
    'state-appeal': 'Du kan klage til os og derefter henvende dig til delstatens Attorney General.',
    authority: 'Du kan klage til dit lands tilsynsmyndighed for databeskyttelse.',
  },
  rights: {
    access: 'om en kopi af dine data',
    portability: 'om dine data i en form, som maskiner kan læse',
    rectification: 'om at få dine data rettet',
    erasure: 'om at få dine data slettet',
    restriction: 'om at begrænse brugen af dine data',
    objection: 'om at stoppe en brug af dine data, som du gør indsigelse mod',
    'automated-decision': 'om en automatisk afgørelse',
    'opt-out': 'om at stoppe salg eller deling af dine data',
    limit: 'om at begrænse brugen af følsomme data',
    withdrawal: 'om at trække dit samtykke tilbage',
    information: 'om oplysning om, hvad vi gør med dine data',
  },
  templates: {
    acknowledgement: `Vi har din anmodning

Den {{receivedOn}} modtog vi din anmodning {{right}}.

Vi svarer senest {{dueOn}}. Hvis vi skal sikre os, at det er dig, der spørger, skriver vi til en adresse, vi allerede kender.

Her kan du se, hvordan det står til, med referencen {{ref}} og dette ord:

- {{statusLink}}
- Ord: {{statusWord}}`,
    'identity-code': `Er det dig, der har spurgt?

Nogen har bedt os om noget, som kun du må få. Var det dig, så åbn denne side og skriv koden:

- {{link}}
- Kode: {{code}}

Koden gælder i {{hours}} timer. Var det ikke dig, så gør ingenting: ingen får noget.`,
    'identity-refusal': `Vi kunne ikke fastslå, hvem der spørger

Du bad os {{right}}. Vi kunne ikke fastslå, at anmodningen kommer fra den person, dataene handler om, eller fra en, der må spørge for personen, og derfor må vi ikke følge den (GDPR art. 11, stk. 2, og 12, stk. 2).

Du kan spørge igen når som helst, for eksempel i en af vores butikker med et dokument, der viser dit navn.

## Hvis du er uenig

{{remedies}}`,
    fee: `Et gebyr for din anmodning

Du bad os {{right}}. Vi beder om et gebyr, før vi går videre, fordi:

{{reason}}

Svar til {{contact}} med referencen {{ref}}. {{remedies}}`,
    clarification: `Et spørgsmål til din anmodning

Du bad os {{right}}. For at vi kan lede de rigtige steder, så fortæl os venligst:

{{question}}

Svar til {{contact}} med referencen {{ref}}.`,
    extension: `Vi har brug for mere tid

Vi kan ikke svare på din anmodning inden for lovens første frist. Vi svarer nu senest {{dueOn}} (GDPR art. 12, stk. 3). Grunden: {{reason}}

## Hvis du er uenig

{{remedies}}`,
    refusal: `Vores svar på din anmodning

Du bad os {{right}}. Vi afslår af denne grund:

{{reason}}

## Hvis du er uenig

{{remedies}}`,
    'nothing-found': `Vi har intet om dig

Du bad os {{right}}. Vi fandt ingen data om dig i vores systemer.

{{reason}}

Hvis du mener, at vi burde have noget, så fortæl os, under hvilket andet navn, hvilken adresse eller hvilket nummer vi kan kende dig.

## Hvis du er uenig

{{remedies}}`,
    completion: `Vores svar på din anmodning

Du bad os {{right}}.

{{what}}

## Hvis du er uenig

{{remedies}}`,
    'hand-over': `Dine data er klar

Det, vi har om dig, er klar. Denne side udleverer det én gang:

- {{link}}

Den beder om et andet ord, som vi sender dig ad en anden vej. Den gælder til og med {{until}}.

## Hvad der ikke kunne gennemsøges

- {{notSearched}}

## Hvis du er uenig

{{remedies}}`,
    'erasure-answer': `Dine data er slettet

Du bad os slette dine data. Det har vi gjort:

## Hvad der er væk

- {{erased}}

## Hvad der bliver, uden dig i det

- {{anonymised}}

For at dine data ikke kommer tilbage ved et uheld, gemmer vi et nøglebeskyttet aftryk af dine adresser, som de ikke kan læses ud af.

## Hvem vi ellers har sagt det til (GDPR art. 19)

- {{recipients}}

## Hvad der ikke kunne gennemsøges

- {{notSearched}}

## Hvis du er uenig

{{remedies}}`,
    'erasure-part': `Vores svar: slettet delvist

Du bad os slette dine data. Vi har slettet en del af dem og afslår indtil videre at slette resten. Her står hvad, hvorfor og hvor længe.

## Det er slettet

- {{erased}}

## Det bliver uden dig i det

- {{anonymised}}

## Det afslår vi at slette, og på hvilket grundlag

- {{residue}}

Det bruges ikke til andet og slettes, når grundlaget ophører. For at dine data ikke kommer tilbage ved en fejl, gemmer vi et nøglet fingeraftryk af dine adresser, som de ikke kan læses ud af.

## Hvem der ellers har fået besked (GDPR art. 19)

- {{recipients}}

## Det kunne ikke gennemsøges

- {{notSearched}}

## Hvis du er uenig

{{remedies}}`,
    'appeal-answer': `Vores svar på din klage

Du bad os se på vores svar igen.

?upheld Vi fastholder det af denne grund:

?reversed Vi har ændret det:

{{text}}

## Hvis du er uenig

{{remedies}}`,
  },
};

export const held: { is: string; kinds: Readonly<Record<string, string>> } = {
  is: 'findes hos os',
  kinds: {
    'payment-card': 'betalingskort',
    'bank-account': 'bankkonto',
    iban: 'bankkonto',
    'national-id': 'personnummer',
    'tax-id': 'skattenummer',
    passport: 'pas',
    'driving-licence': 'kørekort',
    'health-insurance-id': 'sygesikringsnummer',
    'medical-id': 'patientnummer',
    password: 'adgangskode',
    biometric: 'biometriske data',
  },
};

export const certificate: of.CertificateWords = {
  subject: (ref) => `Attest om sletning ${ref}`,
  dates: (received, finished) => `Anmodning modtaget ${received}; sletning afsluttet ${finished}.`,
  done: 'Hvad der er sket',
  erased: 'slettet',
  anonymised: 'anonymiseret',
  kept: 'Hvad der er beholdt',
  told: 'Modtagere, der har fået besked (databeskyttelsesforordningens art. 19)',
  proof: 'Dokumentation',
  proofText: 'En ny søgning med de samme nøgler fandt intet ud over det, der er beholdt.',
  frozen: (day, fingerprint) => `Planen blev låst ${day}, fingeraftryk ${fingerprint}.`,
  keysDestroyed: 'Datanøglerne er ødelagt.',
  keysStay: 'Datanøglerne bliver, fordi poster i Bookend selv er beholdt.',
  signature: 'Underskrift (Ed25519 over den kanoniske JSON, RFC 8785)',
};

export const completion: (from: string) => Readonly<Record<of.ByLetter | 'other', string>> = (from) => ({
  objection: `Vi er holdt op med den brug af dine data, som du gjorde indsigelse mod, med virkning fra ${from}. De systemer, der sender for os, følger med. Du kan stadig få en besked, der allerede var på vej.`,
  withdrawal: `Dit samtykke er trukket tilbage med virkning fra ${from}. Det, der er sket før den dag, er fortsat lovligt (databeskyttelsesforordningens art. 7, stk. 3). De systemer, der sender for os, følger med.`,
  'opt-out': `Dine data sælges og deles ikke længere, med virkning fra ${from}. Vi har givet besked til dem, vi delte dem med. Vi spørger dig ikke igen i tolv måneder.`,
  limit: `Dine følsomme data bruges kun til det, du har bedt os om, og det, loven tillader, med virkning fra ${from}.`,
  rectification:
    'Vi har rettet dine data, som du bad om, og givet besked til dem, der havde modtaget dem fra os (databeskyttelsesforordningens art. 19).',
  restriction:
    'Dine data gemmes og bruges ikke til andet. Vi giver dig besked, før det ændrer sig (databeskyttelsesforordningens art. 18, stk. 3), og har givet besked til dem, der havde modtaget dem fra os (art. 19).',
  'automated-decision': 'Et menneske har set på afgørelsen og på det, du skrev.',
  information: 'Sådan behandler vi persondata.',
  other: 'Vi har gjort det, du bad om.',
});

export const confirmMail: (
  title: string,
  organisation: string,
  link: string,
  hours: number,
) => { subject: string; text: string } = (title, organisation, link, hours) => ({
  subject: `Bekræft venligst: ${title}`,
  text: `Hej,\n\nnogen, sandsynligvis dig, har sagt ja til “${title}” fra ${organisation} med denne adresse.\n\nHvis det var dig, så bekræft det her inden ${hours} timer:\n${link}\n\nHvis det ikke var dig, så gør ingenting. Intet ændrer sig, og du hører ikke fra os om det igen.\n\n${organisation}`,
});

export const choicesChangedMail: (
  organisation: string,
  lines: string,
  link: string,
) => { subject: string; text: string } = (organisation, lines, link) => ({
  subject: 'Dine valg er ændret',
  text: `Hej,\n\ndine valg hos ${organisation} er nu:\n\n${lines}\n\nVar det ikke dig, eller vil du ændre det igen? Her:\n${link}\n\n${organisation}`,
});

export const noticeChangedMail: (
  organisation: string,
  contact: string,
  link: string,
) => { subject: string; text: string } = (organisation, contact, link) => ({
  subject: 'Vi har ændret, hvad vi gør med dine oplysninger',
  text: `Hej\n\n${organisation} har ændret, hvad der sker med dine oplysninger, eller hvordan det bliver fortalt. Det, der gælder fra nu af, står her:\n${link}\n\nDu behøver ikke gøre noget. Det, du har sagt ja til før, bliver der spurgt om igen, hvor det er nødvendigt. Spørgsmål og indsigelser: ${contact}\n\n${organisation}`,
});

export const choicesPageMail: (
  organisation: string,
  link: string,
  code: string,
) => { subject: string; text: string } = (organisation, link, code) => ({
  subject: 'Dine valg',
  text: `Hej,\n\nher ser og ændrer du dine valg hos ${organisation}:\n${link}\n\nKode: ${code}\n\nDen virker i en time. Har du ikke bedt om den, så gør ingenting.\n\n${organisation}`,
});

export const cover: of.CoverWords = {
  subject: (organisation, ref) => `Dine data hos ${organisation} (${ref})`,
  copy: (day) =>
    `Dette er den kopi af dine data, som du har bedt om, som de var ${day} (databeskyttelsesforordningens art. 15, stk. 3).`,
  portable: (day) =>
    `Dette er de data, som du har givet os, som de var ${day}, i former som maskiner kan læse: CSV, JSON og JSON-LD (databeskyttelsesforordningens art. 20).`,
  inIt: 'Det indeholder den',
  withheld: (count) =>
    `${count} ${count === 1 ? 'post er' : 'poster er'} holdt tilbage, fordi der står andre menneskers data i ${count === 1 ? 'den' : 'dem'}; holdt-tilbage.csv nævner hver enkelt med sin grund (art. 15, stk. 4).`,
  notGiven: (count) =>
    `${count} ${count === 1 ? 'post er' : 'poster er'} ikke med, fordi du ikke selv har givet os ${count === 1 ? 'den' : 'dem'}; du kan i stedet bede om en kopi af alle dine data.`,
  notSearched: (list) => `Kunne ikke gennemsøges: ${list}. Vi skriver igen, når det er sket.`,
  purposes: '(a) Hvad dine data bruges til',
  categories: '(b) Kategorier af data',
  recipients: '(c) Hvem der modtager dem',
  retention: '(d) Hvor længe de gemmes',
  rights: '(e) Dine rettigheder',
  rightsText: (contact) =>
    `Du kan bede os om at rette eller slette dine data eller begrænse brugen af dem, og du kan gøre indsigelse mod brugen. Skriv til ${contact}.`,
  complaints: '(f) Klage',
  complaintsText: (authority) => `Du kan klage til en tilsynsmyndighed; for os er det ${authority}.`,
  source: '(g) Hvor de kommer fra',
  automated: '(h) Automatiske afgørelser',
  noAutomated: 'Ingen afgørelse om dig træffes af en maskine alene.',
  transfers: 'Overførsler uden for Det Europæiske Økonomiske Samarbejdsområde (art. 15, stk. 2)',
  none: 'Ingen.',
  nobody: 'Ingen uden for os.',
  notRecorded: (list) => `Endnu ikke registreret for: ${list}. Vi er ved at finde ud af det og skriver igen.`,
};

export const pack: of.PackWords = {
  names: {
    readme: 'LÆS-MIG.txt',
    cover: 'følgebrev.pdf',
    report: 'rapport.pdf',
    withheld: 'holdt-tilbage.csv',
    messages: 'beskeder',
    documents: 'dokumenter',
    message: 'besked.txt',
    redacted: 'uden-andres-ord',
  },
  readme: {
    title: (organisation, ref) => `Dine data hos ${organisation} (${ref})`,
    begin:
      'Begynd med brevet; derefter viser rapporten det hele til at læse. De andre filer indeholder de samme data til programmer.',
    cover: 'brevet: hvad der er her, hvad det bruges til, hvem der modtager det, og dine rettigheder',
    report: 'det hele til at læse, med et overblik, en tidslinje og hver post i ord',
    table: (title, count) => `${title}, ${count} ${count === 1 ? 'post' : 'poster'}`,
    machine:
      'CSV åbnes i et regneark, JSON er til programmer. Begge indeholder det samme, under de navne, som systemerne bruger.',
    messages: 'beskeder, som du har skrevet eller fået, hver med det, der var vedhæftet',
    documents: 'selvstændige dokumenter, som de ligger hos os',
    withheld: 'hvad der er holdt tilbage, og hvorfor',
    linked: 'de samme data som linkede data, så du kan tage dem med til en anden',
    manifest: 'en liste over alle filer med deres kontrolsummer',
  },
  withheldHead: ['hvor', 'hvad', 'hvorfor'],
  report: {
    title: 'Dine data, til at læse',
    overview: 'Overblik',
    columns: ['Hvor', 'Poster', 'Siden', 'Gemmes'],
    notSaid: 'endnu ikke registreret',
    contents: 'Indhold',
    timeline: 'Hvad der skete hvornår',
    timelineText: (shown, all) =>
      shown < all ? `De nyeste ${shown} af ${all} hændelser; alle står i filerne.` : 'De nyeste først.',
    purposesText: 'Bruges til',
    rest: (count, file) => `${count} mere står i ${file}.`,
    page: (n, of) => `Side ${n} af ${of}`,
    attached: 'Vedhæftet',
    noSubject: 'Uden emne',
    recordsText: 'Poster',
    made: (organisation, day) => `${organisation}, ${day}`,
  },
};

export const secondWords: readonly string[] = [
  'anker',
  'avne',
  'blomst',
  'bregne',
  'dagslys',
  'eng',
  'flint',
  'fyr',
  'gren',
  'hassel',
  'havn',
  'hejre',
  'humle',
  'hvede',
  'kanel',
  'kilde',
  'klit',
  'kobber',
  'korn',
  'lanterne',
  'linned',
  'lyng',
  'mark',
  'perle',
  'pil',
  'ravn',
  'sadel',
  'sejl',
  'sten',
  'tidsel',
  'vinter',
  'vind',
];

export const withheld: Readonly<Record<of.WithheldReason, string>> = {
  'others-data': 'Der står andre menneskers data i det (databeskyttelsesforordningens art. 15, stk. 4).',
  'attached-to-redacted':
    'Vedhæftet en besked, der udleveres uden andre menneskers ord (databeskyttelsesforordningens art. 15, stk. 4).',
  'may-hold-forbidden':
    'Vedhæftede filer kan indeholde det, som loven ikke lader nogen udlevere (11 CCR 7024(d)); spørg os efter det.',
};

export const removed: string = '[fjernet]';

export const lost: string = 'Vi kunne ikke nås. Det, du valgte, er her stadig; prøv igen.';

export const notAnAddress: string = 'Det ligner ikke en e-mailadresse, som mette@mail.example.';

export const choicesPage: of.PageWords = {
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
};

export const shopProof: of.ProofWords = {
  signInAt: (shop) => `Log ind: ${shop}`,
  why: 'Vi har endnu ikke fastslået, at det er dig, der spørger. Log ind, hvor du er kunde, så ved vi det.',
  proven: 'Tak, det er dig',
  provenText: (ref) => `Vi går videre med ${ref}. Du behøver ikke gøre mere.`,
  notProven: 'Vi kunne ikke se, at det er dig',
  other:
    'Du loggede ind som en anden end den, anmodningen handler om. Intet er udleveret. Skriv til os, så hjælper vi dig på en anden måde.',
  used: 'Dette login er allerede brugt. Se, hvordan det står til med din anmodning.',
  again: 'Det, der kom tilbage fra butikken, er udløbet eller ikke dens eget. Begynd igen på siden om din anmodning.',
  tooMany: 'For mange forsøg herfra. Vent et par minutter.',
};

export const ask: of.AskWords = {
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
  birthDate: 'Fødselsdato, hvis du vil',
  country: 'Land',
  region: 'Stat',
  notSaid: 'ikke oplyst',
  text: 'Andet, der hjælper',
  textFor: {
    rectification: 'Hvad er forkert, og hvad er rigtigt?',
    objection: 'Hvad skal holde op, og hvorfor for dig?',
    'automated-decision': 'Hvilken afgørelse, og hvad mener du om den?',
    restriction: 'Hvad må ikke bruges, og hvorfor?',
    erasure: 'Skal det hele væk, eller kun noget? Hvad?',
    access: 'Vil du have det hele, eller kun noget? Hvad?',
  },
  willShow: 'Det skal du kunne vise',
  proofs: {
    code: 'At det er dig: vi sender en kode til en adresse, vi kender i forvejen, eller sammenligner et par oplysninger med det, vi har. En kopi af et id-kort er ikke nødvendig.',
    agent: 'At du må spørge for denne person: personens underskrevne fuldmagt. Vi kan også spørge personen selv.',
    guardian: 'At det er dit barn: noget, der viser forældremyndigheden. Dæk det til, som ikke behøver at ses.',
    none: 'Som regel ingenting: det kræver ikke bevis for, hvem du er.',
  },
  kept: 'Det, du skriver, bliver i dette vindue, indtil du sender det.',
  send: 'Send min anmodning',
  needs: {
    right: 'Vælg, hvad du beder om.',
    givenName: 'Fornavnet hjælper os med at finde data.',
    familyName: 'Efternavnet hjælper os med at finde data.',
    email: 'Vi skal bruge en adresse at svare til.',
    birthDate: 'Det er ikke en dag, vi kender.',
    agentName: 'Hvem spørger for personen?',
    agentEmail: 'Det ligner ikke en e-mailadresse.',
    country: 'Vælg landet på listen.',
    region: 'Vælg staten på listen.',
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
};

export const links: of.LinkWords = {
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
};

export const ownName: string = 'Dansk';

export const yesAndNo: [string, string] = ['ja', 'nej'];

export const fieldsByMeaning: Readonly<Record<Holds, string>> = {
  email: 'E-mail',
  phone: 'Telefon',
  contact: 'Kontakt',
  'customer-number': 'Kundenummer',
  'given-name': 'Fornavn',
  'family-name': 'Efternavn',
  'full-name': 'Navn',
  'birth-date': 'Fødselsdato',
  street: 'Vej',
  postcode: 'Postnummer',
  city: 'By',
  country: 'Land',
  'national-id': 'Personnummer',
  'tax-number': 'Skattenummer',
  'bank-account': 'Bankkonto',
  'payment-card': 'Betalingskort',
  vehicle: 'Køretøj',
  'free-text': 'Tekst',
};

export const fieldTitles: of.FieldTitles = {
  number: 'Nummer',
  reference: 'Reference',
  created: 'Oprettet',
  lastChanged: 'Sidst ændret',
  closed: 'Afsluttet',
  when: 'Hvornår',
  recorded: 'Registreret',
  received: 'Modtaget',
  sent: 'Sendt',
  opened: 'Åbnet',
  paid: 'Betalt',
  ordered: 'Bestilt',
  delivered: 'Leveret',
  issued: 'Udstedt',
  due: 'Forfalder',
  written: 'Skrevet',
  signed: 'Underskrevet',
  from: 'Fra',
  to: 'Til',
  copyTo: 'Kopi til',
  subject: 'Emne',
  text: 'Tekst',
  note: 'Bemærkning',
  status: 'Status',
  stage: 'Trin',
  outcome: 'Udfald',
  kind: 'Art',
  askedFor: 'Anmodet om',
  amount: 'Beløb',
  currency: 'Valuta',
  quantity: 'Antal',
  product: 'Vare',
  productNumber: 'Varenummer',
  rating: 'Bedømmelse',
  language: 'Sprog',
  place: 'Sted',
  deliveryAddress: 'Leveringsadresse',
  billingAddress: 'Fakturaadresse',
  nameOnTheInvoice: 'Navn på fakturaen',
  timesOpened: 'Antal åbninger',
  address: 'Adresse',
  source: 'Kilde',
  purpose: 'Formål',
  answer: 'Svar',
  question: 'Spørgsmål',
  by: 'Hvordan',
  form: 'Formular',
  box: 'Felt',
  proof: 'Dokumentation',
  iPAddress: 'IP-adresse',
  browser: 'Browser',
  device: 'Enhed',
  session: 'Session',
  latitude: 'Breddegrad',
  longitude: 'Længdegrad',
  page: 'Side',
  file: 'Fil',
  sheet: 'Ark',
  line: 'Linje',
  newsletter: 'Nyhedsbrev',
  useRestricted: 'Brug begrænset',
  gender: 'Køn',
  formOfAddress: 'Tiltale',
  age: 'Alder',
  health: 'Helbred',
  parent: 'Forælder',
  numberThere: 'Nummer dér',
};

export const states: of.States = {
  open: 'åben',
  closed: 'lukket',
  paid: 'betalt',
  unpaid: 'ubetalt',
  packed: 'pakket',
  'on its way': 'på vej',
  sent: 'sendt',
  delivered: 'leveret',
  returned: 'returneret',
  cancelled: 'annulleret',
  active: 'aktiv',
  inactive: 'inaktiv',
  subscribed: 'tilmeldt',
  unsubscribed: 'afmeldt',
  pending: 'afventer',
  grant: 'ja',
  confirm: 'bekræftet',
  refuse: 'nej',
  withdraw: 'trukket tilbage',
  object: 'gjort indsigelse',
  'opt-out': 'fravalgt',
  'opt-in': 'tilvalgt',
  'gpc-seen': 'browserens privatlivssignal',
  'guardian-confirm': 'bekræftet af en forælder',
  'unticked by default': 'ikke afkrydset på forhånd',
  'tick-box': 'afkrydsningsfelt',
  spoken: 'mundtligt',
  'paper form': 'papirformular',
  'choices-page': 'siden med dine valg',
  'link in a mail': 'link i en mail',
  access: 'kopi af dine data',
  portability: 'data i en form, der kan flyttes',
  rectification: 'rettelse',
  erasure: 'sletning',
  restriction: 'begrænsning',
  objection: 'indsigelse',
  withdrawal: 'tilbagetrækning',
  limit: 'begrænsning af brug',
  information: 'oplysning',
  intake: 'modtaget',
  identity: 'identitet kontrolleres',
  trace: 'data søges frem',
  decide: 'afgøres',
  'carry-out': 'udføres',
  appeal: 'klage',
  fulfilled: 'efterkommet',
  refused: 'afvist',
};

export const partsOfFiles: Readonly<Record<'line' | 'row' | 'page', string>> = {
  line: 'linje',
  row: 'række',
  page: 'side',
};

export const phrases: of.Phrases = {
  // What is held.
  'name and contact': 'navn og kontaktoplysninger',
  'name and e-mail': 'navn og e-mail',
  'name and phone': 'navn og telefonnummer',
  'name and address': 'navn og adresse',
  name: 'navn',
  'contact details': 'kontaktoplysninger',
  'postal address': 'postadresse',
  'date of birth': 'fødselsdato',
  'name and date of birth': 'navn og fødselsdato',
  'customer number': 'kundenummer',
  'identity numbers': 'identitetsnumre',
  'national id': 'personnummer',
  'bank details': 'bankoplysninger',
  'payment details': 'betalingsoplysninger',
  amounts: 'beløb',
  messages: 'beskeder',
  'free text': 'fri tekst',
  photos: 'billeder',
  'IP address': 'IP-adresse',
  'device id': 'enheds-id',
  places: 'steder',
  'health data': 'helbredsoplysninger',
  'health notes (special category)': 'helbredsnotater (følsomme oplysninger)',
  'choices and when they were made': 'valg, og hvornår de blev truffet',
  // What it is for.
  'book-keeping': 'bogføring',
  accounting: 'regnskab',
  'customer service': 'kundeservice',
  'answering your questions': 'at svare på dine spørgsmål',
  'sending our newsletter': 'at sende vores nyhedsbrev',
  marketing: 'markedsføring',
  statistics: 'statistik',
  security: 'sikkerhed',
  'selling and delivering what you order': 'at sælge og levere det, du bestiller',
  'delivering what you order': 'at levere det, du bestiller',
  'keeping proof of your choices': 'at kunne dokumentere dine valg',
  'answering requests about personal data': 'at svare på anmodninger om persondata',
  // Who receives it.
  'our accountant': 'vores revisor',
  'our parcel carrier': 'vores pakkefirma',
  'our payment provider': 'vores betalingsudbyder',
  'our hosting provider, as processor': 'vores hostingudbyder, som databehandler',
  'our newsletter service, as processor': 'vores nyhedsbrevstjeneste, som databehandler',
  'the tax authority on request': 'skattemyndigheden på forlangende',
  'our insurer, after an accident': 'vores forsikringsselskab, efter en ulykke',
  // Where it comes from.
  you: 'dig selv',
  'you, when you ordered': 'dig selv, da du bestilte',
  'you, when you signed up': 'dig selv, da du tilmeldte dig',
  'you, when you wrote to us': 'dig selv, da du skrev til os',
  'you, at the counter': 'dig selv, ved skranken',
  'our office': 'vores kontor',
  // What Bookend itself keeps.
  Bookend: 'Bookend',
  'your identifiers': 'dine kendetegn',
  'your choices': 'dine valg',
  'what you wrote to us about your data': 'hvad du har skrevet til os om dine data',
  'notes on your requests': 'notater om dine anmodninger',
  'your requests': 'dine anmodninger',
  'keeping your choices and answering your requests': 'at gemme dine valg og svare på dine anmodninger',
  'proving what you agreed to (GDPR art. 7(1))':
    'at dokumentere, hvad du har sagt ja til (databeskyttelsesforordningens art. 7, stk. 1)',
  'answering your requests in time': 'at svare på dine anmodninger til tiden',
  'your answers, when, where and under which wording': 'dine svar, hvornår, hvor og med hvilken ordlyd',
  'what you wrote': 'hvad du har skrevet',
  'what was written': 'hvad der er skrevet',
  'what colleagues noted': 'hvad kolleger har noteret',
  'what you asked and what we answered': 'hvad du spurgte om, og hvad vi svarede',
  'until erased': 'indtil de slettes',
  'the sealed proof stays; after an erasure nobody can read whose it was':
    'det forseglede bevis bliver; efter en sletning kan ingen læse, hvis det var',
  'until a colleague has opened it as a request': 'indtil en kollega har åbnet det som en anmodning',
  'with the request': 'sammen med anmodningen',
  'three years after the answer': 'tre år efter svaret',
  'the forms, shops and systems that you used': 'de formularer, butikker og systemer, du har brugt',
  'our colleagues': 'vores kolleger',
  'you, when you asked': 'dig selv, da du spurgte',
  // Until when.
  'as long as you are a customer': 'så længe du er kunde',
  'as long as you are a customer, then two years': 'så længe du er kunde, derefter to år',
  'until you unsubscribe': 'indtil du afmelder dig',
  'until you unsubscribe, then thirty days': 'indtil du afmelder dig, derefter tredive dage',
  'until you delete it': 'indtil du sletter det',
};

export const periods: Readonly<Record<'day' | 'month' | 'year', string>> = {
  day: 'dage',
  month: 'måneder',
  year: 'år',
};

export const onePeriod: Readonly<Record<'day' | 'month' | 'year', string>> = {
  day: 'en dag',
  month: 'en måned',
  year: 'et år',
};

export const ownRefusals: of.OwnRefusals = {
  'link-unknown': 'Dette link er ikke et af vores, eller et nyere har taget dets plads.',
  'link-expired': 'Dette link er udløbet. Skriv til os, så sender vi et nyt.',
  'link-used': 'Dette link er brugt. Skriv til os, hvis du stadig mangler noget.',
  'tries-used-up': 'For mange forkerte forsøg. Siden er lukket; skriv til os, så hjælper vi dig på en anden måde.',
  'code-wrong': 'Det er ikke koden. Forsøg tilbage: {left}.',
  'secret-wrong': 'Det er ikke ordet. Forsøg tilbage: {left}.',
  'code-needed': 'Skriv først koden fra mailen.',
  'purpose-not-open': 'Dette kan ikke vælges: det er nødvendigt for det, du har bedt os om.',
  'choice-held': 'Vi kunne ikke se, hvis valg det er, fordi flere deler adressen. Intet blev ændret; skriv til os.',
  'too-many': 'For mange forsøg herfra. Vent et par minutter.',
};

/** Purposes and questions with which a small shop may begin. */
export const example: of.ExampleWords = {
  orders: {
    title: 'Ordrer og levering',
    plain:
      'Vi bruger dit navn og din adresse til at levere det, du bestiller, og din e-mail til at fortælle, hvordan det går.',
  },
  newsletter: {
    title: 'Nyhedsbrev på e-mail',
    plain: 'Nu og da en mail med nyheder. Du kan stoppe det når som helst.',
    ask: 'Ja, send mig nyhedsbrevet. Jeg kan stoppe det når som helst.',
  },
  usage: {
    title: 'Hvordan butikken bruges',
    plain: 'Vi tæller, hvordan vores sider bruges, for at gøre dem bedre.',
    ask: 'I må tælle, hvordan jeg bruger butikkens sider. Jeg kan stoppe det når som helst.',
  },
  notice:
    '{name} er ansvarlig for dine oplysninger; du når os på {contact}. Når du bestiller, bruger vi dit navn, din adresse og din e-mail til at levere og til at fortælle, hvordan det går, for ellers kunne vi ikke levere (GDPR art. 6, stk. 1, litra b). Loven kræver, at vi gemmer fakturaer, så længe bogføringen kræver det. Nyhedsbrevet, og at vi tæller, hvordan vores sider bruges, sker kun, hvis du har sagt ja (art. 6, stk. 1, litra a); du kan stoppe begge dele når som helst. Pakkefirmaet og betalingsformidleren får det, de skal bruge, og intet andet. Vi gemmer, hvad der hører til en ordre, i tre år efter levering. Du kan bede om en kopi af dine oplysninger, få dem rettet eller slettet, få brugen begrænset, tage dem med dig og gøre indsigelse; skriv til {contact}. Du kan også klage til tilsynsmyndigheden.',
};

/** The list of what a site keeps and calls, as its visitors read it. */
export const trackerList: of.TrackerListWords = {
  title: (site) => `Hvad ${site} gemmer og henter`,
  seenOn: (day) => `Set den ${day} ved at åbne siderne.`,
  nothing: 'Der blev ikke set noget.',
  columns: { what: 'Hvad', whose: 'Hvis', why: 'Hvortil', howLong: 'Hvor længe' },
  kinds: {
    kept: 'gemt på din enhed',
    called: 'hentet et andet sted fra',
    read: 'læst på din enhed',
    watched: 'læst af det, du gør',
  },
  own: 'dette websted',
  notSaid: 'endnu ikke oplyst',
  uses: {
    session: 'holder dit besøg sammen',
    choice: 'husker dit valg',
    language: 'husker dit sprog',
    security: 'beskytter formularer',
    counting: 'tæller besøg',
    testing: 'afprøver varianter',
    recording: 'optager besøg',
    advertising: 'reklame',
    social: 'socialt netværk',
    embedded: 'viser noget fra andre',
    fonts: 'skrifttyper',
    captcha: 'skelner mennesker fra programmer',
    support: 'samtale med os',
    'known-again': 'genkender en enhed',
  },
  visit: 'dette besøg',
  untilCleared: 'til du sletter det',
  days: (days) => `${days} ${days === 1 ? 'dag' : 'dage'}`,
};
