// Everything a person reads in this language. What is added to one of them is missed in the others until it is there.

import type * as of from './words';
import type { Holds } from '../systems/fieldHolds';

export const letters: of.LetterWords = {
  locale: 'de',
  dear: (name) => `Guten Tag ${name},`,
  hello: 'Guten Tag,',
  regards: 'Mit freundlichen Grüßen',
  reference: 'Vorgangsnummer',
  records: (count) => `${count} ${count === 1 ? 'Datensatz' : 'Datensätze'}`,
  nothing: 'Nichts.',
  keptBecause: {
    hold: () =>
      'Wir brauchen es, um Rechtsansprüche geltend zu machen, auszuüben oder zu verteidigen (Art. 17 Abs. 3 lit. e DSGVO).',
    retention: (until, law) =>
      `${law ?? 'Ein Gesetz'} verpflichtet uns, es aufzubewahren (Art. 17 Abs. 3 lit. b DSGVO)${until ? `, bis ${until}` : ''}.`,
    unclear: () =>
      'Ein Gesetz kann uns verpflichten, es aufzubewahren (Art. 17 Abs. 3 lit. b DSGVO); wir klären, wie lange.',
    open: () => 'Es gehört zu etwas, das noch nicht abgeschlossen ist; bis dahin brauchen wir es.',
    others: () => 'Es gehört auch anderen, etwa eine gemeinsame Anschrift; was es mit Ihnen verband, ist gelöscht.',
    'kept-apart': (until) =>
      `Ihr Name wurde daraus entfernt. Es wird getrennt aufbewahrt, weil ein Datensatz, den wir behalten müssen, damit verbunden ist${until ? `, bis ${until}` : ''}.`,
  },
  restricted: 'Die Nutzung ist eingeschränkt: Es wird nur aufbewahrt.',
  told: (recipient, day) => `${recipient}, am ${day}`,
  notSearched: {
    system: (name) => name,
    unread: (count, name) =>
      `${count} ${count === 1 ? 'Teil' : 'Teile'} von ${name}, ${count === 1 ? 'der' : 'die'} nicht gelesen werden ${count === 1 ? 'konnte' : 'konnten'}`,
    inactive: (name) => `Personen, die in ${name} nicht mehr aktiv sind`,
    narrowed: 'alles außerhalb dessen, wonach Sie gefragt haben',
  },
  remedies: (authority) =>
    `Sie können uns jederzeit schreiben. Sie können sich auch bei einer Aufsichtsbehörde beschweren (Art. 77 DSGVO), für uns ${authority}, und den Rechtsweg beschreiten (Art. 79).`,
  remediesElsewhere: {
    uk: 'Sie können sich beim Information Commissioner des Vereinigten Königreichs beschweren und den Rechtsweg beschreiten.',
    'uk-complaint':
      'Sie können sich bei uns und beim Information Commissioner des Vereinigten Königreichs beschweren und den Rechtsweg beschreiten.',
    california:
      'Sie können sich an die California Privacy Protection Agency oder an den Attorney General von Kalifornien wenden.',
    state: 'Sie können sich an den Attorney General des Bundesstaats wenden.',
    'state-appeal':
      'Sie können bei uns Einspruch erheben und sich danach an den Attorney General des Bundesstaats wenden.',
    authority: 'Sie können sich bei der Datenschutzaufsicht Ihres Landes beschweren.',
  },
  rights: {
    access: 'um eine Kopie Ihrer Daten',
    portability: 'um Ihre Daten in maschinenlesbarer Form',
    rectification: 'um die Berichtigung Ihrer Daten',
    erasure: 'um die Löschung Ihrer Daten',
    restriction: 'um die Einschränkung der Nutzung Ihrer Daten',
    objection: 'um das Ende einer Nutzung, der Sie widersprechen',
    'automated-decision': 'um die Prüfung einer automatisierten Entscheidung',
    'opt-out': 'um das Ende von Verkauf oder Weitergabe Ihrer Daten',
    limit: 'um die Begrenzung der Nutzung sensibler Daten',
    withdrawal: 'um den Widerruf Ihrer Einwilligung',
    information: 'um Auskunft darüber, was wir mit Ihren Daten tun',
  },
  templates: {
    acknowledgement: `Wir haben Ihre Anfrage

Am {{receivedOn}} ist Ihre Bitte {{right}} bei uns eingegangen.

Wir antworten bis {{dueOn}}. Wenn wir uns vergewissern müssen, dass Sie es sind, schreiben wir an eine Adresse, die wir schon kennen.

Hier sehen Sie den Stand, mit der Vorgangsnummer {{ref}} und diesem Wort:

- {{statusLink}}
- Wort: {{statusWord}}`,
    'identity-code': `Haben Sie gefragt?

Jemand hat uns um etwas gebeten, das nur Sie bekommen dürfen. Wenn Sie das waren, öffnen Sie diese Seite und geben Sie den Code ein:

- {{link}}
- Code: {{code}}

Der Code gilt {{hours}} Stunden. Wenn Sie das nicht waren, tun Sie nichts: niemand bekommt etwas.`,
    'identity-refusal': `Wir konnten nicht feststellen, wer fragt

Sie baten uns {{right}}. Wir konnten nicht feststellen, dass die Anfrage von der betroffenen Person kommt oder von jemandem, der für sie fragen darf. Deshalb dürfen wir ihr nicht folgen (Art. 11 Abs. 2, 12 Abs. 2 DSGVO).

Sie können jederzeit wieder fragen, zum Beispiel in einem unserer Läden mit einem Dokument, das Ihren Namen zeigt.

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
    fee: `Eine Gebühr für Ihre Anfrage

Sie baten uns {{right}}. Bevor wir weitermachen, bitten wir um eine Gebühr, weil:

{{reason}}

Antworten Sie an {{contact}}, mit der Vorgangsnummer {{ref}}. {{remedies}}`,
    clarification: `Eine Frage zu Ihrer Anfrage

Sie baten uns {{right}}. Damit wir an den richtigen Stellen suchen, sagen Sie uns bitte:

{{question}}

Antworten Sie an {{contact}}, mit der Vorgangsnummer {{ref}}.`,
    extension: `Wir brauchen mehr Zeit

Wir können Ihre Anfrage nicht in der ersten gesetzlichen Frist beantworten. Wir antworten nun bis {{dueOn}} (Art. 12 Abs. 3 DSGVO). Der Grund: {{reason}}

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
    refusal: `Unsere Antwort auf Ihre Anfrage

Sie baten uns {{right}}. Wir lehnen das aus diesem Grund ab:

{{reason}}

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
    'nothing-found': `Wir haben nichts über Sie

Sie baten uns {{right}}. Wir haben in unseren Systemen keine Daten über Sie gefunden.

{{reason}}

Wenn Sie meinen, dass wir etwas haben müssten, sagen Sie uns, unter welchem anderen Namen, welcher Adresse oder Nummer wir Sie kennen könnten.

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
    completion: `Unsere Antwort auf Ihre Anfrage

Sie baten uns {{right}}.

{{what}}

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
    'hand-over': `Ihre Daten liegen bereit

Was wir über Sie haben, liegt bereit. Diese Seite gibt es einmal heraus:

- {{link}}

Sie fragt nach einem zweiten Wort, das wir Ihnen auf anderem Weg schicken. Sie gilt bis {{until}}.

## Was nicht durchsucht werden konnte

- {{notSearched}}

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
    'erasure-answer': `Ihre Daten sind gelöscht

Sie baten uns, Ihre Daten zu löschen. Das haben wir getan:

## Was fort ist

- {{erased}}

## Was ohne Sie bleibt

- {{anonymised}}

Damit Ihre Daten nicht versehentlich zurückkommen, behalten wir einen verschlüsselten Abdruck Ihrer Adressen, aus dem sie nicht gelesen werden können.

## Wem wir es noch gesagt haben (Art. 19 DSGVO)

- {{recipients}}

## Was nicht durchsucht werden konnte

- {{notSearched}}

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
    'erasure-part': `Unsere Antwort: teilweise gelöscht

Sie haben uns gebeten, Ihre Daten zu löschen. Einen Teil haben wir gelöscht; den Rest zu löschen lehnen wir vorerst ab. Hier steht, was, warum und bis wann.

## Was gelöscht ist

- {{erased}}

## Was ohne Sie darin bleibt

- {{anonymised}}

## Was wir nicht löschen, und aus welchem Grund

- {{residue}}

Es wird für nichts anderes genutzt und gelöscht, wenn der Grund entfällt. Damit Ihre Daten nicht versehentlich zurückkommen, behalten wir einen verschlüsselten Fingerabdruck Ihrer Adressen, aus dem sie sich nicht lesen lassen.

## Wer sonst benachrichtigt wurde (Art. 19 DSGVO)

- {{recipients}}

## Was nicht durchsucht werden konnte

- {{notSearched}}

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
    'appeal-answer': `Unsere Antwort auf Ihre Beschwerde

Sie baten uns, unsere Antwort noch einmal anzusehen.

?upheld Wir bleiben dabei, aus diesem Grund:

?reversed Wir haben sie geändert:

{{text}}

## Wenn Sie nicht einverstanden sind

{{remedies}}`,
  },
};

export const held: { is: string; kinds: Readonly<Record<string, string>> } = {
  is: 'liegt uns vor',
  kinds: {
    'payment-card': 'Zahlungskarte',
    'bank-account': 'Bankkonto',
    iban: 'Bankkonto',
    'national-id': 'Personenkennzahl',
    'tax-id': 'Steuernummer',
    passport: 'Reisepass',
    'driving-licence': 'Führerschein',
    'health-insurance-id': 'Versichertennummer',
    'medical-id': 'Patientennummer',
    password: 'Passwort',
    biometric: 'biometrische Daten',
  },
};

export const certificate: of.CertificateWords = {
  subject: (ref) => `Löschbescheinigung ${ref}`,
  dates: (received, finished) => `Anfrage eingegangen am ${received}; Löschung abgeschlossen am ${finished}.`,
  done: 'Was getan wurde',
  erased: 'gelöscht',
  anonymised: 'anonymisiert',
  kept: 'Was aufbewahrt wird',
  told: 'Empfänger, denen es mitgeteilt wurde (Art. 19 DSGVO)',
  proof: 'Nachweis',
  proofText: 'Eine zweite Suche mit denselben Schlüsseln fand nichts außer dem, was aufbewahrt wird.',
  frozen: (day, fingerprint) => `Plan festgeschrieben am ${day}, Fingerabdruck ${fingerprint}.`,
  keysDestroyed: 'Die Datenschlüssel sind vernichtet.',
  keysStay: 'Die Datenschlüssel bleiben, weil Datensätze von Bookend selbst aufbewahrt werden.',
  signature: 'Signatur (Ed25519 über das kanonische JSON, RFC 8785)',
};

export const completion: (from: string) => Readonly<Record<of.ByLetter | 'other', string>> = (from) => ({
  objection: `Wir haben die Nutzung Ihrer Daten, der Sie widersprochen haben, mit Wirkung vom ${from} beendet. Die Systeme, die für uns senden, folgen. Eine Nachricht, die schon unterwegs war, kann Sie noch erreichen.`,
  withdrawal: `Ihre Einwilligung ist mit Wirkung vom ${from} widerrufen. Was vorher geschah, bleibt rechtmäßig (Art. 7 Abs. 3 DSGVO). Die Systeme, die für uns senden, folgen.`,
  'opt-out': `Ihre Daten werden mit Wirkung vom ${from} nicht mehr verkauft oder weitergegeben. Wir haben es denen mitgeteilt, mit denen wir sie geteilt haben. Wir fragen Sie zwölf Monate lang nicht wieder.`,
  limit: `Ihre sensiblen Daten werden mit Wirkung vom ${from} nur noch für das genutzt, worum Sie uns gebeten haben und was das Gesetz erlaubt.`,
  rectification:
    'Wir haben Ihre Daten berichtigt, wie Sie es wollten, und es denen mitgeteilt, die sie von uns erhalten hatten (Art. 19 DSGVO).',
  restriction:
    'Ihre Daten werden aufbewahrt und für nichts anderes genutzt. Bevor sich das ändert, sagen wir es Ihnen (Art. 18 Abs. 3 DSGVO); denen, die sie von uns erhalten hatten, haben wir es mitgeteilt (Art. 19).',
  'automated-decision': 'Ein Mensch hat sich die Entscheidung und das, was Sie geschrieben haben, angesehen.',
  information: 'So gehen wir mit personenbezogenen Daten um.',
  other: 'Wir haben getan, worum Sie gebeten haben.',
});

export const confirmMail: (
  title: string,
  organisation: string,
  link: string,
  hours: number,
) => { subject: string; text: string } = (title, organisation, link, hours) => ({
  subject: `Bitte bestätigen: ${title}`,
  text: `Guten Tag,\n\njemand, wahrscheinlich Sie, hat mit dieser Adresse Ja zu „${title}“ von ${organisation} gesagt.\n\nWenn Sie das waren, bestätigen Sie es hier innerhalb von ${hours} Stunden:\n${link}\n\nWenn Sie es nicht waren, tun Sie nichts. Es ändert sich nichts, und Sie hören dazu nichts mehr von uns.\n\n${organisation}`,
});

export const choicesChangedMail: (
  organisation: string,
  lines: string,
  link: string,
) => { subject: string; text: string } = (organisation, lines, link) => ({
  subject: 'Ihre Auswahl wurde geändert',
  text: `Guten Tag,\n\nIhre Auswahl bei ${organisation} ist jetzt:\n\n${lines}\n\nWaren Sie das nicht, oder möchten Sie es wieder ändern? Hier:\n${link}\n\n${organisation}`,
});

export const noticeChangedMail: (
  organisation: string,
  contact: string,
  link: string,
) => { subject: string; text: string } = (organisation, contact, link) => ({
  subject: 'Was wir mit Ihren Daten tun, hat sich geändert',
  text: `Guten Tag,\n\n${organisation} hat geändert, was mit Ihren Daten geschieht, oder wie es gesagt wird. Was von nun an gilt, steht hier:\n${link}\n\nSie müssen nichts tun. Wozu Sie früher Ja gesagt haben, wird dort neu gefragt, wo es nötig ist. Fragen und Widerspruch: ${contact}\n\n${organisation}`,
});

export const choicesPageMail: (
  organisation: string,
  link: string,
  code: string,
) => { subject: string; text: string } = (organisation, link, code) => ({
  subject: 'Ihre Auswahl',
  text: `Guten Tag,\n\nhier sehen und ändern Sie Ihre Auswahl bei ${organisation}:\n${link}\n\nCode: ${code}\n\nEr gilt eine Stunde. Wenn Sie nicht danach gefragt haben, tun Sie nichts.\n\n${organisation}`,
});

export const cover: of.CoverWords = {
  subject: (organisation, ref) => `Ihre Daten bei ${organisation} (${ref})`,
  copy: (day) => `Dies ist die Kopie Ihrer Daten, um die Sie gebeten haben, Stand ${day} (Art. 15 Abs. 3 DSGVO).`,
  portable: (day) =>
    `Dies sind die Daten, die Sie uns gegeben haben, Stand ${day}, in maschinenlesbaren Formen: CSV, JSON und JSON-LD (Art. 20 DSGVO).`,
  inIt: 'Was darin ist',
  withheld: (count) =>
    `${count} ${count === 1 ? 'Datensatz wird' : 'Datensätze werden'} zurückgehalten, weil Daten anderer Menschen darin stehen; zurueckgehalten.csv nennt jeden mit seinem Grund (Art. 15 Abs. 4).`,
  notGiven: (count) =>
    `${count} ${count === 1 ? 'Datensatz gehört' : 'Datensätze gehören'} nicht dazu, weil Sie ${count === 1 ? 'ihn' : 'sie'} uns nicht selbst gegeben haben; Sie können stattdessen um eine Kopie aller Ihrer Daten bitten.`,
  notSearched: (list) => `Nicht durchsucht werden konnte: ${list}. Wir schreiben wieder, wenn das geschehen ist.`,
  purposes: '(a) Wofür Ihre Daten genutzt werden',
  categories: '(b) Kategorien von Daten',
  recipients: '(c) Wer sie erhält',
  retention: '(d) Wie lange sie aufbewahrt werden',
  rights: '(e) Ihre Rechte',
  rightsText: (contact) =>
    `Sie können verlangen, dass wir Ihre Daten berichtigen, löschen oder ihre Nutzung einschränken, und Sie können der Nutzung widersprechen. Schreiben Sie an ${contact}.`,
  complaints: '(f) Beschwerde',
  complaintsText: (authority) => `Sie können sich bei einer Aufsichtsbehörde beschweren; für uns ist das ${authority}.`,
  source: '(g) Woher sie stammen',
  automated: '(h) Automatisierte Entscheidungen',
  noAutomated: 'Keine Entscheidung über Sie trifft eine Maschine allein.',
  transfers: 'Übermittlungen außerhalb des Europäischen Wirtschaftsraums (Art. 15 Abs. 2)',
  none: 'Keine.',
  nobody: 'Niemand außerhalb unseres Hauses.',
  notRecorded: (list) => `Noch nicht verzeichnet für: ${list}. Wir klären das und schreiben wieder.`,
};

export const pack: of.PackWords = {
  names: {
    readme: 'LIES-MICH.txt',
    cover: 'anschreiben.pdf',
    report: 'bericht.pdf',
    withheld: 'zurueckgehalten.csv',
    messages: 'nachrichten',
    documents: 'dokumente',
    message: 'nachricht.txt',
    redacted: 'geschwaerzt',
  },
  readme: {
    title: (organisation, ref) => `Ihre Daten bei ${organisation} (${ref})`,
    begin:
      'Beginnen Sie mit dem Anschreiben; der Bericht zeigt dann alles zum Lesen. Die übrigen Dateien enthalten dieselben Daten für Programme.',
    cover: 'das Anschreiben: was hier liegt, wofür es genutzt wird, wer es erhält, und Ihre Rechte',
    report: 'alles zum Lesen, mit Überblick, Zeitleiste und jedem Datensatz in Worten',
    table: (title, count) => `${title}, ${count} ${count === 1 ? 'Datensatz' : 'Datensätze'}`,
    machine:
      'CSV öffnet sich in einer Tabellenkalkulation, JSON ist für Programme. Beide enthalten dasselbe, unter den Namen, die die Systeme verwenden.',
    messages: 'Nachrichten, die Sie geschrieben oder erhalten haben, jede mit ihren Anhängen',
    documents: 'eigenständige Dokumente, wie sie bei uns liegen',
    withheld: 'was zurückgehalten wird, und warum',
    linked: 'dieselben Daten als verknüpfte Daten, um sie anderswohin mitzunehmen',
    manifest: 'eine Liste aller Dateien mit ihren Prüfsummen',
  },
  withheldHead: ['wo', 'was', 'warum'],
  report: {
    title: 'Ihre Daten, zum Lesen',
    overview: 'Überblick',
    columns: ['Wo', 'Datensätze', 'Seit', 'Aufbewahrung'],
    notSaid: 'noch nicht verzeichnet',
    contents: 'Inhalt',
    timeline: 'Was wann geschah',
    timelineText: (shown, all) =>
      shown < all ? `Die neuesten ${shown} von ${all} Einträgen; alle stehen in den Dateien.` : 'Die neuesten zuerst.',
    purposesText: 'Genutzt für',
    rest: (count, file) => `${count} weitere stehen in ${file}.`,
    page: (n, of) => `Seite ${n} von ${of}`,
    attached: 'Anhang',
    noSubject: 'Ohne Betreff',
    recordsText: 'Datensätze',
    made: (organisation, day) => `${organisation}, ${day}`,
  },
};

export const secondWords: readonly string[] = [
  'ahorn',
  'amsel',
  'anker',
  'birke',
  'brise',
  'ernte',
  'farn',
  'feder',
  'garten',
  'gerste',
  'hafen',
  'halm',
  'hasel',
  'kerze',
  'kiesel',
  'klee',
  'kupfer',
  'laterne',
  'leinen',
  'linde',
  'moos',
  'nebel',
  'perle',
  'quelle',
  'reiher',
  'sattel',
  'segel',
  'silber',
  'tanne',
  'ufer',
  'wiese',
  'winter',
];

export const withheld: Readonly<Record<of.WithheldReason, string>> = {
  'others-data': 'Es enthält Daten anderer Menschen (Art. 15 Abs. 4 DSGVO).',
  'attached-to-redacted':
    'Angehängt an eine Nachricht, die ohne die Worte anderer Menschen herausgegeben wird (Art. 15 Abs. 4 DSGVO).',
  'may-hold-forbidden':
    'Angehängte Dateien können enthalten, was niemand herausgeben darf (11 CCR 7024(d)); fragen Sie uns danach.',
};

export const removed: string = '[entfernt]';

export const lost: string = 'Wir waren nicht zu erreichen. Ihre Eingaben sind noch da; versuchen Sie es noch einmal.';

export const notAnAddress: string = 'Das sieht nicht nach einer E-Mail-Adresse aus, wie mette@mail.example.';

export const choicesPage: of.PageWords = {
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
};

export const shopProof: of.ProofWords = {
  signInAt: (shop) => `Anmelden: ${shop}`,
  why: 'Wir haben noch nicht festgestellt, dass Sie es sind. Melden Sie sich dort an, wo Sie Kunde sind, dann wissen wir es.',
  proven: 'Danke, Sie sind es',
  provenText: (ref) => `Wir machen mit ${ref} weiter. Sie müssen nichts weiter tun.`,
  notProven: 'Wir konnten nicht erkennen, dass Sie es sind',
  other:
    'Sie haben sich als jemand angemeldet, um dessen Daten es nicht geht. Es wurde nichts herausgegeben. ' +
    'Schreiben Sie uns, dann helfen wir Ihnen anders.',
  used: 'Diese Anmeldung wurde schon verwendet. Sehen Sie nach, wie es um Ihre Anfrage steht.',
  again:
    'Was vom Geschäft zurückkam, ist abgelaufen oder nicht von ihm. Beginnen Sie auf der Seite Ihrer Anfrage noch einmal.',
  tooMany: 'Zu viele Versuche von hier. Warten Sie einige Minuten.',
};

export const ask: of.AskWords = {
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
  birthDate: 'Geburtsdatum, wenn Sie möchten',
  country: 'Land',
  region: 'Bundesstaat',
  notSaid: 'nicht angegeben',
  text: 'Was sonst noch hilft',
  textFor: {
    rectification: 'Was ist falsch, und wie ist es richtig?',
    objection: 'Was soll aufhören, und warum in Ihrem Fall?',
    'automated-decision': 'Welche Entscheidung, und was meinen Sie dazu?',
    restriction: 'Was soll nicht verwendet werden, und warum?',
    erasure: 'Soll alles gehen oder nur ein Teil? Welcher?',
    access: 'Möchten Sie alles oder nur einen Teil? Welchen?',
  },
  willShow: 'Was Sie zeigen müssen',
  proofs: {
    code: 'Dass Sie es sind: Wir senden einen Code an eine Adresse, die wir schon kennen, oder vergleichen einige Angaben mit unseren. Eine Kopie eines Ausweises ist nicht nötig.',
    agent:
      'Dass Sie für diese Person fragen dürfen: ihre unterschriebene Vollmacht. Wir können auch die Person fragen.',
    guardian: 'Dass es Ihr Kind ist: etwas, das das Sorgerecht zeigt. Decken Sie ab, was man nicht sehen muss.',
    none: 'In der Regel nichts: Dafür ist kein Nachweis nötig, wer Sie sind.',
  },
  kept: 'Was Sie eingeben, bleibt in diesem Fenster, bis Sie es senden.',
  send: 'Anfrage senden',
  needs: {
    right: 'Wählen Sie, worum Sie bitten.',
    givenName: 'Der Vorname hilft uns, die Daten zu finden.',
    familyName: 'Der Nachname hilft uns, die Daten zu finden.',
    email: 'Wir brauchen eine Adresse für die Antwort.',
    birthDate: 'Das ist kein Tag, den wir kennen.',
    agentName: 'Wer fragt für diese Person?',
    agentEmail: 'Das sieht nicht wie eine E-Mail-Adresse aus.',
    country: 'Wählen Sie das Land aus der Liste.',
    region: 'Wählen Sie den Bundesstaat aus der Liste.',
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
};

export const links: of.LinkWords = {
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
};

export const ownName: string = 'Deutsch';

export const yesAndNo: [string, string] = ['ja', 'nein'];

export const fieldsByMeaning: Readonly<Record<Holds, string>> = {
  email: 'E-Mail',
  phone: 'Telefon',
  contact: 'Kontakt',
  'customer-number': 'Kundennummer',
  'given-name': 'Vorname',
  'family-name': 'Nachname',
  'full-name': 'Name',
  'birth-date': 'Geburtsdatum',
  street: 'Straße',
  postcode: 'Postleitzahl',
  city: 'Ort',
  country: 'Land',
  'national-id': 'Personenkennzahl',
  'tax-number': 'Steuernummer',
  'bank-account': 'Bankkonto',
  'payment-card': 'Zahlungskarte',
  vehicle: 'Fahrzeug',
  'free-text': 'Text',
};

export const fieldTitles: of.FieldTitles = {
  number: 'Nummer',
  reference: 'Referenz',
  created: 'Angelegt',
  lastChanged: 'Zuletzt geändert',
  closed: 'Beendet',
  when: 'Wann',
  recorded: 'Erfasst',
  received: 'Eingegangen',
  sent: 'Gesendet',
  opened: 'Geöffnet',
  paid: 'Bezahlt',
  ordered: 'Bestellt',
  delivered: 'Geliefert',
  issued: 'Ausgestellt',
  due: 'Fällig',
  written: 'Geschrieben',
  signed: 'Unterschrieben',
  from: 'Von',
  to: 'An',
  copyTo: 'Kopie an',
  subject: 'Betreff',
  text: 'Text',
  note: 'Bemerkung',
  status: 'Status',
  stage: 'Schritt',
  outcome: 'Ergebnis',
  kind: 'Art',
  askedFor: 'Angefragt',
  amount: 'Betrag',
  currency: 'Währung',
  quantity: 'Menge',
  product: 'Artikel',
  productNumber: 'Artikelnummer',
  rating: 'Bewertung',
  language: 'Sprache',
  place: 'Ort',
  deliveryAddress: 'Lieferanschrift',
  billingAddress: 'Rechnungsanschrift',
  nameOnTheInvoice: 'Name auf der Rechnung',
  timesOpened: 'Öffnungen',
  address: 'Adresse',
  source: 'Quelle',
  purpose: 'Zweck',
  answer: 'Antwort',
  question: 'Frage',
  by: 'Weg',
  form: 'Formular',
  box: 'Kästchen',
  proof: 'Nachweis',
  iPAddress: 'IP-Adresse',
  browser: 'Browser',
  device: 'Gerät',
  session: 'Sitzung',
  latitude: 'Breitengrad',
  longitude: 'Längengrad',
  page: 'Seite',
  file: 'Datei',
  sheet: 'Tabellenblatt',
  line: 'Zeile',
  newsletter: 'Newsletter',
  useRestricted: 'Nutzung eingeschränkt',
  gender: 'Geschlecht',
  formOfAddress: 'Anrede',
  age: 'Alter',
  health: 'Gesundheit',
  parent: 'Elternteil',
  numberThere: 'Nummer dort',
};

export const states: of.States = {
  open: 'offen',
  closed: 'geschlossen',
  paid: 'bezahlt',
  unpaid: 'unbezahlt',
  packed: 'verpackt',
  'on its way': 'unterwegs',
  sent: 'gesendet',
  delivered: 'geliefert',
  returned: 'zurückgeschickt',
  cancelled: 'storniert',
  active: 'aktiv',
  inactive: 'inaktiv',
  subscribed: 'angemeldet',
  unsubscribed: 'abgemeldet',
  pending: 'ausstehend',
  grant: 'ja',
  confirm: 'bestätigt',
  refuse: 'nein',
  withdraw: 'widerrufen',
  object: 'widersprochen',
  'opt-out': 'abgewählt',
  'opt-in': 'gewählt',
  'gpc-seen': 'Datenschutzsignal des Browsers',
  'guardian-confirm': 'von einem Elternteil bestätigt',
  'unticked by default': 'nicht vorab angekreuzt',
  'tick-box': 'Kästchen zum Ankreuzen',
  spoken: 'mündlich',
  'paper form': 'Papierformular',
  'choices-page': 'Seite mit Ihrer Auswahl',
  'link in a mail': 'Link in einer Mail',
  access: 'Kopie Ihrer Daten',
  portability: 'Daten in übertragbarer Form',
  rectification: 'Berichtigung',
  erasure: 'Löschung',
  restriction: 'Einschränkung',
  objection: 'Widerspruch',
  withdrawal: 'Widerruf',
  limit: 'Begrenzung der Nutzung',
  information: 'Auskunft',
  intake: 'eingegangen',
  identity: 'Identität wird geprüft',
  trace: 'Daten werden gesucht',
  decide: 'wird entschieden',
  'carry-out': 'wird ausgeführt',
  appeal: 'Beschwerde',
  fulfilled: 'erfüllt',
  refused: 'abgelehnt',
};

export const partsOfFiles: Readonly<Record<'line' | 'row' | 'page', string>> = {
  line: 'Zeile',
  row: 'Zeile',
  page: 'Seite',
};

export const phrases: of.Phrases = {
  // What is held.
  'name and contact': 'Name und Kontaktdaten',
  'name and e-mail': 'Name und E-Mail-Adresse',
  'name and phone': 'Name und Telefonnummer',
  'name and address': 'Name und Anschrift',
  name: 'Name',
  'contact details': 'Kontaktdaten',
  'postal address': 'Postanschrift',
  'date of birth': 'Geburtsdatum',
  'name and date of birth': 'Name und Geburtsdatum',
  'customer number': 'Kundennummer',
  'identity numbers': 'Ausweisnummern',
  'national id': 'Personenkennzahl',
  'bank details': 'Bankverbindung',
  'payment details': 'Zahlungsdaten',
  amounts: 'Beträge',
  messages: 'Nachrichten',
  'free text': 'Freitext',
  photos: 'Fotos',
  'IP address': 'IP-Adresse',
  'device id': 'Gerätekennung',
  places: 'Orte',
  'health data': 'Gesundheitsdaten',
  'health notes (special category)': 'Gesundheitshinweise (besondere Kategorie)',
  'choices and when they were made': 'Ihre Auswahl und wann Sie sie getroffen haben',
  // What it is for.
  'book-keeping': 'Buchhaltung',
  accounting: 'Buchführung',
  'customer service': 'Kundendienst',
  'answering your questions': 'Beantwortung Ihrer Fragen',
  'sending our newsletter': 'Versand unseres Newsletters',
  marketing: 'Werbung',
  statistics: 'Statistik',
  security: 'Sicherheit',
  'selling and delivering what you order': 'Verkauf und Lieferung Ihrer Bestellungen',
  'delivering what you order': 'Lieferung Ihrer Bestellungen',
  'keeping proof of your choices': 'Nachweis Ihrer Auswahl',
  'answering requests about personal data': 'Beantwortung von Anfragen zu personenbezogenen Daten',
  // Who receives it.
  'our accountant': 'unsere Steuerberatung',
  'our parcel carrier': 'unser Paketdienst',
  'our payment provider': 'unser Zahlungsdienstleister',
  'our hosting provider, as processor': 'unser Hosting-Anbieter, als Auftragsverarbeiter',
  'our newsletter service, as processor': 'unser Newsletter-Dienst, als Auftragsverarbeiter',
  'the tax authority on request': 'das Finanzamt auf Verlangen',
  'our insurer, after an accident': 'unsere Versicherung, nach einem Unfall',
  // Where it comes from.
  you: 'Sie selbst',
  'you, when you ordered': 'Sie selbst, bei der Bestellung',
  'you, when you signed up': 'Sie selbst, bei der Anmeldung',
  'you, when you wrote to us': 'Sie selbst, als Sie uns schrieben',
  'you, at the counter': 'Sie selbst, am Schalter',
  'our office': 'unser Büro',
  // What Bookend itself keeps.
  Bookend: 'Bookend',
  'your identifiers': 'Ihre Kennungen',
  'your choices': 'Ihre Auswahl',
  'what you wrote to us about your data': 'was Sie uns zu Ihren Daten geschrieben haben',
  'notes on your requests': 'Notizen zu Ihren Anfragen',
  'your requests': 'Ihre Anfragen',
  'keeping your choices and answering your requests': 'Aufbewahrung Ihrer Auswahl und Beantwortung Ihrer Anfragen',
  'proving what you agreed to (GDPR art. 7(1))': 'Nachweis Ihrer Einwilligungen (Art. 7 Abs. 1 DSGVO)',
  'answering your requests in time': 'fristgerechte Beantwortung Ihrer Anfragen',
  'your answers, when, where and under which wording': 'Ihre Antworten, wann, wo und mit welchem Wortlaut',
  'what you wrote': 'was Sie geschrieben haben',
  'what was written': 'was geschrieben wurde',
  'what colleagues noted': 'was Mitarbeitende notiert haben',
  'what you asked and what we answered': 'was Sie gefragt und wir geantwortet haben',
  'until erased': 'bis zur Löschung',
  'the sealed proof stays; after an erasure nobody can read whose it was':
    'der versiegelte Nachweis bleibt; nach einer Löschung kann niemand lesen, wessen er war',
  'until a colleague has opened it as a request': 'bis jemand von uns eine Anfrage daraus angelegt hat',
  'with the request': 'zusammen mit der Anfrage',
  'three years after the answer': 'drei Jahre nach der Antwort',
  'the forms, shops and systems that you used': 'die Formulare, Geschäfte und Systeme, die Sie genutzt haben',
  'our colleagues': 'unsere Mitarbeitenden',
  'you, when you asked': 'Sie selbst, als Sie fragten',
  // Until when.
  'as long as you are a customer': 'solange Sie Kunde sind',
  'as long as you are a customer, then two years': 'solange Sie Kunde sind, danach zwei Jahre',
  'until you unsubscribe': 'bis Sie sich abmelden',
  'until you unsubscribe, then thirty days': 'bis Sie sich abmelden, danach dreißig Tage',
  'until you delete it': 'bis Sie es löschen',
};

export const periods: Readonly<Record<'day' | 'month' | 'year', string>> = {
  day: 'Tage',
  month: 'Monate',
  year: 'Jahre',
};

export const onePeriod: Readonly<Record<'day' | 'month' | 'year', string>> = {
  day: 'ein Tag',
  month: 'ein Monat',
  year: 'ein Jahr',
};

export const ownRefusals: of.OwnRefusals = {
  'link-unknown': 'Dieser Link ist keiner von uns, oder ein neuerer ist an seine Stelle getreten.',
  'link-expired': 'Dieser Link ist abgelaufen. Schreiben Sie uns, dann schicken wir einen neuen.',
  'link-used': 'Dieser Link wurde schon benutzt. Schreiben Sie uns, wenn Sie noch etwas brauchen.',
  'tries-used-up': 'Zu viele falsche Versuche. Die Seite ist geschlossen; schreiben Sie uns, wir helfen Ihnen anders.',
  'code-wrong': 'Das ist nicht der Code. Versuche übrig: {left}.',
  'secret-wrong': 'Das ist nicht das Wort. Versuche übrig: {left}.',
  'code-needed': 'Geben Sie zuerst den Code aus der Mail ein.',
  'purpose-not-open': 'Das ist nicht wählbar: Es ist nötig für das, worum Sie uns gebeten haben.',
  'choice-held':
    'Wir konnten nicht erkennen, wessen Wahl das ist, weil mehrere die Adresse teilen. Nichts wurde geändert; schreiben Sie uns.',
  'too-many': 'Zu viele Versuche von hier. Warten Sie ein paar Minuten.',
};

/** Purposes and questions with which a small shop may begin. */
export const example: of.ExampleWords = {
  orders: {
    title: 'Bestellungen und Lieferungen',
    plain:
      'Wir verwenden Ihren Namen und Ihre Adresse, um zu liefern, was Sie bestellen, und Ihre E-Mail-Adresse, um Ihnen zu sagen, wie es damit steht.',
  },
  newsletter: {
    title: 'Newsletter per E-Mail',
    plain: 'Hin und wieder eine Mail mit Neuigkeiten. Sie können ihn jederzeit abbestellen.',
    ask: 'Ja, senden Sie mir den Newsletter. Ich kann ihn jederzeit abbestellen.',
  },
  usage: {
    title: 'Wie der Laden genutzt wird',
    plain: 'Wir zählen, wie unsere Seiten genutzt werden, um sie zu verbessern.',
    ask: 'Sie dürfen zählen, wie ich die Seiten des Ladens nutze. Ich kann das jederzeit stoppen.',
  },
  notice:
    '{name} ist für Ihre Daten verantwortlich; Sie erreichen uns unter {contact}. Bei einer Bestellung verwenden wir Ihren Namen, Ihre Anschrift und Ihre E-Mail, um zu liefern und Ihnen zu sagen, wie es steht, weil wir sonst nicht liefern könnten (Art. 6 Abs. 1 lit. b DSGVO). Rechnungen müssen wir so lange aufbewahren, wie die Buchführung es verlangt. Den Newsletter und das Zählen, wie unsere Seiten genutzt werden, gibt es nur, wenn Sie Ja gesagt haben (Art. 6 Abs. 1 lit. a); beides können Sie jederzeit stoppen. Unser Paketdienst und unser Zahlungsdienst erhalten, was sie dafür brauchen, und sonst nichts. Was zu einer Bestellung gehört, bewahren wir drei Jahre nach der Lieferung auf. Sie können eine Kopie Ihrer Daten verlangen, sie berichtigen oder löschen lassen, ihre Verwendung einschränken lassen, sie mitnehmen und widersprechen; schreiben Sie an {contact}. Sie können sich auch bei der Aufsichtsbehörde beschweren.',
};

/** The list of what a site keeps and calls, as its visitors read it. */
export const trackerList: of.TrackerListWords = {
  title: (site) => `Was ${site} speichert und abruft`,
  seenOn: (day) => `Gesehen am ${day} beim Öffnen der Seiten.`,
  nothing: 'Es wurde nichts gesehen.',
  columns: { what: 'Was', whose: 'Wessen', why: 'Wofür', howLong: 'Wie lange' },
  kinds: {
    kept: 'auf Ihrem Gerät gespeichert',
    called: 'von anderswo geladen',
    read: 'von Ihrem Gerät gelesen',
    watched: 'aus Ihrem Tun gelesen',
  },
  own: 'diese Website',
  notSaid: 'noch nicht angegeben',
  uses: {
    session: 'hält Ihren Besuch zusammen',
    choice: 'merkt sich Ihre Wahl',
    language: 'merkt sich Ihre Sprache',
    security: 'schützt Formulare',
    counting: 'zählt Besuche',
    testing: 'probiert Varianten aus',
    recording: 'zeichnet Besuche auf',
    advertising: 'Werbung',
    social: 'soziales Netz',
    embedded: 'zeigt etwas von anderen',
    fonts: 'Schriften',
    captcha: 'unterscheidet Menschen von Programmen',
    support: 'Gespräch mit uns',
    'known-again': 'erkennt ein Gerät wieder',
  },
  visit: 'dieser Besuch',
  untilCleared: 'bis Sie es löschen',
  days: (days) => `${days} ${days === 1 ? 'Tag' : 'Tage'}`,
};
