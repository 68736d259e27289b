// Everything a person reads in this language. What is added to one of them is missed in the others until it is there.

import type * as of from './words';
import type { Holds } from '../systems/fieldHolds';

export const letters: of.LetterWords = {
  locale: 'nl',
  dear: (name) => `Beste ${name},`,
  hello: 'Hallo,',
  regards: 'Met vriendelijke groet,',
  reference: 'Kenmerk',
  records: (count) => `${count} ${count === 1 ? 'record' : 'records'}`,
  nothing: 'Niets.',
  keptBecause: {
    hold: () =>
      'Wij hebben het nodig om een rechtsvordering in te stellen, uit te oefenen of te onderbouwen (AVG art. 17 lid 3 onder e).',
    retention: (until, law) =>
      `${law ?? 'Een wet'} verplicht ons het te bewaren (AVG art. 17 lid 3 onder b)${until ? `, tot en met ${until}` : ''}.`,
    unclear: () => 'Een wet kan ons verplichten het te bewaren (AVG art. 17 lid 3 onder b); wij zoeken uit hoe lang.',
    open: () => 'Het hoort bij iets dat nog niet is afgesloten; tot dan hebben wij het nodig.',
    others: () => 'Het hoort ook bij anderen, zoals een gedeeld adres; wat het met u verbond, is gewist.',
    'kept-apart': (until) =>
      `Uw naam is eruit verwijderd. Het wordt apart bewaard omdat een gegeven dat wij moeten bewaren ermee verbonden is${until ? `, tot en met ${until}` : ''}.`,
  },
  restricted: 'Het gebruik is beperkt: het wordt alleen bewaard.',
  told: (recipient, day) => `${recipient}, op ${day}`,
  notSearched: {
    system: (name) => name,
    unread: (count, name) =>
      `${count} ${count === 1 ? 'deel' : 'delen'} van ${name} ${count === 1 ? 'dat' : 'die'} niet kon${count === 1 ? '' : 'den'} worden gelezen`,
    inactive: (name) => `mensen die in ${name} niet meer actief zijn`,
    narrowed: 'alles buiten wat u vroeg',
  },
  remedies: (authority) =>
    `U kunt ons altijd schrijven. U kunt ook een klacht indienen bij een toezichthouder (art. 77 AVG), voor ons ${authority}, en naar de rechter gaan (art. 79).`,
  remediesElsewhere: {
    uk: 'U kunt een klacht indienen bij de Information Commissioner van het Verenigd Koninkrijk en naar de rechter gaan.',
    'uk-complaint':
      'U kunt een klacht indienen bij ons en bij de Information Commissioner van het Verenigd Koninkrijk, en naar de rechter gaan.',
    california:
      'U kunt zich wenden tot de California Privacy Protection Agency of tot de Attorney General van Californië.',
    state: 'U kunt zich wenden tot de Attorney General van de staat.',
    'state-appeal': 'U kunt bij ons bezwaar maken en zich daarna wenden tot de Attorney General van de staat.',
    authority: 'U kunt een klacht indienen bij de toezichthouder voor gegevensbescherming van uw land.',
  },
  rights: {
    access: 'om een kopie van uw gegevens',
    portability: 'om uw gegevens in een vorm die machines kunnen lezen',
    rectification: 'om uw gegevens te corrigeren',
    erasure: 'om uw gegevens te wissen',
    restriction: 'om het gebruik van uw gegevens te beperken',
    objection: 'om een gebruik te stoppen waartegen u bezwaar maakt',
    'automated-decision': 'om naar een geautomatiseerd besluit te kijken',
    'opt-out': 'om verkoop of delen van uw gegevens te stoppen',
    limit: 'om het gebruik van gevoelige gegevens te beperken',
    withdrawal: 'om uw toestemming in te trekken',
    information: 'om informatie over wat wij met uw gegevens doen',
  },
  templates: {
    acknowledgement: `Wij hebben uw verzoek

Op {{receivedOn}} ontvingen wij uw verzoek {{right}}.

Wij antwoorden uiterlijk {{dueOn}}. Als wij moeten weten of u het bent, schrijven wij naar een adres dat wij al kennen.

Hier ziet u hoe het ervoor staat, met het kenmerk {{ref}} en dit woord:

- {{statusLink}}
- Woord: {{statusWord}}`,
    'identity-code': `Heeft u dit gevraagd?

Iemand vroeg ons om iets wat alleen u mag krijgen. Was u het, open dan deze pagina en typ de code:

- {{link}}
- Code: {{code}}

De code geldt {{hours}} uur. Was u het niet, doe dan niets: niemand krijgt iets.`,
    'identity-refusal': `Wij konden niet vaststellen wie dit vraagt

U vroeg ons {{right}}. Wij konden niet vaststellen dat het verzoek komt van de persoon om wie het gaat, of van iemand die het voor die persoon mag vragen. Daarom mogen wij er niet aan voldoen (art. 11 lid 2, 12 lid 2 AVG).

U kunt het altijd opnieuw vragen, bijvoorbeeld in een van onze winkels met een document waarop uw naam staat.

## Als u het er niet mee eens bent

{{remedies}}`,
    fee: `Een vergoeding voor uw verzoek

U vroeg ons {{right}}. Voordat wij verdergaan vragen wij een vergoeding, omdat:

{{reason}}

Antwoord aan {{contact}}, met het kenmerk {{ref}}. {{remedies}}`,
    clarification: `Een vraag over uw verzoek

U vroeg ons {{right}}. Zodat wij op de juiste plaatsen zoeken, vertel ons alstublieft:

{{question}}

Antwoord aan {{contact}}, met het kenmerk {{ref}}.`,
    extension: `Wij hebben meer tijd nodig

Wij kunnen uw verzoek niet binnen de eerste wettelijke termijn beantwoorden. Wij antwoorden nu uiterlijk {{dueOn}} (art. 12 lid 3 AVG). De reden: {{reason}}

## Als u het er niet mee eens bent

{{remedies}}`,
    refusal: `Ons antwoord op uw verzoek

U vroeg ons {{right}}. Wij wijzen dat af om deze reden:

{{reason}}

## Als u het er niet mee eens bent

{{remedies}}`,
    'nothing-found': `Wij hebben niets over u

U vroeg ons {{right}}. Wij vonden in onze systemen geen gegevens over u.

{{reason}}

Als u denkt dat wij iets zouden moeten hebben, vertel ons dan onder welke andere naam, welk adres of nummer wij u kunnen kennen.

## Als u het er niet mee eens bent

{{remedies}}`,
    completion: `Ons antwoord op uw verzoek

U vroeg ons {{right}}.

{{what}}

## Als u het er niet mee eens bent

{{remedies}}`,
    'hand-over': `Uw gegevens staan klaar

Wat wij over u hebben staat klaar. Deze pagina geeft het één keer af:

- {{link}}

Zij vraagt om een tweede woord, dat wij u langs een andere weg sturen. Zij geldt tot en met {{until}}.

## Wat niet doorzocht kon worden

- {{notSearched}}

## Als u het er niet mee eens bent

{{remedies}}`,
    'erasure-answer': `Uw gegevens zijn gewist

U vroeg ons uw gegevens te wissen. Dit hebben wij gedaan:

## Wat weg is

- {{erased}}

## Wat blijft zonder u erin

- {{anonymised}}

Zodat uw gegevens niet per ongeluk terugkomen, bewaren wij een versleutelde afdruk van uw adressen, waaruit ze niet te lezen zijn.

## Wie wij het ook hebben verteld (art. 19 AVG)

- {{recipients}}

## Wat niet doorzocht kon worden

- {{notSearched}}

## Als u het er niet mee eens bent

{{remedies}}`,
    'erasure-part': `Ons antwoord: gedeeltelijk gewist

U vroeg ons uw gegevens te wissen. Een deel hebben wij gewist; de rest te wissen wijzen wij voorlopig af. Hier staat wat, waarom en tot wanneer.

## Wat is gewist

- {{erased}}

## Wat blijft zonder u erin

- {{anonymised}}

## Wat wij niet wissen, en op welke grond

- {{residue}}

Het wordt voor niets anders gebruikt en gewist als de grond vervalt. Om te voorkomen dat uw gegevens per ongeluk terugkomen, bewaren wij een versleutelde vingerafdruk van uw adressen, waaruit ze niet te lezen zijn.

## Wie er nog meer is ingelicht (AVG art. 19)

- {{recipients}}

## Wat niet kon worden doorzocht

- {{notSearched}}

## Als u het er niet mee eens bent

{{remedies}}`,
    'appeal-answer': `Ons antwoord op uw bezwaar

U vroeg ons opnieuw naar ons antwoord te kijken.

?upheld Wij blijven erbij, om deze reden:

?reversed Wij hebben het gewijzigd:

{{text}}

## Als u het er niet mee eens bent

{{remedies}}`,
  },
};

export const held: { is: string; kinds: Readonly<Record<string, string>> } = {
  is: 'is bij ons aanwezig',
  kinds: {
    'payment-card': 'betaalkaart',
    'bank-account': 'bankrekening',
    iban: 'bankrekening',
    'national-id': 'persoonsnummer',
    'tax-id': 'belastingnummer',
    passport: 'paspoort',
    'driving-licence': 'rijbewijs',
    'health-insurance-id': 'zorgverzekeringsnummer',
    'medical-id': 'patiëntnummer',
    password: 'wachtwoord',
    biometric: 'biometrische gegevens',
  },
};

export const certificate: of.CertificateWords = {
  subject: (ref) => `Verklaring van wissing ${ref}`,
  dates: (received, finished) => `Verzoek ontvangen op ${received}; wissing afgerond op ${finished}.`,
  done: 'Wat er is gedaan',
  erased: 'gewist',
  anonymised: 'geanonimiseerd',
  kept: 'Wat wordt bewaard',
  told: 'Ontvangers aan wie het is gemeld (AVG art. 19)',
  proof: 'Bewijs',
  proofText: 'Een tweede zoektocht met dezelfde sleutels vond niets buiten wat wordt bewaard.',
  frozen: (day, fingerprint) => `Plan vastgelegd op ${day}, vingerafdruk ${fingerprint}.`,
  keysDestroyed: 'De gegevenssleutels zijn vernietigd.',
  keysStay: 'De gegevenssleutels blijven, omdat gegevens van Bookend zelf worden bewaard.',
  signature: 'Handtekening (Ed25519 over de canonieke JSON, RFC 8785)',
};

export const completion: (from: string) => Readonly<Record<of.ByLetter | 'other', string>> = (from) => ({
  objection: `Wij zijn met ingang van ${from} gestopt met het gebruik van uw gegevens waartegen u bezwaar maakte. De systemen die namens ons versturen volgen. Een bericht dat al onderweg was kan u nog bereiken.`,
  withdrawal: `Uw toestemming is ingetrokken met ingang van ${from}. Wat daarvoor is gebeurd blijft rechtmatig (AVG art. 7 lid 3). De systemen die namens ons versturen volgen.`,
  'opt-out': `Uw gegevens worden met ingang van ${from} niet meer verkocht of gedeeld. Wij hebben het gemeld aan degenen met wie wij ze deelden. Wij vragen het u twaalf maanden niet opnieuw.`,
  limit: `Uw gevoelige gegevens worden met ingang van ${from} alleen gebruikt voor wat u ons vroeg en wat de wet toestaat.`,
  rectification:
    'Wij hebben uw gegevens gecorrigeerd zoals u vroeg, en het gemeld aan degenen die ze van ons hadden ontvangen (AVG art. 19).',
  restriction:
    'Uw gegevens worden bewaard en voor niets anders gebruikt. Wij laten het u weten voordat dat verandert (AVG art. 18 lid 3), en hebben het gemeld aan degenen die ze van ons hadden ontvangen (art. 19).',
  'automated-decision': 'Een mens heeft naar het besluit gekeken en naar wat u schreef.',
  information: 'Zo gaan wij om met persoonsgegevens.',
  other: 'Wij hebben gedaan wat u vroeg.',
});

export const confirmMail: (
  title: string,
  organisation: string,
  link: string,
  hours: number,
) => { subject: string; text: string } = (title, organisation, link, hours) => ({
  subject: `Bevestig alstublieft: ${title}`,
  text: `Hallo,\n\niemand, waarschijnlijk u, heeft met dit adres ja gezegd tegen “${title}” van ${organisation}.\n\nWas u het, bevestig het dan hier binnen ${hours} uur:\n${link}\n\nWas u het niet, doe dan niets. Er verandert niets en u hoort er niets meer over.\n\n${organisation}`,
});

export const choicesChangedMail: (
  organisation: string,
  lines: string,
  link: string,
) => { subject: string; text: string } = (organisation, lines, link) => ({
  subject: 'Uw keuzes zijn gewijzigd',
  text: `Hallo,\n\nuw keuzes bij ${organisation} zijn nu:\n\n${lines}\n\nWas u dit niet, of wilt u het weer wijzigen? Hier:\n${link}\n\n${organisation}`,
});

export const noticeChangedMail: (
  organisation: string,
  contact: string,
  link: string,
) => { subject: string; text: string } = (organisation, contact, link) => ({
  subject: 'Wat wij met uw gegevens doen is veranderd',
  text: `Hallo,\n\n${organisation} heeft veranderd wat er met uw gegevens gebeurt, of hoe dat wordt gezegd. Wat vanaf nu geldt, staat hier:\n${link}\n\nU hoeft niets te doen. Waar u eerder ja tegen zei, wordt opnieuw gevraagd waar dat nodig is. Vragen en bezwaar: ${contact}\n\n${organisation}`,
});

export const choicesPageMail: (
  organisation: string,
  link: string,
  code: string,
) => { subject: string; text: string } = (organisation, link, code) => ({
  subject: 'Uw keuzes',
  text: `Hallo,\n\nhier ziet en wijzigt u uw keuzes bij ${organisation}:\n${link}\n\nCode: ${code}\n\nDeze werkt een uur. Heeft u er niet om gevraagd, doe dan niets.\n\n${organisation}`,
});

export const cover: of.CoverWords = {
  subject: (organisation, ref) => `Uw gegevens bij ${organisation} (${ref})`,
  copy: (day) =>
    `Dit is de kopie van uw gegevens waarom u heeft gevraagd, zoals ze waren op ${day} (AVG art. 15 lid 3).`,
  portable: (day) =>
    `Dit zijn de gegevens die u ons heeft gegeven, zoals ze waren op ${day}, in vormen die machines kunnen lezen: CSV, JSON en JSON-LD (AVG art. 20).`,
  inIt: 'Wat erin zit',
  withheld: (count) =>
    `${count} ${count === 1 ? 'record wordt' : 'records worden'} achtergehouden omdat er gegevens van anderen in staan; achtergehouden.csv noemt elk met de reden (art. 15 lid 4).`,
  notGiven: (count) =>
    `${count} ${count === 1 ? 'record hoort' : 'records horen'} er niet bij omdat u ${count === 1 ? 'dat' : 'die'} niet zelf aan ons heeft gegeven; u kunt in plaats daarvan om een kopie van al uw gegevens vragen.`,
  notSearched: (list) => `Kon niet worden doorzocht: ${list}. Wij schrijven opnieuw als dat is gebeurd.`,
  purposes: '(a) Waarvoor uw gegevens worden gebruikt',
  categories: '(b) Categorieën gegevens',
  recipients: '(c) Wie ze ontvangt',
  retention: '(d) Hoe lang ze worden bewaard',
  rights: '(e) Uw rechten',
  rightsText: (contact) =>
    `U kunt ons vragen uw gegevens te corrigeren of te wissen of het gebruik te beperken, en u kunt bezwaar maken tegen het gebruik. Schrijf naar ${contact}.`,
  complaints: '(f) Klacht',
  complaintsText: (authority) =>
    `U kunt een klacht indienen bij een toezichthoudende autoriteit; voor ons is dat ${authority}.`,
  source: '(g) Waar ze vandaan komen',
  automated: '(h) Geautomatiseerde besluiten',
  noAutomated: 'Geen besluit over u wordt door een machine alleen genomen.',
  transfers: 'Doorgiften buiten de Europese Economische Ruimte (art. 15 lid 2)',
  none: 'Geen.',
  nobody: 'Niemand buiten ons.',
  notRecorded: (list) => `Nog niet vastgelegd voor: ${list}. Wij zoeken het uit en schrijven opnieuw.`,
};

export const pack: of.PackWords = {
  names: {
    readme: 'LEES-MIJ.txt',
    cover: 'begeleidende-brief.pdf',
    report: 'verslag.pdf',
    withheld: 'achtergehouden.csv',
    messages: 'berichten',
    documents: 'documenten',
    message: 'bericht.txt',
    redacted: 'zonder-woorden-van-anderen',
  },
  readme: {
    title: (organisation, ref) => `Uw gegevens bij ${organisation} (${ref})`,
    begin:
      'Begin met de brief; het verslag toont daarna alles om te lezen. De andere bestanden bevatten dezelfde gegevens voor programma’s.',
    cover: 'de brief: wat hier is, waarvoor het wordt gebruikt, wie het ontvangt, en uw rechten',
    report: 'alles om te lezen, met een overzicht, een tijdlijn en elk gegeven in woorden',
    table: (title, count) => `${title}, ${count} ${count === 1 ? 'gegeven' : 'gegevens'}`,
    machine:
      'CSV opent in een rekenblad, JSON is voor programma’s. Beide bevatten hetzelfde, onder de namen die de systemen gebruiken.',
    messages: 'berichten die u schreef of ontving, elk met de bijlagen',
    documents: 'zelfstandige documenten, zoals ze bij ons liggen',
    withheld: 'wat wordt achtergehouden, en waarom',
    linked: 'dezelfde gegevens als verbonden gegevens, om ze elders mee te nemen',
    manifest: 'een lijst van alle bestanden met hun controlegetallen',
  },
  withheldHead: ['waar', 'wat', 'waarom'],
  report: {
    title: 'Uw gegevens, om te lezen',
    overview: 'In één oogopslag',
    columns: ['Waar', 'Aantal', 'Sinds', 'Bewaard'],
    notSaid: 'nog niet vastgelegd',
    contents: 'Inhoud',
    timeline: 'Wat er wanneer gebeurde',
    timelineText: (shown, all) =>
      shown < all
        ? `De nieuwste ${shown} van ${all} gebeurtenissen; alle staan in de bestanden.`
        : 'De nieuwste eerst.',
    purposesText: 'Gebruikt voor',
    rest: (count, file) => `Nog ${count} staan in ${file}.`,
    page: (n, of) => `Pagina ${n} van ${of}`,
    attached: 'Bijlage',
    noSubject: 'Geen onderwerp',
    recordsText: 'Gegevens',
    made: (organisation, day) => `${organisation}, ${day}`,
  },
};

export const secondWords: readonly string[] = [
  'anker',
  'appel',
  'avond',
  'baken',
  'beuk',
  'bries',
  'dennen',
  'distel',
  'duin',
  'eik',
  'fluit',
  'gerst',
  'haven',
  'hazelaar',
  'kaars',
  'klaver',
  'koper',
  'koraal',
  'lantaarn',
  'linde',
  'linnen',
  'molen',
  'oever',
  'parel',
  'reiger',
  'rivier',
  'steen',
  'tarwe',
  'vuur',
  'weide',
  'wilg',
  'zadel',
];

export const withheld: Readonly<Record<of.WithheldReason, string>> = {
  'others-data': 'Er staan gegevens van anderen in (AVG art. 15 lid 4).',
  'attached-to-redacted':
    'Bijlage bij een bericht dat zonder de woorden van anderen wordt verstrekt (AVG art. 15 lid 4).',
  'may-hold-forbidden': 'Bijlagen kunnen bevatten wat niemand mag verstrekken (11 CCR 7024(d)); vraag ons erom.',
};

export const removed: string = '[verwijderd]';

export const lost: string = 'We waren niet te bereiken. Wat u koos staat er nog; probeer het opnieuw.';

export const notAnAddress: string = 'Dit lijkt geen e-mailadres, zoals mette@mail.example.';

export const choicesPage: of.PageWords = {
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
  confirmLead: 'U zei ja tegen “{title}”. Was u het, bevestig het dan. Zo niet, sluit deze pagina; er verandert niets.',
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
};

export const shopProof: of.ProofWords = {
  signInAt: (shop) => `Inloggen: ${shop}`,
  why: 'Wij hebben nog niet vastgesteld dat u het bent. Log in waar u klant bent, dan weten wij het.',
  proven: 'Dank u, u bent het',
  provenText: (ref) => `Wij gaan verder met ${ref}. U hoeft niets meer te doen.`,
  notProven: 'Wij konden niet zien dat u het bent',
  other:
    'U logde in als iemand over wie dit verzoek niet gaat. Er is niets verstrekt. Schrijf ons, dan helpen wij u op een andere manier.',
  used: 'Deze inlog is al gebruikt. Kijk hoe uw verzoek ervoor staat.',
  again: 'Wat van de winkel terugkwam is verlopen of niet van haar. Begin opnieuw op de pagina van uw verzoek.',
  tooMany: 'Te veel pogingen vanaf hier. Wacht een paar minuten.',
};

export const ask: of.AskWords = {
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
  birthDate: 'Geboortedatum, als u wilt',
  country: 'Land',
  region: 'Staat',
  notSaid: 'niet opgegeven',
  text: 'Wat verder helpt',
  textFor: {
    rectification: 'Wat klopt niet, en hoe is het goed?',
    objection: 'Wat moet stoppen, en waarom in uw geval?',
    'automated-decision': 'Welk besluit, en wat vindt u ervan?',
    restriction: 'Wat mag niet gebruikt worden, en waarom?',
    erasure: 'Moet alles weg, of een deel? Welk?',
    access: 'Wilt u alles, of een deel? Welk?',
  },
  willShow: 'Wat u moet laten zien',
  proofs: {
    code: 'Dat u het bent: wij sturen een code naar een adres dat wij al kennen, of vergelijken een paar gegevens met de onze. Een kopie van een identiteitsbewijs is niet nodig.',
    agent:
      'Dat u voor deze persoon mag vragen: een ondertekende machtiging. Wij kunnen het ook aan de persoon zelf vragen.',
    guardian: 'Dat het uw kind is: iets waaruit het gezag blijkt. Dek af wat niet te zien hoeft te zijn.',
    none: 'Meestal niets: hiervoor is geen bewijs nodig van wie u bent.',
  },
  kept: 'Wat u typt, blijft in dit venster staan tot u het verstuurt.',
  send: 'Verzoek versturen',
  needs: {
    right: 'Kies wat u vraagt.',
    givenName: 'De voornaam helpt ons de gegevens te vinden.',
    familyName: 'De achternaam helpt ons de gegevens te vinden.',
    email: 'Wij hebben een adres nodig om te antwoorden.',
    birthDate: 'Dat is geen dag die wij kennen.',
    agentName: 'Wie vraagt dit voor deze persoon?',
    agentEmail: 'Dit lijkt geen e-mailadres.',
    country: 'Kies het land uit de lijst.',
    region: 'Kies de staat uit de lijst.',
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
};

export const links: of.LinkWords = {
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
};

export const ownName: string = 'Nederlands';

export const yesAndNo: [string, string] = ['ja', 'nee'];

export const fieldsByMeaning: Readonly<Record<Holds, string>> = {
  email: 'E-mail',
  phone: 'Telefoon',
  contact: 'Contact',
  'customer-number': 'Klantnummer',
  'given-name': 'Voornaam',
  'family-name': 'Achternaam',
  'full-name': 'Naam',
  'birth-date': 'Geboortedatum',
  street: 'Straat',
  postcode: 'Postcode',
  city: 'Plaats',
  country: 'Land',
  'national-id': 'Persoonsnummer',
  'tax-number': 'Belastingnummer',
  'bank-account': 'Bankrekening',
  'payment-card': 'Betaalkaart',
  vehicle: 'Voertuig',
  'free-text': 'Tekst',
};

export const fieldTitles: of.FieldTitles = {
  number: 'Nummer',
  reference: 'Referentie',
  created: 'Aangemaakt',
  lastChanged: 'Laatst gewijzigd',
  closed: 'Afgesloten',
  when: 'Wanneer',
  recorded: 'Vastgelegd',
  received: 'Ontvangen',
  sent: 'Verzonden',
  opened: 'Geopend',
  paid: 'Betaald',
  ordered: 'Besteld',
  delivered: 'Geleverd',
  issued: 'Uitgegeven',
  due: 'Vervalt',
  written: 'Geschreven',
  signed: 'Ondertekend',
  from: 'Van',
  to: 'Aan',
  copyTo: 'Kopie aan',
  subject: 'Onderwerp',
  text: 'Tekst',
  note: 'Opmerking',
  status: 'Status',
  stage: 'Stap',
  outcome: 'Uitkomst',
  kind: 'Soort',
  askedFor: 'Gevraagd',
  amount: 'Bedrag',
  currency: 'Valuta',
  quantity: 'Aantal',
  product: 'Product',
  productNumber: 'Artikelnummer',
  rating: 'Waardering',
  language: 'Taal',
  place: 'Plaats',
  deliveryAddress: 'Afleveradres',
  billingAddress: 'Factuuradres',
  nameOnTheInvoice: 'Naam op de factuur',
  timesOpened: 'Aantal keer geopend',
  address: 'Adres',
  source: 'Bron',
  purpose: 'Doel',
  answer: 'Antwoord',
  question: 'Vraag',
  by: 'Wijze',
  form: 'Formulier',
  box: 'Vakje',
  proof: 'Bewijs',
  iPAddress: 'IP-adres',
  browser: 'Browser',
  device: 'Apparaat',
  session: 'Sessie',
  latitude: 'Breedtegraad',
  longitude: 'Lengtegraad',
  page: 'Pagina',
  file: 'Bestand',
  sheet: 'Werkblad',
  line: 'Regel',
  newsletter: 'Nieuwsbrief',
  useRestricted: 'Gebruik beperkt',
  gender: 'Geslacht',
  formOfAddress: 'Aanhef',
  age: 'Leeftijd',
  health: 'Gezondheid',
  parent: 'Ouder',
  numberThere: 'Nummer daar',
};

export const states: of.States = {
  open: 'open',
  closed: 'gesloten',
  paid: 'betaald',
  unpaid: 'onbetaald',
  packed: 'ingepakt',
  'on its way': 'onderweg',
  sent: 'verzonden',
  delivered: 'geleverd',
  returned: 'geretourneerd',
  cancelled: 'geannuleerd',
  active: 'actief',
  inactive: 'inactief',
  subscribed: 'aangemeld',
  unsubscribed: 'afgemeld',
  pending: 'in behandeling',
  grant: 'ja',
  confirm: 'bevestigd',
  refuse: 'nee',
  withdraw: 'ingetrokken',
  object: 'bezwaar gemaakt',
  'opt-out': 'afgemeld',
  'opt-in': 'aangemeld',
  'gpc-seen': 'privacysignaal van de browser',
  'guardian-confirm': 'bevestigd door een ouder',
  'unticked by default': 'niet vooraf aangekruist',
  'tick-box': 'aankruisvakje',
  spoken: 'mondeling',
  'paper form': 'papieren formulier',
  'choices-page': 'pagina met uw keuzes',
  'link in a mail': 'link in een mail',
  access: 'kopie van uw gegevens',
  portability: 'gegevens in overdraagbare vorm',
  rectification: 'rectificatie',
  erasure: 'wissing',
  restriction: 'beperking',
  objection: 'bezwaar',
  withdrawal: 'intrekking',
  limit: 'beperking van gebruik',
  information: 'informatie',
  intake: 'ontvangen',
  identity: 'identiteit wordt gecontroleerd',
  trace: 'gegevens worden gezocht',
  decide: 'wordt beslist',
  'carry-out': 'wordt uitgevoerd',
  appeal: 'beroep',
  fulfilled: 'ingewilligd',
  refused: 'geweigerd',
};

export const partsOfFiles: Readonly<Record<'line' | 'row' | 'page', string>> = {
  line: 'regel',
  row: 'rij',
  page: 'pagina',
};

export const phrases: of.Phrases = {
  // What is held.
  'name and contact': 'naam en contactgegevens',
  'name and e-mail': 'naam en e-mailadres',
  'name and phone': 'naam en telefoonnummer',
  'name and address': 'naam en adres',
  name: 'naam',
  'contact details': 'contactgegevens',
  'postal address': 'postadres',
  'date of birth': 'geboortedatum',
  'name and date of birth': 'naam en geboortedatum',
  'customer number': 'klantnummer',
  'identity numbers': 'identiteitsnummers',
  'national id': 'persoonsnummer',
  'bank details': 'bankgegevens',
  'payment details': 'betaalgegevens',
  amounts: 'bedragen',
  messages: 'berichten',
  'free text': 'vrije tekst',
  photos: 'foto’s',
  'IP address': 'IP-adres',
  'device id': 'apparaat-id',
  places: 'plaatsen',
  'health data': 'gezondheidsgegevens',
  'health notes (special category)': 'gezondheidsnotities (bijzondere categorie)',
  'choices and when they were made': 'keuzes en wanneer ze zijn gemaakt',
  // What it is for.
  'book-keeping': 'boekhouding',
  accounting: 'administratie',
  'customer service': 'klantenservice',
  'answering your questions': 'uw vragen beantwoorden',
  'sending our newsletter': 'onze nieuwsbrief versturen',
  marketing: 'marketing',
  statistics: 'statistiek',
  security: 'beveiliging',
  'selling and delivering what you order': 'verkopen en leveren wat u bestelt',
  'delivering what you order': 'leveren wat u bestelt',
  'keeping proof of your choices': 'uw keuzes kunnen aantonen',
  'answering requests about personal data': 'verzoeken over persoonsgegevens beantwoorden',
  // Who receives it.
  'our accountant': 'onze accountant',
  'our parcel carrier': 'onze pakketdienst',
  'our payment provider': 'onze betaaldienst',
  'our hosting provider, as processor': 'onze hostingaanbieder, als verwerker',
  'our newsletter service, as processor': 'onze nieuwsbriefdienst, als verwerker',
  'the tax authority on request': 'de belastingdienst op verzoek',
  'our insurer, after an accident': 'onze verzekeraar, na een ongeval',
  // Where it comes from.
  you: 'uzelf',
  'you, when you ordered': 'uzelf, toen u bestelde',
  'you, when you signed up': 'uzelf, toen u zich aanmeldde',
  'you, when you wrote to us': 'uzelf, toen u ons schreef',
  'you, at the counter': 'uzelf, aan de balie',
  'our office': 'ons kantoor',
  // What Bookend itself keeps.
  Bookend: 'Bookend',
  'your identifiers': 'uw kenmerken',
  'your choices': 'uw keuzes',
  'what you wrote to us about your data': 'wat u ons over uw gegevens schreef',
  'notes on your requests': 'notities bij uw verzoeken',
  'your requests': 'uw verzoeken',
  'keeping your choices and answering your requests': 'uw keuzes bewaren en uw verzoeken beantwoorden',
  'proving what you agreed to (GDPR art. 7(1))': 'aantonen waarmee u heeft ingestemd (AVG art. 7 lid 1)',
  'answering your requests in time': 'uw verzoeken op tijd beantwoorden',
  'your answers, when, where and under which wording': 'uw antwoorden, wanneer, waar en met welke tekst',
  'what you wrote': 'wat u schreef',
  'what was written': 'wat er geschreven is',
  'what colleagues noted': 'wat medewerkers hebben genoteerd',
  'what you asked and what we answered': 'wat u vroeg en wat wij antwoordden',
  'until erased': 'tot ze worden gewist',
  'the sealed proof stays; after an erasure nobody can read whose it was':
    'het verzegelde bewijs blijft; na wissing kan niemand lezen van wie het was',
  'until a colleague has opened it as a request': 'tot een medewerker er een verzoek van heeft gemaakt',
  'with the request': 'samen met het verzoek',
  'three years after the answer': 'drie jaar na het antwoord',
  'the forms, shops and systems that you used': 'de formulieren, winkels en systemen die u heeft gebruikt',
  'our colleagues': 'onze medewerkers',
  'you, when you asked': 'uzelf, toen u het vroeg',
  // Until when.
  'as long as you are a customer': 'zolang u klant bent',
  'as long as you are a customer, then two years': 'zolang u klant bent, daarna twee jaar',
  'until you unsubscribe': 'tot u zich afmeldt',
  'until you unsubscribe, then thirty days': 'tot u zich afmeldt, daarna dertig dagen',
  'until you delete it': 'tot u het verwijdert',
};

export const periods: Readonly<Record<'day' | 'month' | 'year', string>> = {
  day: 'dagen',
  month: 'maanden',
  year: 'jaar',
};

export const onePeriod: Readonly<Record<'day' | 'month' | 'year', string>> = {
  day: 'een dag',
  month: 'een maand',
  year: 'een jaar',
};

export const ownRefusals: of.OwnRefusals = {
  'link-unknown': 'Deze link is niet van ons, of er is een nieuwere voor in de plaats gekomen.',
  'link-expired': 'Deze link is verlopen. Schrijf ons, dan sturen we een nieuwe.',
  'link-used': 'Deze link is al gebruikt. Schrijf ons als u nog iets nodig heeft.',
  'tries-used-up': 'Te veel verkeerde pogingen. De pagina is gesloten; schrijf ons, dan helpen we u anders.',
  'code-wrong': 'Dit is niet de code. Pogingen over: {left}.',
  'secret-wrong': 'Dit is niet het woord. Pogingen over: {left}.',
  'code-needed': 'Typ eerst de code uit de mail.',
  'purpose-not-open': 'Dit is niet te kiezen: het is nodig voor wat u ons heeft gevraagd.',
  'choice-held':
    'We konden niet zien wiens keuze dit is, omdat meerdere mensen het adres delen. Er is niets gewijzigd; schrijf ons.',
  'too-many': 'Te veel pogingen vanaf hier. Wacht een paar minuten.',
};

/** Purposes and questions with which a small shop may begin. */
export const example: of.ExampleWords = {
  orders: {
    title: 'Bestellingen en levering',
    plain:
      'We gebruiken uw naam en adres om te leveren wat u bestelt, en uw e-mailadres om te vertellen hoe het ermee staat.',
  },
  newsletter: {
    title: 'Nieuwsbrief per e-mail',
    plain: 'Nu en dan een mail met nieuws. U kunt die altijd stopzetten.',
    ask: 'Ja, stuur mij de nieuwsbrief. Ik kan die altijd stopzetten.',
  },
  usage: {
    title: 'Hoe de winkel wordt gebruikt',
    plain: 'We tellen hoe onze pagina’s worden gebruikt, om ze te verbeteren.',
    ask: 'U mag tellen hoe ik de pagina’s van de winkel gebruik. Ik kan dat altijd stoppen.',
  },
  notice:
    '{name} is verantwoordelijk voor uw gegevens; u bereikt ons via {contact}. Bij een bestelling gebruiken wij uw naam, adres en e-mail om te leveren en om te zeggen hoe het ervoor staat, omdat wij anders niet kunnen leveren (AVG art. 6 lid 1 onder b). Facturen moeten wij bewaren zolang de boekhouding dat vraagt. De nieuwsbrief en het tellen hoe onze pagina’s worden gebruikt gebeuren alleen als u ja hebt gezegd (art. 6 lid 1 onder a); u kunt beide altijd stoppen. Onze pakketdienst en onze betaaldienst krijgen wat zij daarvoor nodig hebben en verder niets. Wat bij een bestelling hoort, bewaren wij drie jaar na de levering. U kunt een kopie van uw gegevens vragen, ze laten verbeteren of wissen, het gebruik laten beperken, ze meenemen en bezwaar maken; schrijf naar {contact}. U kunt ook een klacht indienen bij de toezichthouder.',
};

/** The list of what a site keeps and calls, as its visitors read it. */
export const trackerList: of.TrackerListWords = {
  title: (site) => `Wat ${site} bewaart en ophaalt`,
  seenOn: (day) => `Gezien op ${day} bij het openen van de pagina’s.`,
  nothing: 'Er is niets gezien.',
  columns: { what: 'Wat', whose: 'Van wie', why: 'Waarvoor', howLong: 'Hoe lang' },
  kinds: {
    kept: 'bewaard op uw apparaat',
    called: 'van elders opgehaald',
    read: 'gelezen van uw apparaat',
    watched: 'gelezen uit wat u doet',
  },
  own: 'deze website',
  notSaid: 'nog niet vermeld',
  uses: {
    session: 'houdt uw bezoek bijeen',
    choice: 'onthoudt uw keuze',
    language: 'onthoudt uw taal',
    security: 'beschermt formulieren',
    counting: 'telt bezoeken',
    testing: 'probeert varianten uit',
    recording: 'neemt bezoeken op',
    advertising: 'reclame',
    social: 'sociaal netwerk',
    embedded: 'toont iets van anderen',
    fonts: 'lettertypen',
    captcha: 'onderscheidt mensen van programma’s',
    support: 'gesprek met ons',
    'known-again': 'herkent een apparaat',
  },
  visit: 'dit bezoek',
  untilCleared: 'tot u het wist',
  days: (days) => `${days} ${days === 1 ? 'dag' : 'dagen'}`,
};
