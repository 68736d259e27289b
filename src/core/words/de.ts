import type { LanguageWords } from './words';

export const DE: LanguageWords = {
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
