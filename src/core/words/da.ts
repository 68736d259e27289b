import type { LanguageWords } from './words';

export const DA: LanguageWords = {
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
