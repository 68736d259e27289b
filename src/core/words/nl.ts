import type { LanguageWords } from './words';

export const NL: LanguageWords = {
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
