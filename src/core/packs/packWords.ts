import type { Language } from '../letters/mailings';

/** Names of what a pack is made of. */
export interface PackNames {
  readme: string;
  cover: string;
  report: string;
  withheld: string;
  /** Folders. */
  messages: string;
  documents: string;
  /** A message as text. */
  message: string;
  /** Ends the name of a document that is handed over without passages of it. */
  redacted: string;
}

/** What a pack says around the data, in one language. */
export interface PackWords {
  names: PackNames;
  /** What each file is, for the page that says where to begin. */
  readme: {
    title(organisation: string, ref: string): string;
    begin: string;
    cover: string;
    report: string;
    table(title: string, count: number): string;
    machine: string;
    messages: string;
    documents: string;
    withheld: string;
    linked: string;
    manifest: string;
  };
  withheldHead: readonly [where: string, what: string, why: string];
  report: {
    title: string;
    overview: string;
    columns: readonly [place: string, count: string, since: string, kept: string];
    notSaid: string;
    contents: string;
    timeline: string;
    timelineText(shown: number, all: number): string;
    purposesText: string;
    rest(count: number, file: string): string;
    page(n: number, of: number): string;
    attached: string;
    noSubject: string;
    recordsText: string;
    made(organisation: string, day: string): string;
  };
}

export const PACK_WORDS: Readonly<Record<Language, PackWords>> = {
  en: {
    names: {
      readme: 'README.txt',
      cover: 'cover-letter.pdf',
      report: 'report.pdf',
      withheld: 'withheld.csv',
      messages: 'messages',
      documents: 'documents',
      message: 'message.txt',
      redacted: 'redacted',
    },
    readme: {
      title: (organisation, ref) => `Your data at ${organisation} (${ref})`,
      begin:
        'Begin with the letter; then the report shows everything to read. The other files hold the same data for programs.',
      cover: 'the letter: what is in here, what it is used for, who receives it, and your rights',
      report: 'everything to read, with an overview, a timeline and each record in words',
      table: (title, count) => `${title}, ${count} ${count === 1 ? 'record' : 'records'}`,
      machine:
        'CSV opens in a spreadsheet, JSON is for programs. Both hold the same, under the names that the systems use.',
      messages: 'messages that you wrote or received, each with what was attached',
      documents: 'documents of their own, as they lie with us',
      withheld: 'what is held back, and why',
      linked: 'the same data as linked data, to take it to somebody else',
      manifest: 'a list of all files with their check sums',
    },
    withheldHead: ['where', 'what', 'why'],
    report: {
      title: 'Your data, to read',
      overview: 'At a glance',
      columns: ['Where', 'Records', 'Since', 'Kept'],
      notSaid: 'not recorded yet',
      contents: 'Contents',
      timeline: 'What happened when',
      timelineText: (shown, all) =>
        shown < all ? `The newest ${shown} of ${all} entries; all stand in the files.` : 'The newest first.',
      purposesText: 'Used for',
      rest: (count, file) => `${count} more stand in ${file}.`,
      page: (n, of) => `Page ${n} of ${of}`,
      attached: 'Attached',
      noSubject: 'No subject',
      recordsText: 'Records',
      made: (organisation, day) => `${organisation}, ${day}`,
    },
  },
  da: {
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
  },
  de: {
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
        shown < all
          ? `Die neuesten ${shown} von ${all} Einträgen; alle stehen in den Dateien.`
          : 'Die neuesten zuerst.',
      purposesText: 'Genutzt für',
      rest: (count, file) => `${count} weitere stehen in ${file}.`,
      page: (n, of) => `Seite ${n} von ${of}`,
      attached: 'Anhang',
      noSubject: 'Ohne Betreff',
      recordsText: 'Datensätze',
      made: (organisation, day) => `${organisation}, ${day}`,
    },
  },
  nl: {
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
  },
};
